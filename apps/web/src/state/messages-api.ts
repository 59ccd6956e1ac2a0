import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  MessagePreview,
  MessagePreviewAsk,
  MessageSettings,
  MessageView,
  RecallTell,
  RecallTold,
} from '@alnage/contract';
import type { Observable } from 'rxjs';

/** What customers are told. */
@Injectable({ providedIn: 'root' })
export class MessagesApi {
  private readonly http = inject(HttpClient);

  messages(order?: string): Observable<MessageView[]> {
    return this.http.get<MessageView[]>('/api/messages', { params: order ? { order } : {} });
  }

  stopMessage(id: string): Observable<null> {
    return this.http.post<null>(`/api/messages/${id}/stop`, null);
  }

  messageSettings(): Observable<MessageSettings> {
    return this.http.get<MessageSettings>('/api/messages/settings');
  }

  setMessages(settings: MessageSettings): Observable<MessageSettings> {
    return this.http.put<MessageSettings>('/api/messages/settings', settings);
  }

  previewMessage(ask: MessagePreviewAsk): Observable<MessagePreview> {
    return this.http.post<MessagePreview>('/api/messages/preview', ask);
  }

  /** Tells everybody who has something of it not to eat it. */
  tellRecalled(tell: RecallTell): Observable<RecallTold> {
    return this.http.post<RecallTold>('/api/recall/messages', tell);
  }
}
