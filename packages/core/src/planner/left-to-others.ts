import { SPARE_PREFIX } from './carry-over';
import { isAtWork } from './moved-tasks';
import type { FixedWork, Person, PlanOrder } from './problem';

/**
 * Fixed work less that of which nothing has begun and that falls to somebody who is not at work then: a batch, or a melt
 * with all that is to be dipped from it. The next plan finds another way for it, or tells what it leaves open. Begun work stays,
 * to be told. What only such a batch was to make for nobody (cancelled, cut) is wanted by nobody any more.
 */
export function leftToOthers(
  { people, orders }: { readonly people: readonly Person[]; readonly orders: readonly PlanOrder[] },
  { batches, melts }: FixedWork,
  /** Whether nobody has begun a task. */
  isOpen: (task: { readonly start: number }) => boolean,
): { readonly fixed: FixedWork; readonly orders: readonly PlanOrder[] } {
  const openBatches = batches.filter(({ stages }) => stages.every(isOpen));
  const isLeft = (person: string, start: number, end: number): boolean =>
    end > start && isOpen({ start }) && !isAtWork({ people }, { person, start, end });
  const open = new Set(openBatches.map(({ id }) => id));
  const lostMelts = new Set(
    melts
      .filter(({ person, setupStart, setupEnd }) => isLeft(person, setupStart, setupEnd))
      .filter(({ id }) =>
        batches.every((batch) => open.has(batch.id) || !batch.stages.some(({ melt }) => melt === id)),
      )
      .map(({ id }) => id),
  );
  const gone = new Set(
    openBatches
      .filter(({ stages }) =>
        stages.some(
          ({ person, start, end, melt }) => isLeft(person, start, end) || lostMelts.has(melt ?? ''),
        ),
      )
      .map(({ id }) => id),
  );
  if (gone.size + lostMelts.size === 0) return { fixed: { batches, melts }, orders };
  const kept = batches.filter(({ id }) => !gone.has(id));
  // what nobody has set up yet and nothing is dipped from any more is not set up
  const dipped = new Set(kept.flatMap(({ stages }) => stages.map(({ melt }) => melt)));
  const stays = ({ id, setupStart }: FixedWork['melts'][number]): boolean =>
    !lostMelts.has(id) && (dipped.has(id) || !isOpen({ start: setupStart }));
  const served = new Set(kept.flatMap(({ serves }) => serves.map(({ order }) => order)));
  return {
    fixed: { batches: kept, melts: melts.filter(stays) },
    orders: orders.filter(({ id }) => !id.startsWith(SPARE_PREFIX) || served.has(id)),
  };
}
