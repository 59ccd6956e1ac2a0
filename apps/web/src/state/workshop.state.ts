import type { Box, Piece, Workshop } from '@alnage/contract';
import type { Dippery } from '@alnage/core/coating';
import { DEFAULT_MAY_CONTAIN_STOP, type ClashBook, type Declared } from '@alnage/core/larder';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { forkJoin, switchMap } from 'rxjs';
import { askEffect } from './ask-effect';
import { LiveActions } from './live.state';
import type { Trouble } from './problem';
import { RecordActions } from './records.state';

export const WorkshopActions = createActionGroup({
  source: 'Workshop',
  events: {
    Opened: emptyProps(),
    Read: props<{ workshop: Workshop; pieces: Piece[] }>(),
    'Read failed': props<{ trouble: Trouble }>(),
  },
});

/** What orders are of, by its names. */
export interface OrderNames {
  readonly pieces: ReadonlyMap<string, string>;
  readonly boxes: ReadonlyMap<string, Box>;
}

export interface WorkshopState {
  readonly workshop: Workshop | null;
  readonly pieces: readonly Piece[];
  readonly trouble: Trouble | null;
}

const initial: WorkshopState = { workshop: null, pieces: [], trouble: null };

function declaredOf(workshop: Workshop | null): Declared {
  if (!workshop) return { coatings: [], book: { supplies: [], coatings: [], recipes: [] } };
  const { coatings, supplies, recipes, cameOut, learnedParts } = workshop;
  const learned = recipes.map((each) => ({ ...each, cameOut: cameOut[each.id] ?? null }));
  return { coatings, book: { supplies, coatings, recipes: learned, learnedParts } };
}

/** The workshop and its pieces: read when the page opens, and again when somebody changed them. */
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
  extraSelectors: ({ selectWorkshop, selectPieces }) => {
    const selectDeclared = createSelector(selectWorkshop, (workshop): Declared => declaredOf(workshop));
    return {
      selectPieceNames: createSelector(
        selectPieces,
        (pieces): ReadonlyMap<string, string> => new Map(pieces.map((piece) => [piece.id, piece.name])),
      ),
      selectOrderNames: createSelector(selectWorkshop, selectPieces, (workshop, pieces): OrderNames => ({
        pieces: new Map(pieces.map(({ id, name }) => [id, name])),
        boxes: new Map((workshop?.boxes ?? []).map((box) => [box.id, box])),
      })),
      selectDippery: createSelector(selectWorkshop, (workshop): Dippery => ({
        coatings: workshop?.coatings ?? [],
        ways: workshop?.rules.ways ?? [],
      })),
      selectDeclared,
      selectClashBook: createSelector(
        selectWorkshop,
        selectPieces,
        selectDeclared,
        (workshop, pieces, declared): ClashBook => ({
          pieces,
          declared,
          stop: workshop?.rules.mayContainStop ?? DEFAULT_MAY_CONTAIN_STOP,
        }),
      ),
      selectDays: createSelector(selectWorkshop, (workshop) => workshop?.season?.days ?? []),
    };
  },
});

export const readWorkshop = askEffect({
  on: [
    WorkshopActions.opened,
    LiveActions.workshopChanged,
    RecordActions.saved,
    RecordActions.removed,
    RecordActions.saveFailed,
  ],
  by: switchMap,
  ask: (api) => forkJoin({ workshop: api.workshop(), pieces: api.pieces() }),
  done: (read) => WorkshopActions.read(read),
  failed: WorkshopActions.readFailed,
});
