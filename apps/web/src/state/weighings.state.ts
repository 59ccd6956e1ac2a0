import type { Weighing, WeighingDraft } from '@alnage/contract';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { exhaustMap, switchMap } from 'rxjs';
import { askEffect } from './ask-effect';
import { LiveActions } from './live.state';
import type { Trouble } from './problem';
import { WorkshopActions } from './workshop.state';

export const WeighingActions = createActionGroup({
  source: 'Weighings',
  events: {
    Read: props<{ weighings: Weighing[] }>(),
    'Read failed': props<{ trouble: Trouble }>(),
    'Take asked': props<{ draft: WeighingDraft }>(),
    'Set aside asked': props<{ weighing: Weighing; reason: string | null }>(),
    Kept: props<{ weighing: Weighing }>(),
    'Keep failed': props<{ trouble: Trouble }>(),
    Dismissed: emptyProps(),
  },
});

export interface WeighingsState {
  /** By when they were made. */
  readonly weighings: readonly Weighing[];
  readonly isKeeping: boolean;
  readonly trouble: Trouble | null;
}

const initial: WeighingsState = { weighings: [], isKeeping: false, trouble: null };

/** Every weighing of the workshop; each piece learns from its own. */
export const weighingsFeature = createFeature({
  name: 'weighings',
  reducer: createReducer(
    initial,
    on(WeighingActions.read, (state, { weighings }): WeighingsState => ({ ...state, weighings })),
    on(WeighingActions.readFailed, (state, { trouble }): WeighingsState => ({ ...state, trouble })),
    on(WeighingActions.takeAsked, WeighingActions.setAsideAsked, (state): WeighingsState => ({
      ...state,
      isKeeping: true,
      trouble: null,
    })),
    on(WeighingActions.kept, (state, { weighing }): WeighingsState => ({
      weighings: withWeighing(state.weighings, weighing),
      isKeeping: false,
      trouble: null,
    })),
    on(WeighingActions.keepFailed, (state, { trouble }): WeighingsState => ({
      ...state,
      isKeeping: false,
      trouble,
    })),
    on(WeighingActions.dismissed, (state): WeighingsState => ({ ...state, trouble: null })),
  ),
});

/** The weighings with a new or changed one in its place by when it was made. */
export function withWeighing(all: readonly Weighing[], one: Weighing): Weighing[] {
  return [...all.filter(({ id }) => id !== one.id), one].sort(
    (a, b) => Date.parse(a.atInstant) - Date.parse(b.atInstant),
  );
}

export const readWeighings = askEffect({
  on: [WorkshopActions.opened, LiveActions.weighingsChanged],
  by: switchMap,
  ask: (api) => api.weighings(),
  done: (weighings) => WeighingActions.read({ weighings }),
  failed: WeighingActions.readFailed,
});

export const takeWeighing = askEffect({
  on: [WeighingActions.takeAsked, WeighingActions.setAsideAsked],
  by: exhaustMap,
  ask: (api, asked) =>
    'draft' in asked
      ? api.takeWeighing(asked.draft)
      : api.setAside(asked.weighing.id, { reason: asked.reason, version: asked.weighing.version }),
  done: (weighing) => WeighingActions.kept({ weighing }),
  failed: WeighingActions.keepFailed,
});
