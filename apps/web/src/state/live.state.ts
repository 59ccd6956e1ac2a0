import { inject } from '@angular/core';
import { createEffect } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, type Action } from '@ngrx/store';
import { map } from 'rxjs';
import { LiveEvents, type LiveChange } from './live-events';

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
    'Messages changed': emptyProps(),
    'Labels changed': emptyProps(),
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

/** The action of each thing that the server says. */
const ACTIONS: Readonly<Record<LiveChange, () => Action>> = {
  orders: LiveActions.ordersChanged,
  plan: LiveActions.planChanged,
  'plan-job': LiveActions.planJobChanged,
  workshop: LiveActions.workshopChanged,
  weighings: LiveActions.weighingsChanged,
  larder: LiveActions.larderChanged,
  bench: LiveActions.benchChanged,
  readings: LiveActions.readingsChanged,
  messages: LiveActions.messagesChanged,
  labels: LiveActions.labelsChanged,
  lost: LiveActions.connectionLost,
  back: LiveActions.connectionBack,
};

/** What the server's events say, as actions. */
export const hearEvents = createEffect(
  (live = inject(LiveEvents)) => live.changes().pipe(map((change) => ACTIONS[change]())),
  { functional: true },
);
