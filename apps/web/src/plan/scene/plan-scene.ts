import type { Piece, Workshop } from '@alnage/contract';
import { SPARE_PREFIX, tasksAlone, type BowlLevel, type Task } from '@alnage/core/planner';
import { count, counted, mass } from '../../shared/formats/formats';
import { planWords, type PlanWords } from '../../shared/plan/plan-names';
import type { PlanViews } from '../../state/plan.state';
import type {
  Lane,
  LaneKind,
  MeltShape,
  PlanScene,
  ShiftShape,
  TapeShape,
  TaskShape,
  ZoneShape,
} from './scene-shapes';

type TaskPlace = Pick<TaskShape, 'person'>;

/** Whose lane holds what nobody is there for. */
const NOBODY = 'nobody';

/** Heights of the lanes, in px. */
const LANE = { axis: 26, bowl: 76, person: 40, zone: 62, gap: 10 } as const;
/** Height of the fullest melt on the screen; the others are to the same scale. */
export const LEVEL_HEIGHT = 46;
/** A tape’s height and the step to the next: as many as there are, the lower. */
const TAPES = [
  { most: 40, height: 16, step: 24 },
  { most: 120, height: 9, step: 12 },
  { most: Infinity, height: 4, step: 6 },
] as const;

/** Names for what the plan only has ids of. */
export interface Shop {
  readonly workshop: Workshop;
  readonly pieces: readonly Piece[];
}

/** The days that the drawing is of, in minutes; zooming shows a part of it. */
export interface SceneWindow {
  readonly from: number;
  readonly to: number;
}

/** Everything of a plan that is at work within the window, lane by lane, from the core's views alone. */
export function planScene(views: PlanViews, shop: Shop, window: SceneWindow): PlanScene {
  return new SceneBuilder(views, shop, window).build();
}

class SceneBuilder {
  private readonly words: PlanWords;
  private readonly lanes: Lane[] = [];
  private readonly shifts: ShiftShape[] = [];
  private y: number = LANE.axis;

  constructor(
    private readonly views: PlanViews,
    private readonly shop: Shop,
    private readonly window: SceneWindow,
  ) {
    this.words = planWords(views.saved, shop.workshop, shop.pieces);
  }

  build(): PlanScene {
    const melts = this.bowls();
    const tasks = this.people();
    const zones = this.zones();
    const tapes = this.tapes();
    const fullest = Math.max(1, ...melts.map(({ grams }) => grams));
    const { from, to } = this.window;
    const gramHeight = LEVEL_HEIGHT / fullest;
    const { lanes, shifts } = this;
    return { from, to, height: this.y + LANE.gap, gramHeight, lanes, melts, tasks, shifts, zones, tapes };
  }

  private open(
    kind: LaneKind,
    { id, name, detail }: Pick<Lane, 'id' | 'name' | 'detail'>,
    height: number,
  ): number {
    const y = this.y;
    this.y += height;
    this.lanes.push({ kind, id, name, detail, y, bottom: this.y });
    return y;
  }

  private isSeen(start: number, end: number): boolean {
    return end > this.window.from && start < this.window.to;
  }

  /** The shop’s bowls, and those that only this plan has. */
  private bowls(): MeltShape[] {
    const { workshop } = this.shop;
    const known = new Set(workshop.bowls.map(({ id }) => id));
    const tried = this.views.saved.problem.melters.filter(({ id }) => !known.has(id));
    const bowls = [...workshop.bowls, ...tried.map((bowl) => ({ ...bowl, name: this.words.bowl(bowl.id) }))];
    return bowls.flatMap(({ id, name, capacityGrams, tailGrams }) => {
      const detail = `${mass(capacityGrams)}, tail ${mass(tailGrams)}`;
      const base = this.open('bowl', { id, name, detail }, LANE.bowl) + LANE.bowl - 8;
      return this.views.levels
        .filter(({ melt }) => melt.melter === id && this.isSeen(melt.setupStart, melt.closed))
        .map((level) => this.melt(level, base));
    });
  }

  private melt({ melt, steps, tailGrams, leftGrams }: BowlLevel, base: number): MeltShape {
    const { id, coating, setupStart, setupEnd, closed, grams, melter } = melt;
    return {
      ...{ id, setupStart, setupEnd, closed, grams, base },
      kind: this.shop.workshop.coatings.find((each) => each.id === coating)?.kind ?? 'dark',
      tail: tailGrams,
      left: `${mass(leftGrams)} left`,
      runs: steps.map(({ batch, stage, product, start, end, pieces, gramsBefore, gramsAfter }) => ({
        ...{ batch, stage, melter, start, end },
        before: gramsBefore,
        after: gramsAfter,
        pieces: count(pieces),
        name: this.words.piece(product),
      })),
    };
  }

  private people(): TaskShape[] {
    const { plan, problem } = this.views.saved;
    const rows = new Map<string, number>();
    for (const { id } of this.crew()) {
      const shifts = problem.people.find((each) => each.id === id)?.shifts ?? [];
      const seen = shifts.filter(([start, end]) => this.isSeen(start, end));
      const detail =
        seen.length > 0 ? `${this.words.clock(seen[0]![0])}–${this.words.clock(seen.at(-1)![1])}` : 'off';
      const y = this.open('person', { id, name: this.words.person(id), detail }, LANE.person);
      rows.set(id, y + 7);
      for (const [start, end] of seen) this.shifts.push({ start, end, y: y + LANE.person - 7 });
    }
    const alone = this.nobody();
    const place = ({ person }: TaskPlace, isAlone: boolean): Pick<TaskShape, 'y' | 'isAlone' | 'person'> => {
      return { person, isAlone, y: isAlone ? alone.y : rows.get(person)! };
    };
    const stages = plan.batches.flatMap((batch) =>
      batch.stages
        .filter(({ start, end }) => this.isSeen(start, end))
        .map((task): TaskShape => {
          const { stage, start, end, melt } = task;
          const { stages: route } = this.views.catalogue.products.get(batch.product)!;
          const skill = route.find(({ id }) => id === stage)!.skill;
          const what = this.words.stage(batch.product, stage);
          const isAlone = alone.has({ of: batch.id, start });
          const text = isAlone ? `${this.words.person(task.person)}: ${what}` : what;
          return { batch: batch.id, stage, melt, start, end, ...place(task, isAlone), skill, text };
        }),
    );
    const setUps = plan.melts
      .filter(({ setupStart, setupEnd }) => this.isSeen(setupStart, setupEnd))
      .map((melt): TaskShape => {
        const { id, setupStart: start, setupEnd: end } = melt;
        const isAlone = alone.has({ of: id, start });
        return {
          ...{ batch: null, stage: '', melt: id, start, end, skill: 'temper', text: 'set up' },
          ...place(melt, isAlone),
        };
      });
    return [...stages, ...setUps];
  }

  /** The lane of nobody, where work waits for somebody who is not there; none where there is no such work. */
  private nobody(): { readonly y: number; has(task: Pick<Task, 'of' | 'start'>): boolean } {
    const tasks = tasksAlone(this.views.saved).filter(({ start, end }) => this.isSeen(start, end));
    const keyOf = ({ of, start }: Pick<Task, 'of' | 'start'>): string => `${of} ${start}`;
    const keys = new Set(tasks.map(keyOf));
    const label = { id: NOBODY, name: 'Nobody', detail: counted(tasks.length, 'task') };
    const y = tasks.length > 0 ? this.open('nobody', label, LANE.person) + 7 : 0;
    return { y, has: (task) => keys.has(keyOf(task)) };
  }

  /** The crew, and those whom only this plan has. */
  private crew(): { id: string }[] {
    const { people } = this.shop.workshop;
    const known = new Set(people.map(({ id }) => id));
    return [...people, ...this.views.saved.problem.people.filter(({ id }) => !known.has(id))];
  }

  private zones(): ZoneShape[] {
    return this.views.zones
      .map((zone) => ({ ...zone, steps: zone.profile.filter(({ from, to }) => this.isSeen(from, to)) }))
      .filter(({ steps }) => steps.length > 0)
      .map(({ zone: id, trays, steps }): ZoneShape => {
        const peak = Math.max(...steps.map((step) => step.trays));
        const name = this.words.zone(id);
        const label = { id, name: name.charAt(0).toUpperCase() + name.slice(1), detail: `${trays} trays` };
        const y = this.open('zone', label, LANE.zone);
        return {
          ...{ trays, steps },
          top: y + 12,
          bottom: y + LANE.zone - 8,
          note: `at most ${peak} of ${trays}, ${trays - peak} to spare`,
          isFull: peak >= trays,
        };
      });
  }

  private tapes(): TapeShape[] {
    const seen = this.views.tapes.filter((tape) => this.isSeen(tape.clock, tape.lastPickup));
    if (seen.length === 0) return [];
    const { height, step } = TAPES.find(({ most }) => seen.length <= most)!;
    const label = { id: 'tapes', name: 'Life tapes', detail: 'dip to pickup' };
    const y = this.open('tapes', label, LANE.gap + seen.length * step + 12);
    return seen.map((tape, index): TapeShape => {
      const isAllSpare = tape.pickups.every((pickup) => pickup.order.startsWith(SPARE_PREFIX));
      const { batch, clock, targetEnd, limitEnd, lastPickup } = tape;
      return {
        ...{ batch, clock, targetEnd, limitEnd, lastPickup, height },
        pickups: tape.pickups.map(({ minute }) => minute),
        y: y + LANE.gap + index * step,
        text: `${this.words.piece(tape.product)} · ${count(tape.pieces)}${isAllSpare ? ' · spare' : ''}`,
      };
    });
  }
}
