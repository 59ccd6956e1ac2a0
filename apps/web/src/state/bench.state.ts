import { inject } from '@angular/core';
import type { AmendAsk, Bench, Device, RunRecord, SealAsk } from '@alnage/contract';
import { madeForOrders } from '@alnage/core/bench';
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
import { exhaustMap, filter, switchMap } from 'rxjs';
import { Api } from './api';
import { askEffect, outcome } from './ask-effect';
import { RecallActions } from './recall.state';
import { LiveActions } from './live.state';
import { afterOutage, type Trouble } from './problem';

export const BenchActions = createActionGroup({
  source: 'Bench',
  events: {
    Opened: emptyProps(),
    Read: props<{ bench: Bench }>(),
    'Read failed': props<{ trouble: Trouble }>(),
    'Devices read': props<{ devices: Device[] }>(),
    'Ledger opened': emptyProps(),
    'Runs read': props<{ runs: RunRecord[] }>(),
    'Seal asked': props<{ ask: SealAsk }>(),
    'Seal read': emptyProps(),
    'Amend asked': props<{ id: string; ask: AmendAsk }>(),
    Kept: props<{ run: RunRecord; isAmended: boolean }>(),
    'Keep failed': props<{ trouble: Trouble }>(),
    Dismissed: emptyProps(),
  },
});

export interface BenchState {
  readonly bench: Bench | null;
  readonly devices: readonly Device[];
  /** Sealed runs, the first sealed first; null until somebody looks at them. */
  readonly runs: readonly RunRecord[] | null;
  /** The run that was sealed here last, until somebody has read what it taught. */
  readonly justSealed: RunRecord | null;
  /** Whether somebody has looked at the bench: only then it is read anew when something changes. */
  readonly isWanted: boolean;
  readonly isKeeping: boolean;
  readonly trouble: Trouble | null;
  readonly keepTrouble: Trouble | null;
}

const initial: BenchState = {
  bench: null,
  devices: [],
  runs: null,
  justSealed: null,
  isWanted: false,
  isKeeping: false,
  trouble: null,
  keepTrouble: null,
};

/** What is done at the bench, what devices say there, and the sealed runs. */
export const benchFeature = createFeature({
  name: 'bench',
  reducer: createReducer(
    initial,
    on(BenchActions.opened, (state): BenchState => ({ ...state, isWanted: true })),
    on(BenchActions.read, (state, { bench }): BenchState => ({ ...state, bench, trouble: null })),
    on(BenchActions.readFailed, (state, { trouble }): BenchState => ({ ...state, trouble })),
    on(BenchActions.devicesRead, (state, { devices }): BenchState => ({ ...state, devices })),
    on(BenchActions.runsRead, (state, { runs }): BenchState => ({ ...state, runs, trouble: null })),
    on(BenchActions.sealAsked, BenchActions.amendAsked, (state): BenchState => ({
      ...state,
      isKeeping: true,
      keepTrouble: null,
    })),
    on(BenchActions.kept, (state, { run, isAmended }): BenchState => ({
      ...state,
      justSealed: isAmended ? state.justSealed : run,
      isKeeping: false,
      keepTrouble: null,
      runs: state.runs && withRun(state.runs, run),
    })),
    on(BenchActions.keepFailed, (state, { trouble }): BenchState => ({
      ...state,
      isKeeping: false,
      keepTrouble: trouble,
    })),
    on(BenchActions.sealRead, (state): BenchState => ({ ...state, justSealed: null })),
    on(LiveActions.connectionBack, (state): BenchState => ({
      ...state,
      keepTrouble: afterOutage(state.keepTrouble),
    })),
    on(BenchActions.dismissed, (state): BenchState => ({ ...state, keepTrouble: null })),
  ),
  extraSelectors: ({ selectBench }) => ({
    /** What is made for each order by what was written down; null where nothing was, or it is not read yet. */
    selectMade: createSelector(selectBench, (bench) => bench && madeForOrders(bench)),
  }),
});

function withRun(runs: readonly RunRecord[], run: RunRecord): RunRecord[] {
  return runs.some(({ id }) => id === run.id)
    ? runs.map((each) => (each.id === run.id ? run : each))
    : [...runs, run];
}

const readBench = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api)) => {
    return actions.pipe(
      ofType(
        BenchActions.opened,
        BenchActions.kept,
        LiveActions.benchChanged,
        LiveActions.ordersChanged,
        LiveActions.planChanged,
        LiveActions.connectionBack,
      ),
      concatLatestFrom(() => store.select(benchFeature.selectIsWanted)),
      filter(([, isWanted]) => isWanted),
      switchMap(() => outcome(api.bench(), (bench) => BenchActions.read({ bench }), BenchActions.readFailed)),
    );
  },
  { functional: true },
);

const readDevices = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api)) => {
    return actions.pipe(
      ofType(BenchActions.opened, LiveActions.readingsChanged, LiveActions.connectionBack),
      concatLatestFrom(() => store.select(benchFeature.selectIsWanted)),
      filter(([, isWanted]) => isWanted),
      exhaustMap(() =>
        outcome(api.devices(), (devices) => BenchActions.devicesRead({ devices }), BenchActions.readFailed),
      ),
    );
  },
  { functional: true },
);

const readRuns = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api)) => {
    return actions.pipe(
      ofType(BenchActions.ledgerOpened, RecallActions.opened, LiveActions.benchChanged),
      concatLatestFrom(() => store.select(benchFeature.selectRuns)),
      filter(([action, runs]) => action.type !== LiveActions.benchChanged.type || runs !== null),
      switchMap(() =>
        outcome(api.runs(), (runs) => BenchActions.runsRead({ runs }), BenchActions.readFailed),
      ),
    );
  },
  { functional: true },
);

const keepRun = askEffect({
  on: [BenchActions.sealAsked, BenchActions.amendAsked],
  by: exhaustMap,
  ask: (api, asked) => ('id' in asked ? api.amendRun(asked.id, asked.ask) : api.sealRun(asked.ask)),
  done: (run, asked) => BenchActions.kept({ run, isAmended: 'id' in asked }),
  failed: BenchActions.keepFailed,
});

export const benchEffects = { readBench, readDevices, readRuns };
export const benchCommands = { keepRun };
