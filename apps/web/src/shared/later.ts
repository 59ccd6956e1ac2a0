import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { Observable, defer, fromEvent, retry, switchMap, timer, type ObservableInput } from 'rxjs';

/** How long the server is given before it is asked again for code that it could not send. */
const AGAIN_MS = 3000;
/** The place that is opened first has the network to itself for so long. */
const FIRST_PLACE_MS = 3000;
/** Some browsers do not tell when they are idle. */
const NOT_TOLD_MS = 200;

/** Comes once, when the browser has nothing better to do. */
function idle(): Observable<void> {
  return new Observable((waiting) => {
    const come = (): void => {
      waiting.next();
      waiting.complete();
    };
    if (typeof requestIdleCallback === 'undefined') {
      const timeout = setTimeout(come, NOT_TOLD_MS);
      return () => clearTimeout(timeout);
    }
    const handle = requestIdleCallback(come);
    return () => cancelIdleCallback(handle);
  });
}

/** Code that the first screen does not need, fetched once there is time, and again as long as the server is away. */
export function later<T>(load: () => ObservableInput<T>): Observable<T> {
  return idle().pipe(
    switchMap(() => defer(load)),
    // without a network nothing is asked for; with one it is the server that is away
    retry({ delay: () => (navigator.onLine ? timer(AGAIN_MS) : fromEvent(window, 'online')) }),
  );
}

/** All places are fetched soon after the first one stands: they open in an outage as well. */
@Injectable({ providedIn: 'root' })
export class PlacesLater implements PreloadingStrategy {
  preload(_route: Route, load: () => Observable<unknown>): Observable<unknown> {
    return timer(FIRST_PLACE_MS).pipe(switchMap(() => later(load)));
  }
}
