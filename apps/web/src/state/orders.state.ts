import { inject } from '@angular/core';
import {
  PROMISED_STATES,
  type Order,
  type OrderChange,
  type OrderDraft,
  type OrderState,
  type PaymentDraft,
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
} from '@ngrx/store';
import { catchError, concatMap, exhaustMap, map, of, switchMap } from 'rxjs';
import { Api } from './api';
import { LiveActions } from './live.state';
import { troubleOf, type Trouble } from './problem';
import { WorkshopActions } from './workshop.state';

export const OrderActions = createActionGroup({
  source: 'Orders',
  events: {
    Read: props<{ orders: Order[] }>(),
    'Read failed': props<{ trouble: Trouble }>(),
    'Save asked': props<{ draft: OrderDraft; original: Order | null }>(),
    Saved: props<{ order: Order }>(),
    'Save failed': props<{ trouble: Trouble }>(),
    'Save dismissed': emptyProps(),
    'Move asked': props<{ order: Order; to: OrderState }>(),
    Moved: props<{ order: Order; from: OrderState }>(),
    'Move failed': props<{ trouble: Trouble }>(),
    'Pay asked': props<{ id: string; draft: PaymentDraft }>(),
    Paid: props<{ order: Order }>(),
    'Pay failed': props<{ trouble: Trouble }>(),
    'Pay dismissed': emptyProps(),
  },
});

export interface OrdersState {
  readonly orders: readonly Order[];
  readonly isRead: boolean;
  readonly isSaving: boolean;
  readonly saveTrouble: Trouble | null;
  readonly isPaying: boolean;
  readonly payTrouble: Trouble | null;
}

const initial: OrdersState = {
  orders: [],
  isRead: false,
  isSaving: false,
  saveTrouble: null,
  isPaying: false,
  payTrouble: null,
};

export const ordersFeature = createFeature({
  name: 'orders',
  reducer: createReducer(
    initial,
    on(OrderActions.read, (state, { orders }): OrdersState => ({ ...state, orders, isRead: true })),
    on(OrderActions.saveAsked, (state): OrdersState => ({ ...state, isSaving: true, saveTrouble: null })),
    on(OrderActions.saved, (state, { order }): OrdersState => ({
      ...state,
      orders: withOrder(state.orders, order),
      isSaving: false,
    })),
    on(OrderActions.saveFailed, (state, { trouble }): OrdersState => ({
      ...state,
      isSaving: false,
      saveTrouble: trouble,
    })),
    on(OrderActions.saveDismissed, (state): OrdersState => ({ ...state, saveTrouble: null })),
    on(OrderActions.moved, (state, { order }): OrdersState => ({
      ...state,
      orders: withOrder(state.orders, order),
    })),
    on(OrderActions.payAsked, (state): OrdersState => ({ ...state, isPaying: true, payTrouble: null })),
    on(OrderActions.paid, (state, { order }): OrdersState => ({
      ...state,
      orders: withOrder(state.orders, order),
      isPaying: false,
    })),
    on(OrderActions.payFailed, (state, { trouble }): OrdersState => ({
      ...state,
      isPaying: false,
      payTrouble: trouble,
    })),
    on(OrderActions.payDismissed, (state): OrdersState => ({ ...state, payTrouble: null })),
  ),
  extraSelectors: ({ selectOrders }) => ({
    selectOrdersById: createSelector(
      selectOrders,
      (orders): ReadonlyMap<string, Order> => new Map(orders.map((order) => [order.id, order])),
    ),
    selectOpenOrders: createSelector(selectOrders, (orders) =>
      orders.filter(({ state }) => PROMISED_STATES.includes(state)),
    ),
  }),
});

/** The list with this order in its place by pickup; an older version never replaces a newer one. */
export function withOrder(orders: readonly Order[], order: Order): Order[] {
  const known = orders.find((each) => each.id === order.id);
  if (known && known.version > order.version) return [...orders];
  const others = orders.filter((each) => each.id !== order.id);
  return [...others, order].sort(
    (a, b) => a.pickupAt.localeCompare(b.pickupAt) || a.ticket.localeCompare(b.ticket),
  );
}

export const readOrders = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(
        WorkshopActions.read,
        LiveActions.ordersChanged,
        OrderActions.moveFailed,
        OrderActions.payFailed,
      ),
      switchMap(() =>
        api.orders().pipe(
          map((orders) => OrderActions.read({ orders })),
          catchError((error: unknown) => of(OrderActions.readFailed({ trouble: troubleOf(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

function changeOf({ state: _state, ...draft }: OrderDraft, { version }: Order): OrderChange {
  return { ...draft, version };
}

export const saveOrder = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(OrderActions.saveAsked),
      exhaustMap(({ draft, original }) =>
        (original ? api.changeOrder(original.id, changeOf(draft, original)) : api.takeOrder(draft)).pipe(
          map((order) => OrderActions.saved({ order })),
          catchError((error: unknown) => of(OrderActions.saveFailed({ trouble: troubleOf(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

export const payOrder = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(OrderActions.payAsked),
      exhaustMap(({ id, draft }) =>
        api.payOrder(id, draft).pipe(
          map((order) => OrderActions.paid({ order })),
          catchError((error: unknown) => of(OrderActions.payFailed({ trouble: troubleOf(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);

export const moveOrder = createEffect(
  (actions = inject(Actions), api = inject(Api)) => {
    return actions.pipe(
      ofType(OrderActions.moveAsked),
      concatMap(({ order, to }) =>
        api.moveOrder(order.id, { to, version: order.version, despiteKitchen: false }).pipe(
          map((moved) => OrderActions.moved({ order: moved, from: order.state })),
          catchError((error: unknown) => of(OrderActions.moveFailed({ trouble: troubleOf(error) }))),
        ),
      ),
    );
  },
  { functional: true },
);
