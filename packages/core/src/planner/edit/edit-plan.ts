import type { Blocker } from '../blocker';
import { checkPlan, type PlanReport } from '../check/check-plan';
import type { Schedule } from '../engine/schedule';
import { ownBowl, runOf, standing } from '../engine/standing';
import { toPlan } from '../engine/to-plan';
import { bowlsOf } from '../held-melt';
import { movedTasks, type TaskChanges } from '../moved-tasks';
import type { Batch, Plan, Planned, Problem, Product, Serve } from '../problem';
import { repairPlan } from '../repair-plan';
import { isWhereItIs, type PlaceOfStage } from './place-of-stage';
import { fixedWith, ownPlace, tryPlace } from './try-place';

/** What somebody does to a plan by hand. */
export type PlanEdit =
  | {
      readonly kind: 'move';
      readonly batch: string;
      readonly to: PlaceOfStage;
      /** Whether others make way where it does not fit beside them. */
      readonly mayMoveOthers: boolean;
    }
  /** The batch keeps the pieces that leave first, so many of them; the rest becomes a batch of its own. */
  | { readonly kind: 'split'; readonly batch: string; readonly pieces: number }
  /** The pieces of the other, of the same product, are made with the batch, where that is. */
  | { readonly kind: 'merge'; readonly batch: string; readonly other: string };

/** Why an edit cannot be. */
export type EditRefusal =
  | { readonly kind: 'unknown-batch'; readonly batch: string }
  /** It is begun, or held fast by a pin or a locked day. */
  | { readonly kind: 'held'; readonly batch: string }
  | { readonly kind: 'pieces'; readonly pieces: number; readonly most: number }
  | { readonly kind: 'other-product'; readonly batch: string; readonly other: string }
  /**
   * A rule stands in the way: which, the nearest place that is free, and how far from the wanted that is; null where none
   * is nearer than where the batch is.
   */
  | {
      readonly kind: 'blocked';
      readonly blocker: Blocker;
      readonly nearest: (PlaceOfStage & { readonly awayMinutes: number }) | null;
    };

/** A plan with an edit done, without a violation. */
export interface EditedPlan {
  readonly kind: 'done';
  readonly plan: Plan;
  readonly report: PlanReport;
  readonly changes: TaskChanges;
}

export type EditResult = EditedPlan | EditRefusal;

/** Changes tried so that others make way. */
const ROOM_STEPS = 300;
/** The nearest free place is looked for so far away, in these steps; shop default, in minutes. */
const NEAREST_MOST = 720;
const NEAREST_STEP = 5;

/**
 * Does to a plan what somebody wants by hand, all else left as it is (melts may grow, shrink and be set up at another
 * time for it). The plan answers its problem without a violation; so does the one that comes of it. The same plan and
 * edit give the same answer.
 */
export function editPlan(planned: Planned, edit: PlanEdit): EditResult {
  const batch = planned.plan.batches.find(({ id }) => id === edit.batch);
  if (!batch) return { kind: 'unknown-batch', batch: edit.batch };
  if (isHeld(planned.problem, batch)) return { kind: 'held', batch: batch.id };
  switch (edit.kind) {
    case 'move':
      return move(planned, batch, edit);
    case 'split':
      return split(planned, batch, edit.pieces);
    case 'merge':
      return merge(planned, batch, edit.other);
  }
}

/** Whether a batch is begun or held fast. */
export function isHeld({ fixed, now = 0 }: Problem, batch: Batch): boolean {
  const isFixed = fixed?.batches.some(({ id }) => id === batch.id) ?? false;
  return isFixed || batch.stages.some(({ start }) => start < now);
}

function move(planned: Planned, batch: Batch, edit: PlanEdit & { kind: 'move' }): EditResult {
  const { problem, plan } = planned;
  if (isWhereItIs(plan, batch, edit.to)) {
    const report = checkPlan(problem, plan);
    if (report.ok) return { kind: 'done', plan, report, changes: movedTasks(plan, plan) };
  }
  const schedule = standing(planned.problem, planned.plan, new Set([batch.id]));
  if (!schedule) return cannotLeave(planned, batch);
  const product = productOf(planned.problem, batch);
  const { to } = edit;
  const tried = tryPlace(schedule, batch, { serves: batch.serves, to });
  if ('run' in tried) return done(planned, schedule);
  const room = edit.mayMoveOthers
    ? (withNeighboursMoved(planned, batch, to) ?? withOthersMoved(planned, batch, to))
    : null;
  return (
    room ?? {
      kind: 'blocked',
      blocker: tried.blocker,
      nearest: nearest(schedule, batch, { to, product, within: awayNow(batch, to) }),
    }
  );
}

/** Puts a batch where it is wanted and those that are there or overlap with it wherever they fit; null where they do not. */
function withNeighboursMoved(planned: Planned, batch: Batch, to: PlaceOfStage): EditedPlan | null {
  const neighbours = inTheWay(planned, batch, to);
  if (neighbours.length === 0) return null;
  const out = new Set([batch, ...neighbours].map(({ id }) => id));
  const schedule = standing(planned.problem, planned.plan, out);
  if (!schedule) return null;
  const isPlaced = (each: Batch, place: PlaceOfStage | null): boolean =>
    'run' in tryPlace(schedule, each, { serves: each.serves, to: place });
  if (!isPlaced(batch, to)) return null;
  const inTurn = [...neighbours].sort((a, b) => b.stages.at(-1)!.end - a.stages.at(-1)!.end);
  return inTurn.every((each) => isPlaced(each, ownPlace(planned, each)) || isPlaced(each, null))
    ? done(planned, schedule)
    : null;
}

/** Batches with a task of the same person or a dip in the same bowl while the stage would be done. */
function inTheWay({ problem, plan }: Planned, batch: Batch, to: PlaceOfStage): Batch[] {
  const { start, end } = batch.stages.find(({ stage }) => stage === to.stage)!;
  const from = to.end - (end - start);
  const melterOf = bowlsOf(plan.melts);
  return plan.batches.filter(
    (each) =>
      each !== batch &&
      !isHeld(problem, each) &&
      each.stages.some(
        (task) =>
          task.start < to.end &&
          task.end > from &&
          (task.person === to.person || (task.melt !== null && melterOf(task.melt) === to.melter)),
      ),
  );
}

/** Puts a batch where it is wanted before all others, and mends the plan around it; null where even that cannot be. */
function withOthersMoved({ problem, plan }: Planned, batch: Batch, to: PlaceOfStage): EditedPlan | null {
  const fixed = fixedWith({ problem, plan }, batch, to);
  if (!fixed) return null;
  const mended = repairPlan({ ...problem, fixed }, plan, { steps: ROOM_STEPS });
  const report = checkPlan(problem, mended.plan);
  return report.ok ? { kind: 'done', plan: mended.plan, report, changes: mended.changes } : null;
}

function split(planned: Planned, batch: Batch, pieces: number): EditResult {
  const most = batch.pieces - 1;
  if (!Number.isInteger(pieces) || pieces < 1 || pieces > most) return { kind: 'pieces', pieces, most };
  const schedule = standing(planned.problem, planned.plan, new Set([batch.id]));
  if (!schedule) return cannotLeave(planned, batch);
  const [first, rest] = sharedOut(inTurn(schedule, batch), pieces);
  const kept = tryPlace(schedule, batch, { serves: first, to: ownPlace(planned, batch) });
  if (!('run' in kept)) return { kind: 'blocked', blocker: kept.blocker, nearest: null };
  const other = tryPlace(schedule, batch, { serves: rest, to: null, isNew: true });
  return 'run' in other
    ? done(planned, schedule)
    : { kind: 'blocked', blocker: other.blocker, nearest: null };
}

function merge(planned: Planned, batch: Batch, id: string): EditResult {
  const other = planned.plan.batches.find((each) => each.id === id);
  if (!other || other === batch) return { kind: 'unknown-batch', batch: id };
  if (other.product !== batch.product) return { kind: 'other-product', batch: batch.id, other: id };
  if (isHeld(planned.problem, other)) return { kind: 'held', batch: id };
  const schedule = standing(planned.problem, planned.plan, new Set([batch.id, id]));
  if (!schedule) return cannotLeave(planned, batch);
  const pieces = batch.pieces + other.pieces;
  const most = schedule.compiled.products.find(({ product }) => product.id === batch.product)!.mostByFastest;
  if (pieces > most) return { kind: 'pieces', pieces, most };
  const serves = joined([...batch.serves, ...other.serves]);
  const inPlace = tryPlace(schedule, batch, { serves, to: ownPlace(planned, batch) });
  const placed = 'run' in inPlace ? inPlace : tryPlace(schedule, batch, { serves, to: null });
  return 'run' in placed
    ? done(planned, schedule)
    : { kind: 'blocked', blocker: placed.blocker, nearest: null };
}

/** How far the stage is now from where it is wanted, in minutes. */
function awayNow({ stages }: Batch, to: PlaceOfStage): number {
  return Math.abs(stages.find(({ stage }) => stage === to.stage)!.end - to.end);
}

/**
 * The free place nearest to the wanted one: at the same lane, or at another one where that is much nearer; null where none
 * is nearer than `within` minutes.
 */
function nearest(
  schedule: Schedule,
  batch: Batch,
  { to, product, within }: { to: PlaceOfStage; product: Product; within: number },
): (PlaceOfStage & { awayMinutes: number }) | null {
  const stage = product.stages.find(({ id }) => id === to.stage)!;
  const { problem } = schedule.compiled;
  const others: PlaceOfStage[] = stage.coating
    ? problem.melters.map(({ id }) => ({ stage: to.stage, end: to.end, melter: id }))
    : problem.people
        .filter(({ skills }) => skills.includes(stage.skill))
        .map(({ id }) => ({ stage: to.stage, end: to.end, person: id }));
  for (let away = 0; away <= NEAREST_MOST && away < within; away += NEAREST_STEP)
    for (const lane of away % 30 === 0 ? [to, ...others] : [to])
      for (const end of away === 0 ? [to.end] : [to.end - away, to.end + away]) {
        const mark = schedule.journal.mark();
        const wanted = { ...lane, end };
        const isFree = 'run' in tryPlace(schedule, batch, { serves: batch.serves, to: wanted });
        schedule.journal.undoTo(mark);
        if (isFree) return { ...wanted, awayMinutes: end - to.end };
      }
  return null;
}

function cannotLeave({ problem }: Planned, batch: Batch): EditRefusal {
  return { kind: 'blocked', blocker: ownBowl(problem, batch), nearest: null };
}

function done({ problem, plan: told }: Planned, schedule: Schedule): EditedPlan {
  schedule.journal.commit();
  const plan = toPlan(schedule);
  const report = checkPlan(problem, plan);
  if (!report.ok) throw new Error(`an edit broke a rule: ${JSON.stringify(report.violations[0])}`);
  return { kind: 'done', plan, report, changes: movedTasks(told, plan) };
}

function productOf({ products }: Problem, { product }: Batch): Product {
  return products.find(({ id }) => id === product)!;
}

/** What a batch serves, the first to leave first. */
function inTurn(schedule: Schedule, { product, serves }: Batch): Serve[] {
  const { lines, problem } = schedule.compiled;
  const run = runOf(schedule, product, serves);
  return run.lines.map((line, i) => ({
    order: problem.orders[lines[line]!.order]!.id,
    pieces: run.parts[i]!,
  }));
}

function sharedOut(serves: readonly Serve[], pieces: number): [Serve[], Serve[]] {
  const [first, rest]: [Serve[], Serve[]] = [[], []];
  let left = pieces;
  for (const serve of serves) {
    const own = Math.min(left, serve.pieces);
    left -= own;
    if (own > 0) first.push({ order: serve.order, pieces: own });
    if (own < serve.pieces) rest.push({ order: serve.order, pieces: serve.pieces - own });
  }
  return [first, rest];
}

function joined(serves: readonly Serve[]): Serve[] {
  const pieces = new Map<string, number>();
  for (const serve of serves) pieces.set(serve.order, (pieces.get(serve.order) ?? 0) + serve.pieces);
  return [...pieces].map(([order, count]) => ({ order, pieces: count }));
}
