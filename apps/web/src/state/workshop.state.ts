import { inject } from '@angular/core';
import type { Piece, Workshop } from '@alnage/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { catchError, forkJoin, map, of, switchMap } from 'rxjs';
import { Api } from './api';
import { troubleOf, type Trouble } from './problem';

export const WorkshopActions = createActionGroup({
  source: 'Workshop',
  events: {
    Opened: emptyProps(),
    Read: props<{ workshop: Workshop; pieces: Piece[] }>(),
    'Read failed': props<{ trouble: Trouble }>(),
  },
});

export interface WorkshopState {
  readonly workshop: Workshop | null;
  readonly pieces: readonly Piece[];
  readonly trouble: Trouble | null;
}

const initial: WorkshopState = { workshop: null, pieces: [], trouble: null };

/** The workshop and its pieces: read once when the page opens. */
export const workshopFeature = createFeature({
  name: 'workshop',
  reducer: createReducer(
    initial,
    on(WorkshopActions.read, (state, { workshop, pieces }): WorkshopState => ({
      ...state,
      workshop,
      pieces,
      trouble: null,
    })),
    on(WorkshopActions.readFailed, (state, { trouble }): WorkshopState => ({ ...state, trouble })),
  ),
  extraSelectors: ({ selectWorkshop, selectPieces }) => ({
    selectPieceNames: createSelector(
      selectPieces,
      (pieces): ReadonlyMap<string, string> => new Map(pieces.map((piece) => [piece.id, piece.name])),
    ),
    selectDays: createSelector(selectWorkshop, (workshop) => workshop?.season?.days ?? []),
  }),
});

export const readWorkshop = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(WorkshopActions.opened),
      switchMap(() =>
        forkJoin({ workshop: api.workshop(), pieces: api.pieces() }).pipe(
          map((read) => WorkshopActions.read(read)),
          catchError((error: unknown) => of(WorkshopActions.readFailed({ trouble: troubleOf(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);
