import { computed, inject } from '@angular/core';
import type { SavedPlan, SeasonDay } from '@alnage/contract';
import { benchWorks, rangesOf } from '@alnage/core/bench';
import {
  explainBatch,
  isHeld,
  stageGrams,
  startedPieces,
  tasksAlone,
  type Batch,
  type HeldProblem,
  type OpenLine,
  type WayToMeet,
} from '@alnage/core/planner';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Store } from '@ngrx/store';
import { EllStore } from '../shared/ell/ell.store';
import { rangesText } from '../shared/bench/ranges-words';
import { planFeature, viewsOf } from '../state/plan.state';
import { WorkshopClock } from '../state/workshop-clock';
import { workshopFeature } from '../state/workshop.state';
import { planWords } from '../shared/plan/plan-names';
import { minuteIn, planNow } from '../shared/plan/plan-now';
import { blockerText, whyText } from '../shared/plan/plan-words';
import { taskText } from '../shared/plan/task-words';
import { wayText } from '../shared/plan/way-words';
import { Reckoner } from '../shared/reckoning/reckoner';

/** A day at work is shown from early morning to the next early morning: berries lie overnight. */
const DAY_OPENS_MINUTES = 5 * 60;

/** What would meet an open line: being worked out, told, or why it could not be. */
export type WaysKnown = 'asked' | 'failed' | readonly WayToMeet[];

/** A plan that is drawn in place of the newest, with what it is. */
export interface OtherPlan {
  readonly saved: SavedPlan;
  readonly label: string;
}

interface PlanPageState {
  readonly chosenId: string | null;
  /** By the key of the open line, of the plan’s version that is shown. */
  readonly ways: Readonly<Record<string, WaysKnown>>;
  readonly other: OtherPlan | null;
}

/** The Plan place: which plan is drawn, which batch of it is chosen, and which days are shown. */
export const PlanPageStore = signalStore(
  withState<PlanPageState>({ chosenId: null, ways: {}, other: null }),
  withComputed((page) => {
    const store = inject(Store);
    const clock = inject(WorkshopClock);
    const ell = inject(EllStore);
    const saved = store.selectSignal(planFeature.selectSaved);
    const job = store.selectSignal(planFeature.selectJob);
    const isPlanning = store.selectSignal(planFeature.selectIsPlanning);
    const newest = store.selectSignal(planFeature.selectViews);
    const workshop = store.selectSignal(workshopFeature.selectWorkshop);
    const pieces = store.selectSignal(workshopFeature.selectPieces);
    const days = store.selectSignal(workshopFeature.selectDays);
    const inTheMaking = computed((): SavedPlan | null => {
      const best = isPlanning() ? job()?.best : null;
      const start = days()[0]?.start;
      return best && start
        ? { ...(saved() ?? { ...FIRST, horizonStart: start }), ...best, reasons: [] }
        : null;
    });
    const views = computed(() => {
      const shown = page.other()?.saved ?? inTheMaking();
      return shown ? viewsOf(shown) : newest();
    });
    const minute = (instant: number): number =>
      minuteIn(views()?.saved ?? { horizonStart: '1970-01-01' }, instant);
    const span = computed(() => ell.span() ?? dayOfWork(days(), clock.now(), views()?.saved));
    const words = computed(() => {
      const [shown, shop] = [views(), workshop()];
      return shown && shop ? planWords(shown.saved, shop, pieces()) : null;
    });
    const chosen = computed(
      () => views()?.saved.plan.batches.find((batch) => batch.id === page.chosenId()) ?? null,
    );
    const ticket = (order: string): string =>
      words()?.isSpare(order) ? 'spare pieces' : (views()?.saved.tickets[order] ?? order);
    return {
      saved,
      job,
      isPlanning,
      views,
      workshop,
      pieces,
      days,
      span,
      words,
      chosen,
      ticket: computed(() => ticket),
      now: computed(() => minute(clock.now())),
      minuteOf: computed(() => minute),
      window: computed(() => {
        const first = days()[span().from];
        const last = days()[span().to];
        if (!first || !last) return { from: 0, to: 1440 };
        return {
          from: minute(Date.parse(first.start)) + DAY_OPENS_MINUTES,
          to: minute(Date.parse(last.end)) + DAY_OPENS_MINUTES,
        };
      }),
    };
  }),
  withComputed((page, clock = inject(WorkshopClock)) => {
    /** The newest plan with what is begun by now and what is pinned held fast, but for a batch that is taken in hand. */
    const held = (but: string | null): HeldProblem | null => {
      const saved = page.saved();
      return saved ? planNow(saved, { days: page.days(), now: clock.now() }, but) : null;
    };
    return {
      held: computed(() => held),
      /** Whether the plan that is drawn is the newest, which alone can be changed. */
      isNewest: computed(() => page.views()?.saved === page.saved()),
      pins: computed((): ReadonlySet<string> => new Set(page.views()?.saved.pins)),
    };
  }),
  withComputed((page) => {
    const { views, words, chosen, ticket } = page;
    return {
      /** Tasks to come that fall to somebody who is not there then. */
      alone: computed(() => {
        const [shown, named] = [views(), words()];
        if (!shown || !named) return [];
        const ahead = tasksAlone(shown.saved).filter(({ start }) => start >= page.now());
        return ahead.map((task) => taskText(task, named));
      }),
      unmet: computed(() => {
        const [shown, named] = [views(), words()];
        if (!shown || !named) return [];
        return shown.saved.reasons.map((reason) => {
          const ways = page.ways()[waysKey(shown.saved.version, reason)];
          return {
            line: { order: reason.order, product: reason.product },
            key: `${reason.order}-${reason.product}`,
            what: `${ticket()(reason.order)}: ${reason.pieces} ${named.piece(reason.product)}`,
            why: blockerText(reason.blocker, named),
            ways: Array.isArray(ways) ? ways.map((way: WayToMeet) => wayText(way, named)) : null,
            waysState: typeof ways === 'string' ? ways : null,
          };
        });
      }),
      why: computed(() => {
        const [shown, named, batch] = [views(), words(), chosen()];
        if (!shown || !named || !batch) return [];
        const reason = explainBatch(shown.catalogue, shown.saved.plan, batch);
        const { fixed } = shown.saved.problem;
        const isPinned = page.pins().has(batch.id);
        const isBegun = batch.stages[0]!.start < page.now();
        const isFixed = isBegun || (fixed?.batches.some((each) => each.id === batch.id) ?? false);
        const sentences = whyText({
          product: batch.product,
          reason,
          words: named,
          firstTicket: ticket()(reason.firstOrder),
          stays: isPinned && !isBegun ? 'pinned' : isFixed ? 'started' : null,
        });
        const works = benchWorks(shown.saved.problem, shown.saved.plan);
        const melts = new Set(batch.stages.flatMap(({ melt }) => melt ?? []));
        const ranges = [...melts].map((melt) =>
          rangesText(rangesOf(melt, works, page.pieces()), named.piece),
        );
        return [...sentences, ...ranges.filter((text) => text !== '')];
      }),
      facts: computed(() => {
        const [shown, named, batch] = [views(), words(), chosen()];
        if (!shown || !named || !batch) return null;
        const product = shown.catalogue.products.get(batch.product)!;
        const started = startedPieces(product, batch.pieces);
        const tape = shown.tapes.find((each) => each.batch === batch.id)!;
        return {
          piece: named.piece(batch.product),
          started,
          grams: product.stages.reduce((sum, stage) => sum + stageGrams(stage, started), 0),
          ages: tape.pickups.map((pickup) => pickup.ageMinutes),
          limit: product.lifeMinutes,
          stages: batch.stages.map((task) => ({
            name: named.stage(batch.product, task.stage),
            who: named.person(task.person),
            when: named.span(task.start, task.end),
          })),
          pickups: tape.pickups.map((pickup) => ({
            who: ticket()(pickup.order),
            pieces: pickup.pieces,
            when: named.time(pickup.minute),
          })),
        };
      }),
    };
  }),
  withComputed((page) => {
    const { views, words, chosen } = page;
    return {
      /** Whether the chosen batch can be taken in hand: it is of the newest plan, and nothing of it has begun. */
      canMove: computed(() => {
        const batch = chosen();
        const problem = batch && page.isNewest() ? page.held()(batch.id)?.problem : null;
        return problem ? !page.isPlanning() && !isHeld(problem, batch!) : false;
      }),
      rows: computed(() => {
        const [shown, named] = [views(), words()];
        if (!shown || !named) return [];
        return shown.tapes.map((tape) => {
          const batch = shown.saved.plan.batches.find((each) => each.id === tape.batch)!;
          return {
            id: tape.batch,
            piece: named.piece(tape.product),
            pieces: tape.pieces,
            bowls: named.bowlsOf(batch),
            starts: named.time(batch.stages[0]!.start),
            dipped: named.time(tape.clock),
            packed: named.time(batch.stages.at(-1)!.end),
            collected: named.time(tape.lastPickup),
          };
        });
      }),
    };
  }),
  withMethods((page, reckoner = inject(Reckoner)) => ({
    /** Works out what would meet an open line of the plan that is shown. */
    async askWays(line: OpenLine): Promise<void> {
      const shown = page.views();
      if (!shown) return;
      const key = waysKey(shown.saved.version, line);
      const note = (known: WaysKnown): void =>
        patchState(page, ({ ways }) => ({ ways: { ...ways, [key]: known } }));
      note('asked');
      note(await reckoner.ask('ways', shown.saved, line).catch(() => 'failed' as const));
    },
    choose(chosenId: string | null): void {
      patchState(page, { chosenId });
    },
    /** Draws another plan in place of the newest; null: the newest again. */
    show(other: OtherPlan | null): void {
      patchState(page, { other });
    },
    /** The next batch by its dip among those on the screen. */
    step(by: number): void {
      const { from, to } = page.window();
      const seen = (page.views()?.tapes ?? []).filter((tape) => tape.lastPickup > from && tape.clock < to);
      const at = seen.findIndex((tape) => tape.batch === page.chosenId());
      const next = seen[Math.max(0, Math.min(seen.length - 1, at + by))];
      if (next) patchState(page, { chosenId: next.batch });
    },
    /** Other batches of the same pieces that the chosen one could be made with. */
    alike(): Batch[] {
      const [batch, problem] = [page.chosen(), page.held()(null)?.problem];
      if (!batch || !problem || !page.isNewest()) return [];
      return page
        .saved()!
        .plan.batches.filter(
          (each) => each.id !== batch.id && each.product === batch.product && !isHeld(problem, each),
        );
    },
  })),
);

/** What stands for a saved plan while the first is being made. */
const FIRST = {
  version: 0,
  madeAt: '',
  origin: 'planned',
  madeBy: null,
  basedOn: null,
  publishedAt: null,
  isPublished: false,
  publishedVersion: null,
  isStale: false,
  pins: [],
  locks: [],
  lapsed: [],
  tickets: {},
  unplanned: [],
  unplannedTickets: [],
  totalPieces: 0,
} as const;

function waysKey(version: number, { order, product }: OpenLine): string {
  return JSON.stringify([version, order, product]);
}

/**
 * Today, or the next day on which the plan has work where it has none today; the first day when the season is still to come,
 * the last when it is over.
 */
function dayOfWork(
  days: readonly SeasonDay[],
  now: number,
  saved: SavedPlan | undefined,
): { from: number; to: number } {
  const index = days.findIndex((day) => now < Date.parse(day.end));
  const today = index < 0 ? Math.max(0, days.length - 1) : index;
  const begins = (saved?.plan.batches ?? []).flatMap(({ stages }) => stages.map(({ start }) => start));
  const minute = (instant: string): number => minuteIn(saved!, Date.parse(instant));
  const hasWork = ({ start, end }: SeasonDay): boolean =>
    begins.some((at) => at >= minute(start) && at < minute(end));
  const next = days.findIndex((day, i) => i >= today && hasWork(day));
  const shown = next < 0 ? today : next;
  return { from: shown, to: shown };
}
