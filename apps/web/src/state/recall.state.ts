import { inject } from '@angular/core';
import type { RecallAsk, RecallView, StopDraft, StopLift, StopView } from '@alnage/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
  Store,
} from '@ngrx/store';
import { concatMap, filter, switchMap } from 'rxjs';
import { Api } from './api';
import { askEffect, outcome } from './ask-effect';
import { LiveActions } from './live.state';
import type { Trouble } from './problem';

export const RecallActions = createActionGroup({
  source: 'Recall',
  events: {
    /** The place is opened: what is stopped is wanted, and lots and sealed runs to go out from. */
    Opened: emptyProps(),
    /** Somebody wants to know what is stopped. */
    'Stops opened': emptyProps(),
    'Stops read': props<{ stops: StopView[] }>(),
    /** Where something leads; null: nothing is asked about any more. */
    Asked: props<{ ask: RecallAsk | null }>(),
    Read: props<{ ask: RecallAsk; view: RecallView }>(),
    'Stop asked': props<{ draft: StopDraft }>(),
    'Lift asked': props<{ id: string; said: StopLift }>(),
    Done: props<{ stop: StopView }>(),
    Failed: props<{ trouble: Trouble }>(),
  },
});

export interface RecallState {
  readonly stops: readonly StopView[] | null;
  readonly ask: RecallAsk | null;
  /** What was read of it; null while it is read. */
  readonly view: RecallView | null;
  readonly isBusy: boolean;
  readonly trouble: Trouble | null;
}

const initial: RecallState = { stops: null, ask: null, view: null, isBusy: false, trouble: null };

/** Where something leads that is not to be eaten, and what is stopped. */
export const recallFeature = createFeature({
  name: 'recall',
  reducer: createReducer(
    initial,
    on(RecallActions.stopsRead, (state, { stops }): RecallState => ({ ...state, stops })),
    on(RecallActions.asked, (state, { ask }): RecallState => ({ ...state, ask, view: null, trouble: null })),
    on(RecallActions.read, (state, { ask, view }): RecallState =>
      ask === state.ask ? { ...state, view } : state,
    ),
    on(RecallActions.stopAsked, RecallActions.liftAsked, (state): RecallState => ({
      ...{ ...state, isBusy: true, trouble: null },
    })),
    on(RecallActions.done, (state, { stop }): RecallState => ({
      ...{ ...state, isBusy: false },
      stops: [stop, ...(state.stops ?? []).filter(({ id }) => id !== stop.id)].sort((a, b) =>
        b.at.localeCompare(a.at),
      ),
    })),
    on(RecallActions.failed, (state, { trouble }): RecallState => ({ ...state, trouble, isBusy: false })),
  ),
  extraSelectors: ({ selectStops }) => ({
    /** What is not to leave the shop as long as nobody lets it go. */
    selectOpenStops: createSelector(selectStops, (stops) =>
      (stops ?? []).filter(({ lifted, isPractice }) => lifted === null && !isPractice),
    ),
  }),
});

export const readStops = askEffect({
  on: [RecallActions.opened, RecallActions.stopsOpened, LiveActions.benchChanged, LiveActions.connectionBack],
  by: switchMap,
  ask: (api) => api.stops(),
  done: (stops) => RecallActions.stopsRead({ stops }),
  failed: RecallActions.failed,
});

/** What is asked about is read anew whenever something was done that it may lead through. */
export const readRecall = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api)) =>
    actions.pipe(
      ofType(
        RecallActions.asked,
        LiveActions.benchChanged,
        LiveActions.ordersChanged,
        LiveActions.larderChanged,
        LiveActions.connectionBack,
      ),
      concatLatestFrom(() => store.select(recallFeature.selectAsk)),
      filter(([, ask]) => ask !== null),
      switchMap(([, ask]) =>
        outcome(api.recall(ask!), (view) => RecallActions.read({ ask: ask!, view }), RecallActions.failed),
      ),
    ),
  { functional: true },
);

export const stopIt = askEffect({
  on: [RecallActions.stopAsked],
  by: concatMap,
  ask: (api, { draft }) => api.stop(draft),
  done: (stop) => RecallActions.done({ stop }),
  failed: RecallActions.failed,
});

export const liftIt = askEffect({
  on: [RecallActions.liftAsked],
  by: concatMap,
  ask: (api, { id, said }) => api.liftStop(id, said),
  done: (stop) => RecallActions.done({ stop }),
  failed: RecallActions.failed,
});
