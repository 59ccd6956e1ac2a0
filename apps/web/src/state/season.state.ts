import { inject } from '@angular/core';
import type { SeasonFigures } from '@alnage/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api } from './api';
import { LiveActions } from './live.state';
import { OrderActions } from './orders.state';
import { troubleOf, type Trouble } from './problem';
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

/** The season that is worked on in figures: read again whenever orders or the workshop changed. */
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

export const readSeason = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(WorkshopActions.read, LiveActions.ordersChanged, OrderActions.saved, OrderActions.moved),
      switchMap(() =>
        api.season().pipe(
          map((figures) => SeasonActions.read({ figures })),
          catchError((error: unknown) => of(SeasonActions.readFailed({ trouble: troubleOf(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);
