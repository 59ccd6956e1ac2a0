import { computed, inject } from '@angular/core';
import { ledgerSums } from '@alnage/core/bench';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { EllStore } from '../shared/ell/ell.store';
import { WallTime } from '../shared/formats/wall-time';
import { benchFeature } from '../state/bench.state';
import { workshopFeature } from '../state/workshop.state';
import { figuresOf, isFound, runRow, seasonsOf, traceOf, type LedgerNames } from './ledger-rows';

interface LedgerPageState {
  /** When the season began whose runs are shown; '' for all that there are. */
  readonly season: string;
  readonly find: string;
  readonly chosenId: string | null;
}

/** The Ledger place: what is looked for among the sealed runs, and which one is chosen. */
export const LedgerStore = signalStore(
  withState<LedgerPageState>({ season: '', find: '', chosenId: null }),
  withComputed((page) => {
    const store = inject(Store);
    const ell = inject(EllStore);
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
    const inSeason = computed(() => {
      const season = page.season();
      return all().filter(({ run }) => season === '' || run.horizonStart === season);
    });
    /** The days that are picked on the ell, in ms; null: every day. */
    const picked = computed(() => {
      const [span, days] = [ell.span(), workshop()?.season?.days ?? []];
      const [from, to] = [days[span?.from ?? -1], days[span?.to ?? -1]];
      return from && to ? { from: Date.parse(from.start), to: Date.parse(to.end) } : null;
    });
    const trace = computed(() => traceOf(all(), page.find()));
    const rows = computed(() => {
      const [called, days, traced] = [names(), picked(), trace()];
      if (!called) return [];
      return inSeason().filter((row) => {
        const at = Date.parse(row.run.startedAt);
        const isMeant = isFound(row, page.find(), called) || (traced?.runs.includes(row.id) ?? false);
        return isMeant && (!days || (at >= days.from && at < days.to));
      });
    });
    return {
      ...{ runs, names, all, inSeason, rows, trace },
      seasons: computed(() => {
        const [read, called] = [runs(), names()];
        return read && called ? seasonsOf(read, called) : [];
      }),
      /** The picked days, as they are called. */
      days: computed(() => {
        const [called, days] = [names(), picked()];
        if (!called || !days) return '';
        const [first, last] = [called.wall.day(days.from), called.wall.day(days.to - 1)];
        return first === last ? first : `${first} to ${last}`;
      }),
      chosen: computed(() => rows().find(({ id }) => id === page.chosenId()) ?? rows()[0] ?? null),
      sum: computed(() => ledgerSums(rows().map(({ run }) => figuresOf(run)))),
    };
  }),
  withMethods((page, ell = inject(EllStore)) => ({
    setSeason(season: string): void {
      patchState(page, { season, chosenId: null });
    },
    allDays(): void {
      ell.clear();
    },
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
