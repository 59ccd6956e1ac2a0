import { computed, effect, inject, untracked } from '@angular/core';
import type { Order, SeasonDay } from '@alnage/contract';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { EllStore, type DaySpan } from '../shared/ell/ell.store';
import { WallTime } from '../shared/formats/wall-time';
import { OrderActions, ordersFeature, type OrderFilter } from '../state/orders.state';
import { planFeature } from '../state/plan.state';
import { workshopFeature } from '../state/workshop.state';
import { orderRow, type OrderRow } from '../shared/orders/order-rows';

/** What is open in the composer: nothing, a new order, or a change to one. */
export type Composing = { readonly kind: 'new' } | { readonly kind: 'change'; readonly order: Order } | null;

/** Rows that are read first. */
const ROWS_FIRST = 100;

/** The Orders place: which order is chosen, what is looked for, what is being composed. */
export const OrdersPageStore = signalStore(
  withState<{ chosen: Order | null; find: string; composing: Composing }>({
    chosen: null,
    find: '',
    composing: null,
  }),
  withComputed((page) => {
    const store = inject(Store);
    const ell = inject(EllStore);
    const rows = store.selectSignal(ordersFeature.selectRows);
    const names = store.selectSignal(workshopFeature.selectOrderNames);
    const fates = store.selectSignal(planFeature.selectFates);
    const workshop = store.selectSignal(workshopFeature.selectWorkshop);
    const wall = computed(() => new WallTime(workshop()?.timeZone ?? 'UTC'));
    // the chosen order as it is now, also where the list has moved on from it
    const chosen = computed(() => {
      const picked = page.chosen();
      const known = rows().find((row) => row?.id === picked?.id);
      return known && picked && known.version >= picked.version ? known : picked;
    });
    return {
      wall,
      /** Every order that fits, ready to read; null where it has not been read yet. */
      rows: computed((): readonly (OrderRow | null)[] => {
        const shown = { names: names(), fates: fates(), wall: wall() };
        return rows().map((order) => order && orderRow(order, shown));
      }),
      chosenNow: chosen,
      chosenId: computed(() => page.chosen()?.id ?? null),
      chosenFate: computed(() => fates().get(page.chosen()?.id ?? '') ?? null),
      /** Which orders are asked for: what is looked for, on the days picked on the ell. */
      filter: computed((): OrderFilter =>
        filterOf(page.find(), pickedDays(workshop()?.season?.days ?? [], ell.span())),
      ),
    };
  }),
  withMethods((page) => ({
    choose(chosen: Order): void {
      patchState(page, { chosen });
    },
    look(find: string): void {
      patchState(page, { find });
    },
    compose(composing: Composing): void {
      patchState(page, { composing });
    },
    /** Moves the choice up or down the list; the place it is at then. */
    step(by: number): number | null {
      const rows = page.rows();
      const at = rows.findIndex((row) => row?.order.id === page.chosenId());
      const next = Math.max(0, Math.min(rows.length - 1, at + by));
      const row = rows[next];
      if (!row) return null;
      patchState(page, { chosen: row.order });
      return next;
    },
  })),
  withHooks({
    onInit(page) {
      const store = inject(Store);
      effect(() => {
        const query = page.filter();
        untracked(() => store.dispatch(OrderActions.listAsked({ query, rows: ROWS_FIRST })));
      });
    },
  }),
);

function pickedDays(
  days: readonly SeasonDay[],
  span: DaySpan | null,
): { readonly from: string; readonly to: string } | null {
  const [first, last] = [days[span?.from ?? -1], days[span?.to ?? -1]];
  return first && last ? { from: first.date, to: last.date } : null;
}

function filterOf(find: string, days: { readonly from: string; readonly to: string } | null): OrderFilter {
  const words = find.trim();
  return { ...(words && { find: words }), ...days };
}
