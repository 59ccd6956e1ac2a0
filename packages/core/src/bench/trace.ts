import type { LarderItem } from '../larder/use';

/** A lot as something was taken out of it. */
export interface TracedLot {
  readonly lot: string;
  readonly code: string;
  readonly item: Pick<LarderItem, 'kind'>;
}

/** A sealed run as far as lots and orders are traced through it. */
export interface TracedRun {
  readonly horizonStart: string;
  readonly melt: string;
  /** What the run took itself: its coating, and what it dipped. */
  readonly lots: readonly TracedLot[];
  /** What its batch took besides: for its prepared centre, and its packing. */
  readonly batchLots: readonly TracedLot[];
  /** The lot that what it left over became. */
  readonly leftoverLot: string | null;
  readonly orders: readonly { readonly ticket: string | null }[];
}

/** Where a lot went: runs, those of them that have it from what another run left over, and tickets. */
export interface LotTrace<R extends TracedRun> {
  readonly runs: readonly R[];
  readonly byLeftover: readonly R[];
  readonly tickets: readonly string[];
}

/** Where an order came from: runs, and codes of lots. */
export interface OrderTrace<R extends TracedRun> {
  readonly runs: readonly R[];
  readonly lots: readonly string[];
}

/**
 * Where the lots of a code went, whatever its case. What is dipped or packed is in its own run; a coating is in all that was
 * dipped from the melt that it went into, for a bowl mixes what is put into it, and by what that left over in later melts.
 * Null: no run took such a lot.
 */
export function traceLot<R extends TracedRun>(runs: readonly R[], code: string): LotTrace<R> | null {
  const isOf = (each: TracedLot): boolean => isAlike(each.code, code);
  const direct = runs.filter((run) => [...run.lots, ...run.batchLots].some(isOf));
  if (direct.length === 0) return null;
  const melted = direct.filter((run) => coatingsOf(run).some(isOf));
  const fromBowl = runs.filter((run) => melted.some((each) => isSameMelt(each, run)));
  const first = new Set([...direct, ...fromBowl]);
  const reached = new Set(fromBowl);
  // the set grows while it is walked: what is reached leaves something over as well
  for (const run of reached)
    for (const later of runs)
      if (run.leftoverLot !== null && coatingsOf(later).some(({ lot }) => lot === run.leftoverLot))
        for (const each of runs) if (isSameMelt(later, each)) reached.add(each);
  const all = runs.filter((run) => first.has(run) || reached.has(run));
  return {
    runs: all,
    byLeftover: all.filter((run) => !first.has(run)),
    tickets: unique(all.flatMap(({ orders }) => orders.flatMap(({ ticket }) => ticket ?? []))),
  };
}

/** What an order was made in and out of, back through melts and what was left over. Null: no run was for it. */
export function traceOrder<R extends TracedRun>(runs: readonly R[], ticket: string): OrderTrace<R> | null {
  const made = runs.filter(({ orders }) =>
    orders.some((each) => each.ticket !== null && isAlike(each.ticket, ticket)),
  );
  if (made.length === 0) return null;
  const behind = new Set(runs.filter((run) => made.some((each) => isSameMelt(each, run))));
  // the set grows while it is walked
  for (const run of behind)
    for (const earlier of runs)
      if (coatingsOf(run).some(({ lot }) => lot === earlier.leftoverLot))
        for (const each of runs) if (isSameMelt(earlier, each)) behind.add(each);
  const own = made.flatMap((run) => [...run.lots, ...run.batchLots]);
  const melted = [...behind].flatMap(coatingsOf);
  return {
    runs: made,

    lots: unique([...own, ...melted].map((each) => each.code)),
  };
}

function coatingsOf({ lots }: TracedRun): readonly TracedLot[] {
  return lots.filter(({ item }) => item.kind === 'coating');
}

function isSameMelt(a: TracedRun, b: TracedRun): boolean {
  return a.horizonStart === b.horizonStart && a.melt === b.melt;
}

function isAlike(a: string, b: string): boolean {
  return a.toLowerCase() === b.trim().toLowerCase();
}

function unique(texts: readonly string[]): string[] {
  return [...new Set(texts)];
}
