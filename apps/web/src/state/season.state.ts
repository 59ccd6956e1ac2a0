import type { SeasonFigures } from '@alnage/contract';
import { createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import { switchMap } from 'rxjs';
import { askEffect } from './ask-effect';
import { LiveActions } from './live.state';
import { OrderActions } from './orders.state';
import type { Trouble } from './problem';
import { WorkshopActions } from './workshop.state';

export const SeasonActions = createActionGroup({
  source: 'Season',
  events: {
    Read: props<{ figures: SeasonFigures }>(),
    'Read failed': props<{ trouble: Trouble }>(),
  },
});

export interface SeasonState {
  readonly figures: SeasonFigures | null;
}

/** The season in use in figures: read again whenever orders or the workshop changed. */
export const seasonFeature = createFeature({
  name: 'season',
  reducer: createReducer<SeasonState>(
    { figures: null },
    on(SeasonActions.read, (_state, { figures }): SeasonState => ({ figures })),
    // an empty workshop has none
    on(SeasonActions.readFailed, (state, { trouble }): SeasonState =>
      trouble.code === 'nothing-set-up' ? { figures: null } : state,
    ),
  ),
  extraSelectors: ({ selectFigures }) => ({
    selectDayFigures: createSelector(selectFigures, (figures) => figures?.days ?? []),
  }),
});

export const readSeason = askEffect({
  on: [WorkshopActions.read, LiveActions.ordersChanged, OrderActions.saved, OrderActions.moved],
  by: switchMap,
  ask: (api) => api.season(),
  done: (figures) => SeasonActions.read({ figures }),
  failed: SeasonActions.readFailed,
});
