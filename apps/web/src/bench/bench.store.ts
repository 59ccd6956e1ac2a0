import { DestroyRef, computed, effect, inject, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { ReadingsView } from '@alnage/contract';
import {
  canBeDone,
  contentsOf,
  isDip,
  queueOf,
  runShown,
  stageBefore,
  worksAtBench,
  type BenchDeed,
  type BenchLens,
  type StageWork,
  type WorkAtBench,
} from '@alnage/core/bench';
import { courseAhead } from '@alnage/core/heat';
import { Actions, ofType } from '@ngrx/effects';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { catchError, of, Subject, switchMap, throttleTime } from 'rxjs';
import { airOf } from '../shared/bench/kitchen-air';
import { Outbox } from '../shared/bench/outbox';
import type { BowlDrawing } from '../shared/bench/draw-bowl';
import { mass } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import { personHere } from '../shared/person/person';
import { planWords } from '../shared/plan/plan-names';
import { Api } from '../state/api';
import { benchFeature } from '../state/bench.state';
import { LiveActions } from '../state/live.state';
import { WorkshopClock } from '../state/workshop-clock';
import { workshopFeature } from '../state/workshop.state';
import { stepWord } from '../shared/bench/temper-words';
import { heatOf } from './bowl-heat';

const MS_PER_MINUTE = 60_000;
/** So much of a bowl’s past is drawn. */
const PAST_MINUTES = 90;
const LENS_KEY = 'alnage-bench-lens';
const AHEAD_MINUTES = 30;
/** Nobody waits for longer than that at the bench. */
const CALLED_MINUTES = 240;

/** What is open beside the run. */
export type BenchPanel = 'weigh' | 'reject' | 'trouble' | 'mend' | 'before' | null;

interface BenchPageState {
  /** Whose bench somebody wants to see. */
  readonly wantedLens: BenchLens | null;
  /** The work that somebody wants to see; null: the next one. */
  readonly chosenKey: string | null;
  readonly panel: BenchPanel;
  readonly view: ReadingsView;
}

const NO_VIEW: ReadingsView = { device: null, readings: [] };

function keptLens(): BenchLens | null {
  try {
    const lens = JSON.parse(localStorage.getItem(LENS_KEY) ?? 'null') as Partial<BenchLens> | null;
    return lens?.id && (lens.kind === 'person' || lens.kind === 'bowl') ? (lens as BenchLens) : null;
  } catch {
    return null;
  }
}

/** The Bench place: whose bench it is, which work is in hand, and what the bowl says. */
export const BenchStore = signalStore(
  withState<BenchPageState>(() => ({ wantedLens: keptLens(), chosenKey: null, panel: null, view: NO_VIEW })),
  withComputed((page) => {
    const store = inject(Store);
    const clock = inject(WorkshopClock);
    const outbox = inject(Outbox);
    const bench = store.selectSignal(benchFeature.selectBench);
    const devices = store.selectSignal(benchFeature.selectDevices);
    const workshop = store.selectSignal(workshopFeature.selectWorkshop);
    const pieces = store.selectSignal(workshopFeature.selectPieces);
    const start = computed(() => Date.parse(bench()?.horizonStart ?? '1970-01-01T00:00:00Z'));
    const all = computed(() => {
      const read = bench();
      return read ? worksAtBench(read, outbox.mine()) : [];
    });
    const lens = computed((): BenchLens | null => {
      const [shop, wanted] = [workshop(), page.wantedLens()];
      const isThere = (each: BenchLens): boolean =>
        (each.kind === 'person' ? shop?.people : shop?.bowls)?.some(({ id }) => id === each.id) ?? false;
      if (wanted && isThere(wanted)) return wanted;
      const person = personHere() ?? shop?.people.find(({ skills }) => skills.includes('dip'))?.id;
      return person ? { kind: 'person', id: person } : null;
    });
    const nowMinute = computed(() => (clock.now() - start()) / MS_PER_MINUTE);
    const queue = computed(() => {
      const at = lens();
      const lost = bench()?.lost ?? [];
      return at ? queueOf(all().filter(canBeDone(lost)), at, nowMinute()) : [];
    });
    const current = computed(
      () => all().find(({ work }) => work.key === page.chosenKey()) ?? queue()[0] ?? null,
    );
    const bowl = computed(() => {
      const work = current()?.work;
      return work ? ((work.kind === 'melt' ? work.bowl : work.melt?.bowl) ?? null) : null;
    });
    const contents = computed(() => {
      const [read, work] = [bench(), current()?.work];
      const melt = work?.kind === 'melt' ? work.melt : work?.melt?.id;
      return read && melt ? contentsOf(melt, all(), read) : null;
    });
    const air = computed(() => airOf(devices()));
    const roomCelsius = computed(() => air().roomCelsius);
    const heat = computed(() => {
      const [shop, at] = [workshop(), current()];
      if (!shop || !at) return null;
      return heatOf(at, {
        ...{ workshop: shop, pieces: pieces(), readings: page.view().readings, roomCelsius: roomCelsius() },
        ...{ now: clock.second(), grams: contents()?.grams ?? 0, works: bench()?.works ?? [] },
      });
    });
    const words = computed(() => {
      const [shop, read] = [workshop(), bench()];
      return shop && read?.horizonStart
        ? planWords({ horizonStart: read.horizonStart, plan: { melts: [] } }, shop, pieces())
        : null;
    });
    return {
      ...{
        bench,
        workshop,
        pieces,
        all,
        lens,
        queue,
        current,
        bowl,
        contents,
        heat,
        words,
        start,
        nowMinute,
      },
      nowMs: clock.second,
      roomCelsius,
      air,
      devices,
    };
  }),
  withComputed((page) => {
    const clock = inject(WorkshopClock);
    const { current, workshop, start, contents, devices, bowl, heat, air } = page;
    return {
      /** Who signs what is done here: whose bench it is, else who is at the screen. */
      signer: computed(() => {
        const lens = page.lens();
        return lens?.kind === 'person' ? lens.id : personHere();
      }),
      /** The stage before the work in hand, while nobody has written down that it is done. */
      before: computed(() => {
        const at = current();
        const before = at && at.state.begunAt === null ? stageBefore(at, page.all()) : null;
        return before?.isDone ? null : before;
      }),
      wall: computed(() => new WallTime(workshop()?.timeZone ?? 'UTC')),
      humidity: computed(() => air().humidity),
      run: computed(() => {
        const at = current();
        if (!at || !isDip(at.work)) return null;
        const { melt } = at.work;
        const tailGrams = workshop()?.bowls.find(({ id }) => id === melt.bowl)?.tailGrams ?? 0;
        const context = { now: clock.second(), start: start(), grams: contents()?.grams ?? 0, tailGrams };
        return runShown({ ...at, work: at.work as StageWork }, context);
      }),
      /** The stable weight that the scale of this bowl shows. */
      scaleGrams: computed(() => {
        const scale = devices().find((device) => device.kind === 'scale' && device.bowl === bowl());
        const last = scale?.last.find(({ kind }) => kind === 'grams');
        return last ? { grams: Math.max(0, Math.round(last.value)), at: Date.parse(last.at) } : null;
      }),
      drawing: computed((): BowlDrawing | null => {
        const [told, at] = [heat(), current()];
        if (!told || !at) return null;
        const { forecast, windows, school } = told;
        const fit = forecast.kind === 'leaves' || forecast.kind === 'holds' ? forecast.fit : null;
        const wall = new WallTime(workshop()!.timeZone);
        return {
          ...{ readings: page.view().readings, windows, isTempered: school !== 'melt', now: clock.second() },
          ahead: fit ? courseAhead(fit, AHEAD_MINUTES, 15) : [],
          marks: marksOf(at),
          time: (instant) => wall.time(instant),
        };
      }),
    };
  }),
  withMethods((page) => {
    const outbox = inject(Outbox);
    const clock = inject(WorkshopClock);
    return {
      look(lens: BenchLens): void {
        localStorage.setItem(LENS_KEY, JSON.stringify(lens));
        patchState(page, { wantedLens: lens, chosenKey: null, panel: null });
      },
      choose(chosenKey: string | null): void {
        patchState(page, { chosenKey, panel: null });
      },
      open(panel: BenchPanel): void {
        patchState(page, { panel: page.panel() === panel ? null : panel });
      },
      /** Has everybody called when the pieces in hand have lain as long as they must. */
      callAfterRest(): void {
        const [at, words] = [page.current(), page.words()];
        if (at?.work.kind !== 'stage' || !words) return;
        const { rest, product, key } = at.work;
        if (rest.minMinutes < 1 || rest.minMinutes > CALLED_MINUTES) return;
        const name = `${words.piece(product)}, ${words.zone(rest.zone)}`.slice(0, 60);
        const endsAt = Math.round(clock.precise() + rest.minMinutes * MS_PER_MINUTE);
        outbox.add(key, { kind: 'timer', name, endsAt }, page.signer());
      },
      /** Writes down what is done of the work in hand. */
      do(deed: BenchDeed, work = page.current()?.work.key, by = page.signer()): void {
        if (work) outbox.add(work, deed, by);
      },
    };
  }),
  withHooks({
    onInit(page) {
      const api = inject(Api);
      const clock = inject(WorkshopClock);
      const again = new Subject<void>();
      inject(Actions)
        .pipe(
          ofType(LiveActions.readingsChanged, LiveActions.connectionBack),
          takeUntilDestroyed(inject(DestroyRef)),
        )
        .subscribe(() => again.next());
      again
        .pipe(
          throttleTime(900, undefined, { leading: true, trailing: true }),
          switchMap(() => {
            const bowl = untracked(page.bowl);
            if (!bowl) return of(NO_VIEW);
            const since = clock.precise() - PAST_MINUTES * MS_PER_MINUTE;
            // what was read stays while the network is away
            return api.readings(bowl, since).pipe(catchError(() => of(untracked(page.view))));
          }),
          takeUntilDestroyed(inject(DestroyRef)),
        )
        .subscribe((view) => patchState(page, { view }));
      effect(() => {
        page.bowl();
        untracked(() => {
          patchState(page, { view: NO_VIEW });
          again.next();
        });
      });
    },
  }),
);

/** What was done to a bowl, for its chart. */
function marksOf({ state }: WorkAtBench): BowlDrawing['marks'] {
  return [
    ...state.steps.map(({ step, at }) => ({
      at,
      text: stepWord(step, state.school ?? 'seed').toLowerCase(),
    })),
    ...state.weighed
      .filter(({ what }) => what === 'added')
      .map(({ at, grams }) => ({ at, text: `${mass(grams)} added` })),
  ].sort((a, b) => a.at - b.at);
}
