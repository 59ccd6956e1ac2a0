import {
  workKey,
  type Batch,
  type BatchStage,
  type FixedWork,
  type Melt,
  type Plan,
  type SeenAtBench,
} from '@alnage/core';

/** Work that should have begun so many minutes ago is begun late by whoever reads of it now. Source: shop default. */
const LATE_MINUTES = 15;

export interface BegunNow {
  /** What is begun by the plan that is worked by, as it goes. */
  readonly begun: FixedWork;
  readonly seen: Pick<SeenAtBench, 'courses'>;
  readonly now: number;
}

/**
 * Batches and melts that a plan has otherwise than they were begun: they are not in it, are of something else, or their
 * begun tasks are told to others or at another time than the bench knows of; and what it would have begun long ago.
 */
export function begunOtherwise(
  plan: Pick<Plan, 'batches' | 'melts'>,
  { begun, seen, now }: BegunNow,
): ReadonlySet<string> {
  const batches = new Map(plan.batches.map((batch) => [batch.id, batch]));
  const melts = new Map(plan.melts.map((melt) => [melt.id, melt]));
  const isSameTask = (key: string, a: Told, b: Told): boolean =>
    a.start >= now || seen.courses.has(key) || (a.person === b.person && a.start === b.start);
  const otherBatches = begun.batches.filter((batch) => {
    const told = batches.get(batch.id);
    return (
      !told ||
      !isSameBatch(batch, told) ||
      !batch.stages.every((task, k) =>
        isSameTask(workKey({ batch: batch.id, stage: task.stage }), task, told.stages[k]!),
      )
    );
  });
  const otherMelts = begun.melts.filter((melt) => {
    const told = melts.get(melt.id);
    return (
      !told ||
      !isSameMelt(melt, told) ||
      !isSameTask(workKey({ melt: melt.id }), setUpOf(melt), setUpOf(told))
    );
  });
  const known = new Set([...begun.batches, ...begun.melts].map(({ id }) => id));
  const starts = [
    ...plan.batches.map(({ id, stages }) => ({ id, start: stages[0]!.start })),
    ...plan.melts.map(({ id, setupStart }) => ({ id, start: setupStart })),
  ];
  const missed = starts.filter(({ id, start }) => start < now - LATE_MINUTES && !known.has(id));
  return new Set([...otherBatches, ...otherMelts, ...missed].map(({ id }) => id));
}

type Told = Pick<BatchStage, 'person' | 'start'>;

function isSameBatch(a: Batch, b: Batch): boolean {
  const ofBatch = ({ product, stages }: Batch): string =>
    JSON.stringify([product, stages.map(({ stage, melt }) => [stage, melt])]);
  return ofBatch(a) === ofBatch(b);
}

function isSameMelt(a: Melt, b: Melt): boolean {
  return a.melter === b.melter && a.coating === b.coating;
}

function setUpOf({ person, setupStart: start }: Melt): Told {
  return { person, start };
}
