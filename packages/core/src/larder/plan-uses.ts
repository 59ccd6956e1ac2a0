import type { ItemShare } from './bought-as';
import { carriedGrams, stageGrams, startedPieces } from '../planner/amounts';
import type { Batch, BatchStage, Melt, Plan, Problem } from '../planner/problem';
import type { PieceUse } from './piece-uses';
import type { ItemUse, UseCause } from './use';

/** What a plan is read with. */
export interface PlanReading {
  readonly problem: Pick<Problem, 'products' | 'now'>;
  readonly plan: Pick<Plan, 'batches' | 'melts'>;
  /** What one piece of a product takes beside its coatings. */
  readonly usesOf: (product: string) => readonly PieceUse[];
  /** What is bought for a coating, by mass: itself, what it is blended of, the fat that is stirred in. */
  readonly boughtAs: (coating: string) => readonly ItemShare[];
  /** Whether a recipe of a batch is made: what it takes is taken then, and not before, whatever the plan's hour. */
  readonly isPrepared?: (batch: Batch, recipe: string) => boolean;
}

/**
 * What the work that has not begun takes: of supplies when the first stage of a batch begins, of a part that is made when its
 * own does, packing when its last does, of coatings when a melt is set up – all that is melted, parted into what goes onto each batch, what is to
 * spare, and what stays in the bowl. Begun work has taken its part already. Masses are those of the plan, to the gram.
 * By hand: a batch of 100 good, 104 started, at 9 g cream: 936 g when it begins; its label for 100.
 */
export function planUses(reading: PlanReading): ItemUse[] {
  const now = reading.problem.now ?? 0;
  return [
    ...reading.plan.batches.flatMap((batch) => batchUses(batch, now, reading)),
    ...reading.plan.melts
      .filter(({ setupStart }) => setupStart >= now)
      .flatMap((melt) => meltUses(melt, reading)),
  ];
}

/** A coating that a recipe takes is bought as what it is made of. */
function batchUses(batch: Batch, now: number, reading: PlanReading): ItemUse[] {
  const product = reading.problem.products.find(({ id }) => id === batch.product)!;
  const started = startedPieces(product, batch.pieces);
  return reading.usesOf(batch.product).flatMap((use): ItemUse[] => {
    const planned = stageOf(batch, use).start;
    if (isTaken({ batch, use, planned }, now, reading)) return [];
    const minute = Math.max(planned, now);
    const pieces = use.per === 'good' ? batch.pieces : started;
    const cause: UseCause = {
      ...{ kind: 'batch', batch: batch.id, piece: batch.product, pieces },
      ...{ per: use.per, recipe: use.recipe },
    };
    const parted =
      use.item.kind === 'coating' ? reading.boughtAs(use.item.id) : [{ item: use.item, share: 1 }];
    return parted.map(({ item, share }) => ({ item, minute, amount: pieces * use.amount * share, cause }));
  });
}

/** The stage in which a piece takes something. */
function stageOf({ stages }: Batch, { per, stage }: PieceUse): BatchStage {
  if (per === 'good') return stages.at(-1)!;
  return stages.find((each) => each.stage === stage) ?? stages[0]!;
}

function isTaken(
  { batch, use, planned }: { readonly batch: Batch; readonly use: PieceUse; readonly planned: number },
  now: number,
  { isPrepared }: PlanReading,
): boolean {
  return use.recipe !== null && isPrepared ? isPrepared(batch, use.recipe) : planned < now;
}

function meltUses(melt: Melt, { problem, plan, boughtAs }: PlanReading): ItemUse[] {
  const dips = plan.batches.flatMap((batch) => dipsOutOf(melt.id, batch, problem));
  const carried = sumOf(dips, ({ carriedGrams: grams }) => grams);
  const left = Math.max(0, melt.grams - carried);
  const toSpare = Math.min(left, sumOf(dips, ({ heldGrams }) => heldGrams) - carried);
  const { setupStart: minute, id, melter: bowl } = melt;
  const parts: { readonly grams: number; readonly cause: UseCause }[] = [
    ...dips.map(({ carriedGrams: grams, cause }) => ({ grams, cause })),
    { grams: toSpare, cause: { kind: 'to-spare', melt: id, bowl } },
    { grams: left - toSpare, cause: { kind: 'tail', melt: id, bowl } },
  ];
  return parts
    .filter(({ grams }) => grams > 0)
    .flatMap(({ grams, cause }) =>
      boughtAs(melt.coating).map(({ item, share }) => ({
        ...{ item, minute, amount: grams * share, cause },
      })),
    );
}

/** What a batch takes out of a melt: in the mean, and what the melt holds for it. */
interface Dipped {
  readonly carriedGrams: number;
  readonly heldGrams: number;
  readonly cause: UseCause;
}

function dipsOutOf(melt: string, batch: Batch, { products }: PlanReading['problem']): Dipped[] {
  const product = products.find(({ id }) => id === batch.product)!;
  const pieces = startedPieces(product, batch.pieces);
  const stages = batch.stages
    .filter((task) => task.melt === melt)
    .map((task) => product.stages.find(({ id }) => id === task.stage)!);
  if (stages.length === 0) return [];
  return [
    {
      carriedGrams: sumOf(stages, (stage) => carriedGrams(stage, pieces)),
      heldGrams: sumOf(stages, (stage) => stageGrams(stage, pieces)),
      cause: { kind: 'on-pieces', batch: batch.id, piece: batch.product, pieces },
    },
  ];
}

function sumOf<T>(items: readonly T[], of: (item: T) => number): number {
  return items.reduce((sum, item) => sum + of(item), 0);
}

/**
 * One reserve of each coating for the whole plan, as solid as the largest seed of a day: kept from the day's first melt on.
 * By hand: melts of 3,000 and 1,500 g on the heaviest day, a third of it seed: 1,500 g. Source: shop default.
 */
export function reserveUses(
  { problem, plan, boughtAs }: PlanReading,
  {
    seedShare,
    dayOf,
    isTempered,
  }: {
    readonly seedShare: number;
    /** The day that a minute belongs to. */
    readonly dayOf: (minute: number) => number;
    readonly isTempered: (coating: string) => boolean;
  },
): ItemUse[] {
  const ahead = plan.melts.filter(
    ({ setupStart, coating }) => setupStart >= (problem.now ?? 0) && isTempered(coating),
  );
  const coatings = [...new Set(ahead.map(({ coating }) => coating))];
  return coatings.flatMap((coating) => {
    const byDay = new Map<number, { grams: number; minute: number }>();
    for (const { setupStart, grams } of ahead.filter((melt) => melt.coating === coating)) {
      const day = byDay.get(dayOf(setupStart)) ?? { grams: 0, minute: setupStart };
      byDay.set(dayOf(setupStart), {
        grams: day.grams + grams,
        minute: Math.min(day.minute, setupStart),
      });
    }
    const [heaviest] = [...byDay.values()].sort((a, b) => b.grams - a.grams || a.minute - b.minute);
    return boughtAs(coating).map(({ item, share }) => ({
      item,
      minute: heaviest!.minute,
      amount: seedShare * heaviest!.grams * share,
      cause: { kind: 'reserve' } as const,
    }));
  });
}
