import { inject } from '@angular/core';
import type {
  AllergyWaiver,
  CardDraft,
  CounterDeed,
  Order,
  OrderChange,
  OrderDraft,
  OrderPage,
  OrderQuery,
  OrderState,
  PaymentDraft,
  SlotMove,
} from '@alnage/contract';
import { Actions, createEffect, ofType } from '@ngrx/effects';
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
import { concatMap, exhaustMap, filter, map, switchMap } from 'rxjs';
import { Api } from './api';
import { askEffect, outcome } from './ask-effect';
import { LiveActions } from './live.state';
import { afterOutage, type Trouble } from './problem';
import { WorkshopActions } from './workshop.state';

export const OrderActions = createActionGroup({
  source: 'Orders',
  events: {
    /** Asks for the orders that fit; so many of the first at once. */
    'List asked': props<{ query: OrderFilter; rows: number }>(),
    /** Rows of the list that are on the screen, or about to be. */
    'Rows seen': props<{ from: number; to: number }>(),
    Read: props<{ page: OrderPage; query: OrderFilter; keepsOthers: boolean }>(),
    'Read failed': props<{ trouble: Trouble }>(),
    'Save asked': props<{ draft: OrderDraft; original: Order | null }>(),
    Saved: props<{ order: Order }>(),
    'Save failed': props<{ trouble: Trouble }>(),
    'Save dismissed': emptyProps(),
    /** With who answers for it where its customer must never have what is in it. */
    'Move asked': props<{ order: Order; to: OrderState; despiteAllergy?: AllergyWaiver }>(),
    Moved: props<{ order: Order; from: OrderState }>(),
    /** With the order as it was. */
    'Move failed': props<{ trouble: Trouble; order: Order }>(),
    'Pay asked': props<{ id: string; draft: PaymentDraft }>(),
    Paid: props<{ order: Order }>(),
    'Pay failed': props<{ trouble: Trouble }>(),
    'Pay dismissed': emptyProps(),
    /** What the counter did is with the server. */
    'Counter done': props<{ order: Order; deed: CounterDeed }>(),
    /** What the counter handed over last was not. */
    'Counter undo asked': props<{ order: Order }>(),
    'Card deed asked': props<{ id: string; deed: CardDeed }>(),
    'Slot opened': emptyProps(),
    /** What is made goes at another time. */
    'Slot asked': props<{ id: string; move: SlotMove }>(),
    'Slot failed': props<{ trouble: Trouble }>(),
    /** It is another than it was. */
    Changed: props<{ order: Order }>(),
  },
});

/** What is done with the card terminal for an order. */
export type CardDeed =
  | { readonly kind: 'ask'; readonly draft: CardDraft }
  | { readonly kind: 'cancel'; readonly card: string }
  | { readonly kind: 'seen'; readonly card: string; readonly wasTaken: boolean };

/** Which orders a list is of. */
export type OrderFilter = Pick<OrderQuery, 'find' | 'from' | 'to' | 'leaving'>;

/** Rows that are read together. */
const ROWS_AT_ONCE = 100;

export interface OrdersState {
  readonly filter: OrderFilter;
  /** Every order that fits, in its place; null where it has not been read. */
  readonly rows: readonly (Order | null)[];
  /** The rows that are kept up to date, in whole parts. */
  readonly seen: { readonly from: number; readonly to: number };
  /** The order whose place is sought with the next reading. */
  readonly sought: string | null;
  /** Where the sought order was found. */
  readonly found: { readonly index: number } | null;
  readonly isRead: boolean;
  readonly isSaving: boolean;
  readonly saveTrouble: Trouble | null;
  readonly isPaying: boolean;
  readonly payTrouble: Trouble | null;
  readonly slotTrouble: Trouble | null;
}

const initial: OrdersState = {
  filter: {},
  rows: [],
  seen: { from: 0, to: ROWS_AT_ONCE },
  sought: null,
  found: null,
  isRead: false,
  isSaving: false,
  saveTrouble: null,
  isPaying: false,
  payTrouble: null,
  slotTrouble: null,
};

export const ordersFeature = createFeature({
  name: 'orders',
  reducer: createReducer(
    initial,
    on(OrderActions.listAsked, (state, { query, rows }): OrdersState => ({
      ...state,
      filter: query,
      seen: { from: 0, to: rows },
      isRead: false,
    })),
    on(OrderActions.rowsSeen, (state, { from, to }): OrdersState => ({
      ...state,
      seen: {
        from: from - (from % ROWS_AT_ONCE),
        to: Math.ceil(Math.max(to, 1) / ROWS_AT_ONCE) * ROWS_AT_ONCE,
      },
    })),
    on(OrderActions.read, (state, { page, query, keepsOthers }): OrdersState => {
      // an answer to what is no longer asked
      if (query !== state.filter) return state;
      const to = page.offset + Math.max(page.orders.length, ROWS_AT_ONCE);
      return {
        ...state,
        rows: withPage(keepsOthers ? state.rows : [], page),
        seen: page.index === null ? state.seen : { from: page.offset, to },
        sought: null,
        found: page.index === null ? state.found : { index: page.index },
        isRead: true,
      };
    }),
    on(OrderActions.saveAsked, (state): OrdersState => ({ ...state, isSaving: true, saveTrouble: null })),
    on(OrderActions.saved, (state, { order }): OrdersState => ({
      ...state,
      rows: withOrder(state.rows, order),
      sought: order.id,
      isSaving: false,
    })),
    on(OrderActions.saveFailed, (state, { trouble }): OrdersState => ({
      ...state,
      isSaving: false,
      saveTrouble: trouble,
    })),
    on(OrderActions.saveDismissed, (state): OrdersState => ({ ...state, saveTrouble: null })),
    on(OrderActions.moved, OrderActions.counterDone, (state, { order }): OrdersState => ({
      ...state,
      rows: withOrder(state.rows, order),
    })),
    on(OrderActions.payAsked, OrderActions.cardDeedAsked, (state): OrdersState => ({
      ...state,
      isPaying: true,
      payTrouble: null,
    })),
    on(OrderActions.slotAsked, OrderActions.slotOpened, (state): OrdersState => ({
      ...state,
      slotTrouble: null,
    })),
    on(OrderActions.slotFailed, (state, { trouble }): OrdersState => ({ ...state, slotTrouble: trouble })),
    on(OrderActions.paid, OrderActions.changed, (state, { order }): OrdersState => ({
      ...state,
      rows: withOrder(state.rows, order),
      isPaying: false,
    })),
    on(OrderActions.payFailed, (state, { trouble }): OrdersState => ({
      ...state,
      isPaying: false,
      payTrouble: trouble,
    })),
    on(LiveActions.connectionBack, (state): OrdersState => ({
      ...state,
      saveTrouble: afterOutage(state.saveTrouble),
      payTrouble: afterOutage(state.payTrouble),
    })),
    on(OrderActions.payDismissed, (state): OrdersState => ({ ...state, payTrouble: null })),
  ),
  extraSelectors: ({ selectRows }) => ({
    /** Those that have been read. */
    selectOrders: createSelector(selectRows, (rows) => rows.filter((row) => row !== null)),
  }),
});

/** The list with a part of it in its place, and as long as it is now. */
export function withPage(rows: readonly (Order | null)[], page: OrderPage): (Order | null)[] {
  return Array.from(
    { length: page.total },
    (_, index) => page.orders[index - page.offset] ?? rows[index] ?? null,
  );
}

/** The list with this order as it is now, if it is there; an older version never replaces a newer one. */
export function withOrder(rows: readonly (Order | null)[], order: Order): (Order | null)[] {
  return rows.map((row) => (row?.id === order.id && row.version <= order.version ? order : row));
}

/** What makes the list be read anew. */
const CHANGES = [
  WorkshopActions.read,
  LiveActions.ordersChanged,
  OrderActions.listAsked,
  OrderActions.saved,
  OrderActions.moveFailed,
  OrderActions.payFailed,
] as const;

/** Reads the rows that are seen: all of them when something changed, else only where some are missing. */
export const readOrders = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) => {
    const orders = store.selectSignal(ordersFeature.selectOrdersState);
    return actions.pipe(
      ofType(...CHANGES, OrderActions.rowsSeen),
      map(({ type }) => ({ state: orders(), keepsOthers: type === OrderActions.rowsSeen.type })),
      filter(({ state, keepsOthers }) => !keepsOthers || isMissing(state)),
      switchMap(({ state: { filter: query, seen, sought }, keepsOthers }) =>
        outcome(
          api.orders({
            ...query,
            offset: seen.from,
            limit: seen.to - seen.from,
            ...(sought !== null && !keepsOthers && { seek: sought }),
          }),
          (page) => OrderActions.read({ page, query, keepsOthers }),
          OrderActions.readFailed,
        ),
      ),
    );
  },
  { functional: true },
);

function isMissing({ rows, seen: { from, to } }: OrdersState): boolean {
  return rows.slice(from, to).some((row) => row === null);
}

function changeOf({ state: _state, ...draft }: OrderDraft, { version }: Order): OrderChange {
  // nothing said of them is said as such: what is left out stays as it was
  return { phone: '', allergies: [], ...draft, version };
}

export const saveOrder = askEffect({
  on: [OrderActions.saveAsked],
  by: exhaustMap,
  ask: (api, { draft, original }) =>
    original ? api.changeOrder(original.id, changeOf(draft, original)) : api.takeOrder(draft),
  done: (order) => OrderActions.saved({ order }),
  failed: OrderActions.saveFailed,
});

export const payOrder = askEffect({
  on: [OrderActions.payAsked],
  by: exhaustMap,
  ask: (api, { id, draft }) => api.payOrder(id, draft),
  done: (order) => OrderActions.paid({ order }),
  failed: OrderActions.payFailed,
});

export const useTerminal = askEffect({
  on: [OrderActions.cardDeedAsked],
  by: concatMap,
  ask: (api, { id, deed }) => {
    switch (deed.kind) {
      case 'ask':
        return api.askCard(id, deed.draft);
      case 'cancel':
        return api.cancelCard({ id, card: deed.card });
      case 'seen':
        return api.sawCard({ id, card: deed.card }, deed.wasTaken);
    }
  },
  done: (order) => OrderActions.changed({ order }),
  failed: OrderActions.payFailed,
});

export const moveSlot = askEffect({
  on: [OrderActions.slotAsked],
  by: exhaustMap,
  ask: (api, { id, move }) => api.moveSlot(id, move),
  done: (order) => OrderActions.changed({ order }),
  failed: OrderActions.slotFailed,
});

export const moveOrder = askEffect({
  on: [OrderActions.moveAsked],
  by: concatMap,
  ask: (api, { order, to, despiteAllergy }) =>
    api.moveOrder(order.id, {
      ...{ to, version: order.version, despiteKitchen: null },
      ...(despiteAllergy && { despiteAllergy }),
    }),
  done: (moved, { order }) => OrderActions.moved({ order: moved, from: order.state }),
  failed: ({ trouble }, { order }) => OrderActions.moveFailed({ trouble, order }),
});
