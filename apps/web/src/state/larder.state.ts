import { inject } from '@angular/core';
import type {
  CameOutSaid,
  Larder,
  LotChange,
  LotDraft,
  PreparationParams,
  PreparationView,
  RestSaid,
} from '@alnage/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { concatMap, filter, forkJoin, map, switchMap, type Observable } from 'rxjs';
import { Api } from './api';
import { askEffect, outcome } from './ask-effect';
import { LiveActions } from './live.state';
import type { Trouble } from './problem';
import { RecallActions } from './recall.state';

/** One thing that is done to the larder, and what the screen says once it is. */
export type LarderDeed =
  | { readonly kind: 'take'; readonly draft: LotDraft }
  | { readonly kind: 'change'; readonly lot: string; readonly change: LotChange }
  | { readonly kind: 'open'; readonly lot: string; readonly isOpen: boolean }
  | { readonly kind: 'remove'; readonly lot: string }
  | {
      readonly kind: 'finish';
      readonly made: PreparationParams;
      /** Other batches in the same pot. */
      readonly with: readonly string[];
      readonly despiteShort: boolean;
    }
  | { readonly kind: 'came-out'; readonly made: PreparationParams; readonly said: CameOutSaid }
  | { readonly kind: 'rest'; readonly made: PreparationParams; readonly said: RestSaid }
  | { readonly kind: 'undo'; readonly made: PreparationParams };

export const LarderActions = createActionGroup({
  source: 'Larder',
  events: {
    Opened: emptyProps(),
    Read: props<{ larder: Larder; preparations: PreparationView[] }>(),
    'Read failed': props<{ trouble: Trouble }>(),
    'Deed asked': props<{ deed: LarderDeed }>(),
    'Deed done': props<{ deed: LarderDeed; id: string }>(),
    'Deed failed': props<{ deed: LarderDeed; trouble: Trouble }>(),
    Dismissed: emptyProps(),
  },
});

export interface LarderState {
  readonly larder: Larder | null;
  readonly preparations: readonly PreparationView[];
  /** Whether somebody has looked at it: only then it is read anew when something changes. */
  readonly isWanted: boolean;
  readonly isBusy: boolean;
  readonly trouble: Trouble | null;
  /** What could not be done. */
  readonly failed: LarderDeed | null;
}

const initial: LarderState = {
  larder: null,
  preparations: [],
  isWanted: false,
  isBusy: false,
  trouble: null,
  failed: null,
};

/** What there is and is needed, and the centres that are to be made. */
export const larderFeature = createFeature({
  name: 'larder',
  reducer: createReducer(
    initial,
    on(LarderActions.opened, RecallActions.opened, (state): LarderState => ({ ...state, isWanted: true })),
    on(LarderActions.read, (state, { larder, preparations }): LarderState => ({
      ...state,
      larder,
      preparations,
    })),
    on(LarderActions.readFailed, (state, { trouble }): LarderState => ({ ...state, trouble })),
    on(LarderActions.deedAsked, (state): LarderState => ({
      ...state,
      isBusy: true,
      trouble: null,
      failed: null,
    })),
    on(LarderActions.deedDone, (state): LarderState => ({ ...state, isBusy: false })),
    on(LarderActions.deedFailed, (state, { deed, trouble }): LarderState => ({
      ...state,
      isBusy: false,
      trouble,
      failed: deed,
    })),
    on(LarderActions.dismissed, (state): LarderState => ({ ...state, trouble: null, failed: null })),
  ),
});

export const readLarder = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api)) => {
    return actions.pipe(
      ofType(
        LarderActions.opened,
        RecallActions.opened,
        LiveActions.larderChanged,
        LiveActions.planChanged,
        LiveActions.ordersChanged,
        LiveActions.workshopChanged,
        LiveActions.weighingsChanged,
        LiveActions.connectionBack,
      ),
      concatLatestFrom(() => store.select(larderFeature.selectIsWanted)),
      filter(([, isWanted]) => isWanted),
      switchMap(() =>
        outcome(
          forkJoin({ larder: api.larder(), preparations: api.preparations() }),
          LarderActions.read,
          LarderActions.readFailed,
        ),
      ),
    );
  },
  { functional: true },
);

export const doDeed = askEffect({
  on: [LarderActions.deedAsked],
  by: concatMap,
  ask: (api, { deed }) => answerOf(deed, api),
  done: (answer, { deed }) => LarderActions.deedDone({ deed, id: answer?.id ?? '' }),
  failed: ({ trouble }, { deed }) => LarderActions.deedFailed({ deed, trouble }),
});

function answerOf(deed: LarderDeed, api: Api): Observable<{ id?: string } | null> {
  switch (deed.kind) {
    case 'take':
      return api.takeLot(deed.draft);
    case 'change':
      return api.changeLot(deed.lot, deed.change);
    case 'open':
      return api.openLot(deed.lot, deed.isOpen);
    case 'remove':
      return api.removeLot(deed.lot);
    case 'finish':
      return api.finishPreparation(deed.made, deed).pipe(map(({ batch }) => ({ id: batch })));
    case 'came-out':
      return api.tellCameOut(deed.made, deed.said).pipe(map(({ batch }) => ({ id: batch })));
    case 'rest':
      return api.tellRest(deed.made, deed.said).pipe(map(({ batch }) => ({ id: batch })));
    case 'undo':
      return api.undoPreparation(deed.made);
  }
}
