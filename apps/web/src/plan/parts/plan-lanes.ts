import type { CoatingView, Piece, Workshop } from '@alnage/contract';
import { SPARE_PREFIX, type LevelStep, type Melt, type TrayStep } from '@alnage/core';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { area, curveStepAfter } from 'd3-shape';
import { count, mass } from '../../shared/formats/formats';
import type { PlanViews } from '../../state/plan.state';
import { planWords, type PlanWords } from '../../shared/plan/plan-names';

/** Heights of the lanes, in px. */
const LANE = { axis: 26, bowl: 84, person: 42, zone: 74, tape: 24, gap: 10 } as const;
/** Height of the fullest melt on the screen; the others are to the same scale. */
const LEVEL_HEIGHT = 52;
const LABEL_WIDTH = 112;
const RIGHT_EDGE = 8;
/** A figure is written into a shape that is at least so wide. */
const FIGURE_WIDTH = 26;
const WORD_WIDTH = 40;
/** Letters of the small text are about so wide. */
const LETTER_WIDTH = 6.2;

export interface ChartWindow {
  readonly from: number;
  readonly to: number;
  readonly now: number;
  readonly width: number;
}

/** Names for what the plan only has ids of. */
export interface Shop {
  readonly workshop: Workshop;
  readonly pieces: readonly Piece[];
}

export interface LaneLabel {
  readonly name: string;
  readonly detail: string;
  readonly y: number;
  readonly bottom: number;
}

export interface RunShape {
  readonly batch: string;
  readonly points: string;
  readonly x: number;
  readonly width: number;
  readonly figure: string;
  readonly name: string;
  readonly title: string;
}

export interface MeltShape {
  readonly id: string;
  readonly kind: CoatingView['kind'];
  readonly setup: { readonly x: number; readonly width: number; readonly title: string };
  readonly top: number;
  readonly base: number;
  readonly body: string;
  readonly tailY: number;
  readonly x: number;
  readonly endX: number;
  /** What is left, where there is room for the words before the next melt; else empty. */
  readonly left: string;
  readonly runs: readonly RunShape[];
}

export interface TaskShape {
  readonly key: string;
  readonly batch: string | null;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly kind: string;
  readonly text: string;
  readonly title: string;
}

export interface ZoneShape {
  readonly name: string;
  readonly path: string;
  readonly fullY: number;
  readonly peakText: string;
  readonly isFull: boolean;
}

export interface TapeShape {
  readonly batch: string;
  readonly y: number;
  readonly x: number;
  readonly width: number;
  readonly youngWidth: number;
  readonly limitX: number | null;
  readonly text: string;
  readonly title: string;
  readonly notches: readonly { readonly x: number; readonly title: string }[];
}

export interface PlanLanes {
  readonly height: number;
  readonly left: number;
  readonly right: number;
  readonly hours: readonly { readonly x: number; readonly text: string; readonly isDay: boolean }[];
  readonly shifts: readonly { readonly x: number; readonly y: number; readonly width: number }[];
  readonly labels: readonly LaneLabel[];
  readonly melts: readonly MeltShape[];
  readonly tasks: readonly TaskShape[];
  readonly zones: readonly ZoneShape[];
  readonly tapes: readonly TapeShape[];
  readonly nowX: number | null;
}

/** Everything on the plan's time axis, placed in px, from the core's views alone. */
export function planLanes(views: PlanViews, shop: Shop, window: ChartWindow): PlanLanes {
  return new LaneBuilder(views, shop, window).build();
}

class LaneBuilder {
  private readonly x: ScaleLinear<number, number>;
  private readonly workshop: Workshop;
  private readonly words: PlanWords;
  private readonly labels: LaneLabel[] = [];
  private readonly shifts: { x: number; y: number; width: number }[] = [];
  private y: number = LANE.axis;

  constructor(
    private readonly views: PlanViews,
    shop: Shop,
    private readonly window: ChartWindow,
  ) {
    this.workshop = shop.workshop;
    this.words = planWords(views.saved, shop.workshop, shop.pieces);
    this.x = scaleLinear()
      .domain([window.from, window.to])
      .range([LABEL_WIDTH, Math.max(LABEL_WIDTH + 100, window.width - RIGHT_EDGE)])
      .clamp(true);
  }

  build(): PlanLanes {
    const melts = this.bowls();
    const tasks = this.people();
    const zones = this.zones();
    const tapes = this.tapes();
    const { from, to, now } = this.window;
    return {
      height: this.y + LANE.gap,
      left: LABEL_WIDTH,
      right: this.x(to),
      hours: this.hours(),
      shifts: this.shifts,
      labels: this.labels,
      melts,
      tasks,
      zones,
      tapes,
      nowX: now >= from && now <= to ? this.x(now) : null,
    };
  }

  private hours(): PlanLanes['hours'] {
    const { from, to } = this.window;
    const span = to - from;
    const step = span <= 1500 ? 120 : span <= 3000 ? 360 : 720;
    const marks = [];
    for (let minute = Math.ceil(from / 60) * 60; minute <= to; minute += 60) {
      const text = this.words.hour(minute);
      if (Number(text) % (step / 60) !== 0) continue;
      const isDay = text === '00';
      const day = this.words.time(minute).split(',')[0]!;
      marks.push({ x: this.x(minute), text: isDay && step > 120 ? day : text, isDay });
    }
    return marks;
  }

  private open(name: string, detail: string, height: number): number {
    const y = this.y;
    this.y += height;
    this.labels.push({ name, detail, y, bottom: this.y });
    return y;
  }

  private isSeen(start: number, end: number): boolean {
    return end > this.window.from && start < this.window.to;
  }

  private bowls(): MeltShape[] {
    const melted = this.views.levels
      .filter(({ melt }) => this.isSeen(melt.setupStart, melt.closed))
      .map(({ melt }) => melt.grams);
    const height = (grams: number): number => (grams / Math.max(1, ...melted)) * LEVEL_HEIGHT;
    return this.workshop.bowls.flatMap((bowl) => {
      const levels = this.views.levels.filter(
        ({ melt }) => melt.melter === bowl.id && this.isSeen(melt.setupStart, melt.closed),
      );
      const y = this.open(bowl.name, `${mass(bowl.capacityGrams)}, tail ${mass(bowl.tailGrams)}`, LANE.bowl);
      const base = y + LANE.bowl - 8;
      const starts = levels.map(({ melt }) => this.x(melt.setupStart));
      const names = { freeFrom: -Infinity };
      return levels.map(({ melt, steps, tailGrams, leftGrams }) => {
        const next = Math.min(this.x.range()[1]!, ...starts.filter((start) => start > this.x(melt.setupEnd)));
        return this.melt(melt, { steps, tailGrams, leftGrams, base, height, next, names });
      });
    });
  }

  private melt(
    melt: Melt,
    level: {
      steps: readonly LevelStep[];
      tailGrams: number;
      leftGrams: number;
      base: number;
      height: (grams: number) => number;
      next: number;
      names: { freeFrom: number };
    },
  ): MeltShape {
    const { steps, base, height, next, names } = level;
    const left = `${mass(level.leftGrams)} left`;
    const point = (minute: number, grams: number): string => `${this.x(minute)},${base - height(grams)}`;
    const top = [
      point(melt.setupEnd, melt.grams),
      ...steps.flatMap((step) => [point(step.start, step.gramsBefore), point(step.end, step.gramsAfter)]),
    ];
    const [x, endX] = [this.x(melt.setupEnd), this.x(melt.closed)];
    const setupX = this.x(melt.setupStart);
    const coating = this.words.coating(melt.coating);
    return {
      id: melt.id,
      kind: this.workshop.coatings.find((each) => each.id === melt.coating)?.kind ?? 'dark',
      setup: {
        x: setupX,
        width: Math.max(0, x - setupX),
        title: `${coating}, ${mass(melt.grams)}: set up by ${this.words.person(melt.person)} ${this.words.clock(melt.setupStart)}–${this.words.clock(melt.setupEnd)}`,
      },
      top: base - height(melt.grams),
      base,
      body: `M${top.join('L')}L${endX},${base}L${x},${base}Z`,
      tailY: base - height(level.tailGrams),
      x,
      endX,
      left: next - endX > left.length * LETTER_WIDTH + 8 ? left : '',
      runs: this.runs(steps, { base, height, names }),
    };
  }

  private runs(
    steps: readonly LevelStep[],
    { base, height, names }: { base: number; height: (grams: number) => number; names: { freeFrom: number } },
  ): RunShape[] {
    return steps.map((step) => {
      const [x, end] = [this.x(step.start), this.x(step.end)];
      const name = this.words.piece(step.product);
      const isRoom = x >= names.freeFrom && end > LABEL_WIDTH;
      if (isRoom) names.freeFrom = x + name.length * LETTER_WIDTH + 6;
      return {
        batch: step.batch,
        points: `${x},${base - height(step.gramsBefore)} ${end},${base - height(step.gramsAfter)} ${end},${base} ${x},${base}`,
        x,
        width: end - x,
        figure: end - x >= FIGURE_WIDTH ? count(step.pieces) : '',
        name: isRoom && end > x ? name : '',
        title: `${count(step.pieces)} ${name} (${this.words.stage(step.product, step.stage)}), ${this.words.clock(step.start)}–${this.words.clock(step.end)}, ${mass(step.gramsBefore - step.gramsAfter)}`,
      };
    });
  }

  private people(): TaskShape[] {
    return this.workshop.people.flatMap((person) => {
      const shifts = this.views.saved.problem.people.find((each) => each.id === person.id)?.shifts ?? [];
      const seen = shifts.filter(([start, end]) => this.isSeen(start, end));
      const hours =
        seen.length > 0 ? `${this.words.clock(seen[0]![0])}–${this.words.clock(seen.at(-1)![1])}` : 'off';
      const y = this.open(person.name, hours, LANE.person);
      for (const [start, end] of seen)
        this.shifts.push({ x: this.x(start), y: y + LANE.person - 7, width: this.x(end) - this.x(start) });
      return [...this.stageTasks(person.id, y), ...this.setupTasks(person.id, y)];
    });
  }

  private stageTasks(person: string, y: number): TaskShape[] {
    return this.views.saved.plan.batches.flatMap((batch) =>
      batch.stages
        .filter((task) => task.person === person && this.isSeen(task.start, task.end))
        .map((task) => {
          const stage = this.words.stage(batch.product, task.stage);
          const piece = this.words.piece(batch.product);
          const title = `${stage}, ${count(batch.pieces)} ${piece}, ${this.words.clock(task.start)}–${this.words.clock(task.end)}`;
          const skill = this.views.catalogue.products
            .get(batch.product)!
            .stages.find((s) => s.id === task.stage)!.skill;
          return this.task({
            key: `${batch.id}-${task.stage}`,
            batch: batch.id,
            task,
            y,
            kind: skill,
            text: stage,
            title,
          });
        }),
    );
  }

  private setupTasks(person: string, y: number): TaskShape[] {
    return this.views.saved.plan.melts
      .filter((melt) => melt.person === person && this.isSeen(melt.setupStart, melt.setupEnd))
      .map((melt) => {
        const task = { start: melt.setupStart, end: melt.setupEnd };
        const title = `set up ${mass(melt.grams)} ${this.words.coating(melt.coating)} in ${this.words.bowl(melt.melter)}, ${this.words.clock(task.start)}–${this.words.clock(task.end)}`;
        return this.task({ key: melt.id, batch: null, task, y, kind: 'temper', text: 'set up', title });
      });
  }

  private task(
    part: Pick<TaskShape, 'key' | 'batch' | 'y' | 'kind' | 'text' | 'title'> & {
      task: { start: number; end: number };
    },
  ): TaskShape {
    const { task, y, text, ...rest } = part;
    const x = this.x(task.start);
    const width = Math.max(1, this.x(task.end) - x);
    const isRoom = width >= Math.max(WORD_WIDTH, text.length * LETTER_WIDTH + 8);
    return { ...rest, x, y: y + 7, width, text: isRoom ? text : '' };
  }

  private zones(): ZoneShape[] {
    return this.views.zones
      .filter(({ profile }) => profile.some((step) => this.isSeen(step.from, step.to)))
      .map(({ zone, trays, profile }) => {
        const seen = profile.filter((step) => this.isSeen(step.from, step.to));
        const peak = Math.max(...seen.map((step) => step.trays));
        const name = this.words.zone(zone);
        const y = this.open(name.charAt(0).toUpperCase() + name.slice(1), `${trays} trays`, LANE.zone);
        return this.zone({ name, trays, seen, peak, y });
      });
  }

  private zone(zone: {
    name: string;
    trays: number;
    seen: readonly TrayStep[];
    peak: number;
    y: number;
  }): ZoneShape {
    const top = zone.y + 12;
    const level = scaleLinear()
      .domain([0, Math.max(1, zone.trays)])
      .range([zone.y + LANE.zone - 8, top]);
    const last = zone.seen.at(-1)!;
    const points: [number, number][] = [
      ...zone.seen.map((step): [number, number] => [this.x(step.from), step.trays]),
      [this.x(last.to), 0],
    ];
    const draw = area<[number, number]>()
      .x(([x]) => x)
      .y0(level(0))
      .y1(([, trays]) => level(trays))
      .curve(curveStepAfter);
    return {
      name: zone.name,
      path: draw(points) ?? '',
      fullY: top,
      isFull: zone.peak >= zone.trays,
      peakText: `at most ${zone.peak} of ${zone.trays}, ${zone.trays - zone.peak} to spare`,
    };
  }

  private tapes(): TapeShape[] {
    const seen = this.views.tapes.filter((tape) => this.isSeen(tape.clock, tape.lastPickup));
    if (seen.length === 0) return [];
    const y = this.open('Life tapes', 'dip to pickup', LANE.gap + seen.length * LANE.tape + 12);
    return seen.map((tape, index) => {
      const [x, end] = [this.x(tape.clock), this.x(tape.lastPickup)];
      const young = Math.max(x, Math.min(end, this.x(tape.targetEnd)));
      const piece = this.words.piece(tape.product);
      const isLimitSeen = tape.limitEnd > this.window.from && tape.limitEnd < this.window.to;
      const isAllSpare = tape.pickups.every((pickup) => pickup.order.startsWith(SPARE_PREFIX));
      return {
        batch: tape.batch,
        y: y + LANE.gap + index * LANE.tape,
        x,
        width: Math.max(2, end - x),
        youngWidth: young - x,
        limitX: isLimitSeen ? this.x(tape.limitEnd) : null,
        text: `${piece} · ${count(tape.pieces)}${isAllSpare ? ' · spare' : ''}`,
        title: `${count(tape.pieces)} ${piece}, dipped by ${this.words.time(tape.clock)}, target until ${this.words.time(tape.targetEnd)}, limit ${this.words.time(tape.limitEnd)}, last pickup ${this.words.time(tape.lastPickup)}`,
        notches: tape.pickups
          .filter((pickup) => pickup.minute >= this.window.from && pickup.minute <= this.window.to)
          .map((pickup) => ({
            x: this.x(pickup.minute),
            title: `${count(pickup.pieces)} collected ${this.words.time(pickup.minute)}`,
          })),
      };
    });
  }
}
