import { Injectable } from '@angular/core';
import { LIVE_TOPICS, type LiveEvent, type LiveTopic } from '@alnage/contract';
import { Observable } from 'rxjs';

export type LiveChange = LiveTopic | 'lost' | 'back';

/** The server's event stream. After a break everything is read anew, since what was said meanwhile is not repeated. */
@Injectable({ providedIn: 'root' })
export class LiveEvents {
  changes(): Observable<LiveChange> {
    return new Observable((subscriber) => {
      const source = new EventSource('/api/events');
      let wasLost = false;
      source.addEventListener('changed', (event) =>
        subscriber.next((JSON.parse(event.data as string) as LiveEvent).topic),
      );
      source.addEventListener('open', () => {
        if (!wasLost) return;
        wasLost = false;
        for (const change of ['back', ...LIVE_TOPICS] as const) subscriber.next(change);
      });
      source.addEventListener('error', () => {
        if (wasLost) return;
        wasLost = true;
        subscriber.next('lost');
      });
      return () => source.close();
    });
  }
}
