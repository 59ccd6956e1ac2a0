import { inject } from '@angular/core';
import type { KeepingNow, PickupLife, PieceMoveDraft, PieceMoveView } from '@alnage/contract';
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
import { concatMap, filter, merge, switchMap, throttleTime } from 'rxjs';
import { Api } from './api';
import { askEffect, outcome } from './ask-effect';
import { LiveActions } from './live.state';
import type { Trouble } from './problem';

/** Pieces that go elsewhere, or one such move that is taken back. */
export type KeepingDeed =
  | { readonly kind: 'move'; readonly batch: string; readonly draft: PieceMoveDraft }
  | { readonly kind: 'undo'; readonly batch: string; readonly move: string };

export const KeepingActions = createActionGroup({
  source: 'Keeping',
  events: {
    Opened: emptyProps(),
    Read: props<{ keeping: KeepingNow }>(),
    'Read failed': props<{ trouble: Trouble }>(),
    'Deed asked': props<{ deed: KeepingDeed }>(),
    /** With the move that came of it; null where one was taken back. */
    'Deed done': props<{ deed: KeepingDeed; move: PieceMoveView | null }>(),
    'Deed failed': props<{ deed: KeepingDeed; trouble: Trouble }>(),
  },
});

export interface KeepingState {
  readonly keeping: KeepingNow | null;
  /** Whether somebody has looked at it: only then it is read anew when something changes. */
  readonly isWanted: boolean;
  readonly trouble: Trouble | null;
  /** What could not be done. */
  readonly failed: KeepingDeed | null;
}

const initial: KeepingState = { keeping: null, isWanted: false, trouble: null, failed: null };

/** How all that an order gets keeps: the oldest of it, until when all of it is eaten, and the worst of its pickups. */
export interface OrderKeeping {
  readonly agedMinutes: number;
  readonly eatBy: number;
  readonly verdict: PickupLife['verdict'];
  /** When the first of it is older than the shop hands over. */
  readonly tooOldFrom: number;
  /** Some of it is not to leave the shop. */
  readonly isStopped: boolean;
  /** Where it lies, each zone once. */
  readonly zones: readonly string[];
  /** How many of its pieces are dipped. */
  readonly dipped: number;
}

const NOTHING_KEPT: OrderKeeping = {
  ...{ agedMinutes: 0, eatBy: Infinity, verdict: 'right', tooOldFrom: Infinity, isStopped: false },
  zones: [],
  dipped: 0,
};
const MS_PER_MINUTE = 60_000;
const WORSE = ['right', 'at-risk', 'too-old'] as const;

/** When what is collected then is older than the shop hands over, if it waits at its usual warmth. */
function tooOldFrom({ pickupAt, agedMinutes }: PickupLife, holdMinutes: number): number {
  return Date.parse(pickupAt) + (holdMinutes - agedMinutes) * MS_PER_MINUTE;
}

/** By what a pickup is known. */
export function pickupKey({ batch, order }: { readonly batch: string; readonly order: string }): string {
  return `${batch} ${order}`;
}

/** What is made keeps how long: by where it lies, and how warm that was. */
export const keepingFeature = createFeature({
  name: 'keeping',
  reducer: createReducer(
    initial,
    on(KeepingActions.opened, (state): KeepingState => ({ ...state, isWanted: true })),
    on(KeepingActions.read, (state, { keeping }): KeepingState => ({ ...state, keeping })),
    on(KeepingActions.readFailed, (state, { trouble }): KeepingState => ({ ...state, trouble })),
    on(KeepingActions.deedAsked, (state): KeepingState => ({ ...state, trouble: null, failed: null })),
    on(KeepingActions.deedFailed, (state, { deed, trouble }): KeepingState => ({
      ...{ ...state, trouble, failed: deed },
    })),
  ),
  extraSelectors: ({ selectKeeping }) => ({
    /** What each order gets of each batch, by both. */
    selectPickups: createSelector(
      selectKeeping,
      (keeping): ReadonlyMap<string, PickupLife> =>
        new Map(
          (keeping?.batches ?? []).flatMap(({ batch, pickups }) =>
            pickups.map((pickup) => [pickupKey({ batch, order: pickup.order }), pickup] as const),
          ),
        ),
    ),
    /** Of each order the first of its pieces to be past eating, and the worst of its pickups. */
    selectByOrder: createSelector(selectKeeping, (keeping): ReadonlyMap<string, OrderKeeping> => {
      const orders = new Map<string, OrderKeeping>();
      const pickups = (keeping?.batches ?? []).flatMap(
        ({ isStopped, holdMinutes, zone, clockAt, pickups: own }) =>
          own.map((pickup) => ({
            ...{ ...pickup, isStopped, zone, from: tooOldFrom(pickup, holdMinutes) },
            dipped: clockAt === null ? 0 : pickup.pieces,
          })),
      );
      for (const { order, agedMinutes, eatBy, verdict, from, zone, isStopped, dipped } of pickups) {
        const known = orders.get(order) ?? NOTHING_KEPT;
        const isWorse = WORSE.indexOf(verdict) > WORSE.indexOf(known.verdict);
        orders.set(order, {
          agedMinutes: Math.max(known.agedMinutes, agedMinutes),
          eatBy: Math.min(known.eatBy, Date.parse(eatBy)),
          verdict: isWorse ? verdict : known.verdict,
          tooOldFrom: Math.min(known.tooOldFrom, from),
          isStopped: known.isStopped || isStopped,
          dipped: known.dipped + dipped,
          zones: zone === null || known.zones.includes(zone) ? known.zones : [...known.zones, zone],
        });
      }
      return orders;
    }),
  }),
});

/** Sensors speak all the time: once a minute is enough. */
const READ_EVERY_MS = 60_000;

export const readKeeping = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api)) => {
    const changes = actions.pipe(
      ofType(
        KeepingActions.opened,
        KeepingActions.deedDone,
        LiveActions.benchChanged,
        LiveActions.planChanged,
        LiveActions.ordersChanged,
        LiveActions.workshopChanged,
        LiveActions.connectionBack,
      ),
    );
    const warmth = actions.pipe(ofType(LiveActions.readingsChanged), throttleTime(READ_EVERY_MS));
    return merge(changes, warmth).pipe(
      concatLatestFrom(() => store.select(keepingFeature.selectIsWanted)),
      filter(([, isWanted]) => isWanted),
      switchMap(() =>
        outcome(api.keeping(), (keeping) => KeepingActions.read({ keeping }), KeepingActions.readFailed),
      ),
    );
  },
  { functional: true },
);

export const doKeepingDeed = askEffect({
  on: [KeepingActions.deedAsked],
  by: concatMap,
  ask: (api, { deed }) =>
    deed.kind === 'move' ? api.movePieces(deed.batch, deed.draft) : api.undoMove(deed.move),
  done: (move, { deed }) => KeepingActions.deedDone({ deed, move: move ?? null }),
  failed: ({ trouble }, { deed }) => KeepingActions.deedFailed({ deed, trouble }),
});
