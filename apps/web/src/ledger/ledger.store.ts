import { computed, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { WallTime } from '../shared/formats/wall-time';
import { benchFeature } from '../state/bench.state';
import { workshopFeature } from '../state/workshop.state';
import { isFound, runRow, sumOf, traceOf, type LedgerNames } from './ledger-rows';

interface LedgerPageState {
  readonly find: string;
  readonly chosenId: string | null;
}

/** The Ledger place: what is looked for among the sealed runs, and which one is chosen. */
export const LedgerStore = signalStore(
  withState<LedgerPageState>({ find: '', chosenId: null }),
  withComputed((page) => {
    const store = inject(Store);
    const runs = store.selectSignal(benchFeature.selectRuns);
    const workshop = store.selectSignal(workshopFeature.selectWorkshop);
    const pieces = store.selectSignal(workshopFeature.selectPieceNames);
    const names = computed((): LedgerNames | null => {
      const shop = workshop();
      return shop && { workshop: shop, pieces: pieces(), wall: new WallTime(shop.timeZone) };
    });
    const all = computed(() => {
      const [read, called] = [runs(), names()];
      return read && called ? read.map((run) => runRow(run, called)).reverse() : [];
    });
    const rows = computed(() => {
      const called = names();
      return called ? all().filter((row) => isFound(row, page.find(), called)) : [];
    });
    return {
      ...{ runs, names, all, rows },
      chosen: computed(() => rows().find(({ id }) => id === page.chosenId()) ?? rows()[0] ?? null),
      sum: computed(() => sumOf(rows())),
      trace: computed(() => traceOf(all(), page.find())),
    };
  }),
  withMethods((page) => ({
    look(find: string): void {
      patchState(page, { find });
    },
    choose(chosenId: string): void {
      patchState(page, { chosenId });
    },
    step(by: number): void {
      const rows = page.rows();
      const at = rows.findIndex(({ id }) => id === page.chosen()?.id);
      const next = rows[Math.max(0, Math.min(rows.length - 1, at + by))];
      if (next) patchState(page, { chosenId: next.id });
    },
  })),
);
