import { computed, effect, inject, untracked } from '@angular/core';
import { ORDERS_AT_ONCE } from '@alnage/contract';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { airOf } from '../shared/bench/kitchen-air';
import { EllStore } from '../shared/ell/ell.store';
import { WallTime } from '../shared/formats/wall-time';
import { asDone } from '../shared/orders/as-done';
import { CounterOutbox } from '../shared/orders/counter-outbox';
import { benchFeature } from '../state/bench.state';
import { customersFeature } from '../state/customers.state';
import { keepingFeature } from '../state/keeping.state';
import { OrderActions, ordersFeature } from '../state/orders.state';
import { planFeature } from '../state/plan.state';
import { WorkshopClock } from '../state/workshop-clock';
import { workshopFeature } from '../state/workshop.state';
import { counterHours } from './counter-rows';
import { dewText } from './keeping/dew-words';

/** The Counter place: the day's orders by hour, what is looked for, which order is chosen. */
export const CounterPageStore = signalStore(
  withState<{ chosenId: string | null; find: string }>({ chosenId: null, find: '' }),
  withComputed((page) => {
    const store = inject(Store);
    const clock = inject(WorkshopClock);
    const ell = inject(EllStore);
    const outbox = inject(CounterOutbox);
    const read = store.selectSignal(ordersFeature.selectOrders);
    // what was done here counts, whether the server knows of it or not
    const orders = computed(() => read().map((order) => asDone(order, outbox.doneWith(order.id))));
    const workshop = store.selectSignal(workshopFeature.selectWorkshop);
    const names = store.selectSignal(workshopFeature.selectOrderNames);
    const clashBook = store.selectSignal(workshopFeature.selectClashBook);
    const customers = store.selectSignal(customersFeature.selectCustomersById);
    const fates = store.selectSignal(planFeature.selectWorkedFates);
    const saved = store.selectSignal(planFeature.selectWorkedBy);
    const made = store.selectSignal(benchFeature.selectMade);
    const keeping = store.selectSignal(keepingFeature.selectByOrder);
    const keepingNow = store.selectSignal(keepingFeature.selectKeeping);
    const devices = store.selectSignal(benchFeature.selectDevices);
    const day = computed(() => {
      const days = workshop()?.season?.days ?? [];
      const picked = ell.span();
      if (picked) return days[picked.from] ?? null;
      return days.find((each) => clock.now() < Date.parse(each.end)) ?? days.at(-1) ?? null;
    });
    const hours = computed(() => {
      const [shop, shown] = [workshop(), day()];
      if (!shop || !shown) return [];
      return counterHours({
        orders: orders(),
        workshop: shop,
        names: names(),
        clashBook: clashBook(),
        customers: customers(),
        fates: fates(),
        made: made(),
        keeping: keeping(),
        dewOf: (zones) => {
          const now = keepingNow();
          const own = now?.zones.filter(({ zone }) => zones.includes(zone)) ?? [];
          return now && own.length > 0 ? dewText({ ...now, zones: own }, airOf(devices()), shop.zones) : '';
        },
        horizonStart: Date.parse(saved()?.horizonStart ?? shown.start),
        day: shown,
        find: page.find(),
        now: clock.now(),
      });
    });
    const wall = computed(() => new WallTime(workshop()?.timeZone ?? 'UTC'));
    return {
      all: orders,
      day,
      hours,
      wall,
      title: computed(() => (day() ? `${wall().weekday(Date.parse(day()!.start))}’s handover` : 'Handover')),
      toGo: computed(() => hours().reduce((sum, hour) => sum + hour.toGo, 0)),
      gone: computed(() => hours().reduce((sum, hour) => sum + hour.gone, 0)),
      late: computed(() =>
        hours().reduce((sum, hour) => sum + hour.rows.filter((row) => row.isLate).length, 0),
      ),
      chosen: computed(() => orders().find((order) => order.id === page.chosenId()) ?? null),
      chosenFate: computed(() => fates().get(page.chosenId() ?? '') ?? null),
    };
  }),
  withMethods((page) => ({
    choose(chosenId: string): void {
      patchState(page, { chosenId });
    },
    look(find: string): void {
      patchState(page, { find });
    },
    step(by: number): void {
      const rows = page.hours().flatMap((hour) => hour.rows);
      const at = rows.findIndex((row) => row.order.id === page.chosenId());
      const next = rows[Math.max(0, Math.min(rows.length - 1, at + by))];
      if (next) patchState(page, { chosenId: next.order.id });
    },
  })),
  withHooks({
    onInit(page) {
      const store = inject(Store);
      const date = computed(() => page.day()?.date);
      effect(() => {
        const day = date();
        // all of a day at once: the hours are counted, and what is sent leaves days before it arrives
        const query = day ? { from: day, to: day, leaving: true } : {};
        untracked(() => store.dispatch(OrderActions.listAsked({ query, rows: ORDERS_AT_ONCE })));
      });
    },
  }),
);
