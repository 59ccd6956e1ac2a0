import type { Batch, Melt, Plan } from './problem';

/** What a plan has otherwise than another one: small where one goes on from the other. */
export interface PlanDifference {
  /** Batches and melts that are new, or otherwise than before. */
  readonly batches: readonly Batch[];
  readonly melts: readonly Melt[];
  /** Ids of those that are not in it any more. */
  readonly gone: { readonly batches: readonly string[]; readonly melts: readonly string[] };
  readonly unmet: Plan['unmet'];
  readonly fromStock?: Plan['fromStock'];
}

/** What `after` has otherwise than `before`; both of the same horizon. */
export function planDifference(before: Plan, after: Plan): PlanDifference {
  const [batches, melts] = [otherwise(before.batches, after.batches), otherwise(before.melts, after.melts)];
  const { unmet, fromStock } = after;
  return {
    ...{ batches: batches.changed, melts: melts.changed },
    gone: { batches: batches.gone, melts: melts.gone },
    unmet,
    ...(fromStock && { fromStock }),
  };
}

/** The plan of which this is the difference. */
export function withDifference(before: Plan, difference: PlanDifference): Plan {
  const { batches, melts, gone, unmet, fromStock } = difference;
  const { fromStock: _, ...rest } = before;
  return {
    ...rest,
    batches: changed(before.batches, batches, gone.batches),
    melts: changed(before.melts, melts, gone.melts),
    unmet,
    ...(fromStock && { fromStock }),
  };
}

interface Named {
  readonly id: string;
}

function otherwise<T extends Named>(before: readonly T[], after: readonly T[]) {
  const known = new Map(before.map((each) => [each.id, JSON.stringify(each)]));
  const ids = new Set(after.map(({ id }) => id));
  return {
    changed: after.filter((each) => known.get(each.id) !== JSON.stringify(each)),
    gone: before.map(({ id }) => id).filter((id) => !ids.has(id)),
  };
}

function changed<T extends Named>(before: readonly T[], now: readonly T[], gone: readonly string[]): T[] {
  const away = new Set([...gone, ...now.map(({ id }) => id)]);
  return [...before.filter(({ id }) => !away.has(id)), ...now];
}
