import { Builder, type Grouping } from './builder';
import { plainManner } from './manner';
import { Random } from '../../chance/random';
import { Rebuilding } from './rebuilding';
import type { Schedule } from './schedule';

const GROUPING: Grouping = {
  fill: 1,
  perishableSpan: 480,
  keeperSpan: 2880,
  isByFastest: true,
  perishableAhead: 0,
  keeperAhead: 0,
  lead: 0,
  failures: 12,
  halvings: Infinity,
};
const TRIALS = 48;
/** Laid in for good, so that no try is too many. */
export const WITHOUT_END: Grouping = { ...GROUPING, perishableSpan: 240, failures: Infinity };
export const WITHOUT_END_TRIALS = 160;
/** Ways in which lines are laid in, one after the other. */
const WAYS: readonly Partial<Grouping>[] = [
  {},
  { keeperAhead: 0.7 },
  { lead: 30 },
  { lead: 90 },
  { lead: 180, keeperAhead: 1 },
  { lead: 360, keeperAhead: 1 },
  { perishableAhead: 0.7, keeperAhead: 1 },
];
/** What a minute of work may cost more, by and large, in a step that makes room. */
const TEMPERATURE = 300;

/** Lays lines into a schedule beside all that stands in it, or makes room for them by moving what may be moved. */
export class LayingIn {
  readonly builder: Builder;
  /** How far it may go on making room, from 0 to 1, where it ends. */
  isOver: () => boolean = () => false;

  constructor(private readonly schedule: Schedule) {
    this.builder = new Builder(schedule, new Random(1));
  }

  /** Places all that is open of these lines beside all else; false where not all of it fits, and nothing is placed. */
  beside(lines: readonly number[]): boolean {
    const { schedule, builder } = this;
    const mark = schedule.journal.mark();
    for (const way of WAYS) {
      schedule.serveFromStock(lines, { atAnyAge: false });
      const manner = plainManner(TRIALS);
      builder.build(lines, { grouping: { ...GROUPING, ...way }, manner, limit: Infinity });
      schedule.serveFromStock(lines, { atAnyAge: true });
      if (this.areMet(lines)) return true;
      schedule.journal.undoTo(mark);
    }
    return false;
  }

  /**
   * Moves others until these lines are met and no others are open that were not; at most so many steps. False: nothing is
   * changed. The same schedule and lines give the same answer, unless the time is over.
   */
  byMakingRoom(lines: readonly number[], steps: number): boolean {
    const { schedule } = this;
    const { agePieceHour, labourMinute } = schedule.compiled.problem.weights;
    const unit = Math.max(agePieceHour / 2, labourMinute);
    const random = new Random(1);
    const rebuilding = new Rebuilding(schedule, random);
    const before = Int32Array.from(schedule.open);
    for (const line of lines) before[line] = 0;
    const start = schedule.journal.mark();
    for (let i = 0; i < steps && !this.isOver(); i++) {
      const wanted = [...before.keys()].filter((line) => schedule.open[line]! > before[line]!);
      if (wanted.length === 0) return true;
      const mark = schedule.journal.mark();
      const limit = schedule.cost - TEMPERATURE * unit * Math.log(1 - random.next());
      rebuilding.moves.drawFor(wanted[random.below(wanted.length)]!);
      if (!rebuilding.apply(limit)) schedule.journal.undoTo(mark);
    }
    if (before.every((pieces, line) => schedule.open[line]! <= pieces)) return true;
    schedule.journal.undoTo(start);
    return false;
  }

  private areMet(lines: readonly number[]): boolean {
    return lines.every((line) => this.schedule.open[line] === 0);
  }
}

/** Steps in all that may go into making room for what is open of a plan. */
const ROOM_STEPS = 4000;
/** Steps for one order. */
export const STEPS_AN_ORDER = 400;
/** More orders at once were not promised one after the other: a list that was brought in. Shop default. */
const MOST_ALONE = 60;
/** Such a list is laid in together first, in so many ways. */
const WAYS_TOGETHER = 3;

/**
 * Lays what is open of the first orders into a schedule, order by order, so that orders promised one after the other are
 * planned as they were promised. Very many are laid in together first, and what is open of them then order by order.
 */
export function layInOrders(
  schedule: Schedule,
  { orders = Infinity, isOver = () => false }: { orders?: number; isOver?: () => boolean } = {},
): void {
  const laying = new LayingIn(schedule);
  laying.isOver = isOver;
  if (ordersOf(schedule, openLines(schedule, orders)).length > MOST_ALONE)
    layInTogether(laying, schedule, orders);
  layInOneByOne(laying, schedule, openLines(schedule, orders));
}

function layInOneByOne(laying: LayingIn, schedule: Schedule, lines: readonly number[]): void {
  const { open, compiled } = schedule;
  const wanted = new Map(lines.map((line) => [line, open[line]!]));
  // an order knows nothing of those that come after it, or it would be laid in otherwise than when it was promised
  for (const line of lines) open[line] = 0;
  let left = ROOM_STEPS;
  for (const order of ordersOf(schedule, lines).slice(0, MOST_ALONE)) {
    const own = lines.filter((line) => compiled.lines[line]!.order === order);
    for (const line of own) {
      open[line] = wanted.get(line)!;
      wanted.delete(line);
    }
    const isMet =
      laying.beside(own) || (left > 0 && laying.byMakingRoom(own, Math.min(left, STEPS_AN_ORDER)));
    if (!isMet) left -= STEPS_AN_ORDER;
    schedule.journal.commit();
  }
  for (const [line, pieces] of wanted) open[line] = pieces;
}

function layInTogether({ builder }: LayingIn, schedule: Schedule, orders: number): void {
  for (const way of WAYS.slice(0, WAYS_TOGETHER)) {
    const lines = openLines(schedule, orders);
    const grouping = { ...GROUPING, ...way, failures: MOST_ALONE };
    builder.build(lines, { grouping, manner: plainManner(TRIALS), limit: Infinity });
  }
  schedule.journal.commit();
}

function openLines({ open, compiled }: Schedule, orders: number): number[] {
  return [...open.keys()].filter((line) => open[line]! > 0 && compiled.lines[line]!.order < orders);
}

function ordersOf({ compiled }: Schedule, lines: readonly number[]): number[] {
  return [...new Set(lines.map((line) => compiled.lines[line]!.order))];
}

/** How long laying in what is open may go on where it does not fit. */
export interface Patience {
  /** Batches that may fail in each way before the rest is left open. */
  readonly failures: number;
  /** How often one that does not fit is halved. */
  readonly halvings: number;
}

/** Places what is open of a schedule in every way until nothing is; tells nothing of what is left. */
export function layInWhatFits(schedule: Schedule, { failures, halvings }: Patience): void {
  const builder = new Builder(schedule, new Random(1));
  const all = schedule.compiled.lines.map((_, line) => line);
  for (const way of WAYS) {
    if (schedule.unmetCost === 0) break;
    const manner = plainManner(WITHOUT_END_TRIALS);
    builder.build(all, { grouping: { ...WITHOUT_END, ...way, failures, halvings }, manner, limit: Infinity });
  }
  schedule.journal.commit();
}
