import { computed, inject } from '@angular/core';
import type { Order } from '@alnage/contract';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { EllStore } from '../shared/ell/ell.store';
import { WallTime } from '../shared/formats/wall-time';
import { ordersFeature } from '../state/orders.state';
import { planFeature } from '../state/plan.state';
import { workshopFeature } from '../state/workshop.state';
import { matching, orderRows } from '../shared/orders/order-rows';

/** What is open in the composer: nothing, a new order, or a change to one. */
export type Composing = { readonly kind: 'new' } | { readonly kind: 'change'; readonly order: Order } | null;

/** The Orders place: which order is chosen, what is looked for, what is being composed. */
export const OrdersPageStore = signalStore(
  withState<{ chosenId: string | null; find: string; composing: Composing }>({
    chosenId: null,
    find: '',
    composing: null,
  }),
  withComputed((page) => {
    const store = inject(Store);
    const ell = inject(EllStore);
    const orders = store.selectSignal(ordersFeature.selectOrders);
    const names = store.selectSignal(workshopFeature.selectOrderNames);
    const fates = store.selectSignal(planFeature.selectFates);
    const workshop = store.selectSignal(workshopFeature.selectWorkshop);
    const wall = computed(() => new WallTime(workshop()?.timeZone ?? 'UTC'));
    const shown = computed(() => {
      const span = ell.span();
      const days = workshop()?.season?.days ?? [];
      const found = matching(orders(), page.find());
      if (span === null || !days[span.to]) return found;
      const [start, end] = [Date.parse(days[span.from]!.start), Date.parse(days[span.to]!.end)];
      return found.filter((order) => Date.parse(order.pickupAt) >= start && Date.parse(order.pickupAt) < end);
    });
    return {
      wall,
      rows: computed(() => orderRows({ orders: shown(), names: names(), fates: fates(), wall: wall() })),
      chosen: computed(() => orders().find((order) => order.id === page.chosenId()) ?? null),
      chosenFate: computed(() => fates().get(page.chosenId() ?? '') ?? null),
    };
  }),
  withMethods((page) => ({
    choose(order: Order): void {
      patchState(page, { chosenId: order.id });
    },
    look(find: string): void {
      patchState(page, { find });
    },
    compose(composing: Composing): void {
      patchState(page, { composing });
    },
    /** Moves the choice up or down the list. */
    step(by: number): void {
      const rows = page.rows();
      const at = rows.findIndex((row) => row.order.id === page.chosenId());
      const next = rows[Math.max(0, Math.min(rows.length - 1, at + by))];
      if (next) patchState(page, { chosenId: next.order.id });
    },
  })),
);
