import { inject } from '@angular/core';
import { createEffect } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on } from '@ngrx/store';
import { map } from 'rxjs';
import { LiveEvents } from './live-events';

export const LiveActions = createActionGroup({
  source: 'Live',
  events: {
    'Orders changed': emptyProps(),
    'Plan changed': emptyProps(),
    'Plan job changed': emptyProps(),
    'Workshop changed': emptyProps(),
    'Weighings changed': emptyProps(),
    'Larder changed': emptyProps(),
    'Bench changed': emptyProps(),
    'Readings changed': emptyProps(),
    'Connection lost': emptyProps(),
    'Connection back': emptyProps(),
  },
});

export interface LiveState {
  readonly isConnected: boolean;
}

export const liveFeature = createFeature({
  name: 'live',
  reducer: createReducer<LiveState>(
    { isConnected: true },
    on(LiveActions.connectionLost, (): LiveState => ({ isConnected: false })),
    on(LiveActions.connectionBack, (): LiveState => ({ isConnected: true })),
  ),
});

/** What the server's events say, as actions. */
export const hearEvents = createEffect(
  (live = inject(LiveEvents)) => {
    return live.changes().pipe(
      map((change) => {
        switch (change) {
          case 'orders':
            return LiveActions.ordersChanged();
          case 'plan':
            return LiveActions.planChanged();
          case 'plan-job':
            return LiveActions.planJobChanged();
          case 'workshop':
            return LiveActions.workshopChanged();
          case 'weighings':
            return LiveActions.weighingsChanged();
          case 'larder':
            return LiveActions.larderChanged();
          case 'bench':
            return LiveActions.benchChanged();
          case 'readings':
            return LiveActions.readingsChanged();
          case 'lost':
            return LiveActions.connectionLost();
          case 'back':
            return LiveActions.connectionBack();
        }
      }),
    );
  },
  { functional: true },
);
