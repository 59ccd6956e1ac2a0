import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { EllStore } from '../shared/ell/ell.store';
import { money } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import { itemKey } from '../shared/larder/larder-words';
import { larderFeature } from '../state/larder.state';
import { WorkshopClock } from '../state/workshop-clock';
import { workshopFeature } from '../state/workshop.state';
import { larderRows, type LarderShown } from './larder-rows';
import type { NeedContext } from './need-words';

interface LarderPageState {
  readonly chosenKey: string | null;
  readonly find: string;
  readonly shown: LarderShown;
}

/** The Larder place: what is looked for, and which item is chosen. */
export const LarderPageStore = signalStore(
  withState<LarderPageState>({ chosenKey: null, find: '', shown: 'all' }),
  withComputed((page) => {
    const store = inject(Store);
    const clock = inject(WorkshopClock);
    const ell = inject(EllStore);
    const larder = store.selectSignal(larderFeature.selectLarder);
    const workshop = store.selectSignal(workshopFeature.selectWorkshop);
    const pieceNames = store.selectSignal(workshopFeature.selectPieceNames);
    const until = computed(() => {
      const span = ell.span();
      const day = span && workshop()?.season?.days[span.to];
      return day ? Date.parse(day.end) : null;
    });
    const rows = computed(() => {
      const [read, shop] = [larder(), workshop()];
      if (!read || !shop) return [];
      const { find, shown } = { find: page.find(), shown: page.shown() };
      return larderRows({ larder: read, workshop: shop, now: clock.now(), find, shown, until: until() });
    });
    const chosen = computed(() => rows().find(({ key }) => key === page.chosenKey()) ?? rows()[0] ?? null);
    return {
      larder,
      rows,
      chosen,
      isUntilPicked: computed(() => until() !== null),
      context: computed((): NeedContext | null => {
        const shop = workshop();
        return shop && { workshop: shop, pieceNames: pieceNames(), wall: new WallTime(shop.timeZone) };
      }),
      lots: computed(() => {
        const key = chosen()?.key;
        return (larder()?.lots ?? []).filter(({ item, amount }) => itemKey(item) === key && amount > 0);
      }),
      /** All that is to be bought, and how much of it is late. */
      total: computed(() => {
        const short = rows().filter(({ state }) => state === 'short');
        const minor = short.reduce((sum, { need }) => sum + need.priceMinor, 0);
        const late = short.filter(({ isLate }) => isLate).length;
        return { count: short.length, late, text: money(minor, workshop()?.currency ?? 'EUR') };
      }),
    };
  }),
  withMethods((page) => ({
    choose(chosenKey: string): void {
      patchState(page, { chosenKey });
    },
    look(change: Partial<Pick<LarderPageState, 'find' | 'shown'>>): void {
      patchState(page, change);
    },
    step(by: number): void {
      const rows = page.rows();
      const at = rows.findIndex(({ key }) => key === page.chosen()?.key);
      const next = rows[Math.max(0, Math.min(rows.length - 1, at + by))];
      if (next) patchState(page, { chosenKey: next.key });
    },
  })),
);
