import type { Batch, Melt } from '@alnage/core';
import { describe, expect, test } from 'vitest';
import { begunOtherwise, type BegunNow } from './begun-otherwise';

const batch: Batch = {
  ...{ id: 'b1', product: 'berry', pieces: 24, serves: [{ order: 'o1', pieces: 24 }] },
  stages: [
    { stage: 'dip', person: 'runa', start: 500, end: 520, melt: 'm1' },
    { stage: 'pack', person: 'runa', start: 600, end: 610, melt: null },
  ],
};
const melt: Melt = {
  ...{ id: 'm1', melter: 'bowl-a', coating: 'dark', grams: 900, person: 'runa' },
  ...{ setupStart: 460, setupEnd: 500, closed: 520 },
};
const now = 510;
const course = { begunAt: 505, end: 525 };
/** What of a plan is otherwise than it was begun. */
const otherwise = (
  plan: { batches?: readonly Batch[]; melts?: readonly Melt[] },
  courses: BegunNow['seen']['courses'] = new Map(),
): string[] => [
  ...begunOtherwise(
    { batches: [batch], melts: [melt], ...plan },
    { begun: { batches: [batch], melts: [melt] }, seen: { courses }, now },
  ),
];
const at = (change: Partial<Batch['stages'][number]>): Batch => ({
  ...batch,
  stages: [{ ...batch.stages[0]!, ...change }, batch.stages[1]!],
});

describe('a plan has what is begun', () => {
  test('when all of it is the same, whatever comes later', () => {
    expect(otherwise({})).toEqual([]);
    const packedLater = {
      ...batch,
      stages: [batch.stages[0]!, { ...batch.stages[1]!, person: 'tove', start: 640 }],
    };
    expect(otherwise({ batches: [packedLater] })).toEqual([]);
  });

  test('when the bench knows how it went', () => {
    expect(
      otherwise({ batches: [at({ start: 530, person: 'tove' })] }, new Map([['stage/b1/dip', course]])),
    ).toEqual([]);
  });

  test('otherwise when it is not in it, is of something else, or begins at another time or by others', () => {
    expect(otherwise({ batches: [] })).toEqual(['b1']);
    expect(otherwise({ batches: [{ ...batch, product: 'twist' }] })).toEqual(['b1']);
    expect(otherwise({ batches: [at({ melt: 'm2' })] })).toEqual(['b1']);
    expect(otherwise({ batches: [at({ start: 501 })] })).toEqual(['b1']);
    expect(otherwise({ batches: [at({ person: 'tove' })] })).toEqual(['b1']);
    expect(otherwise({ melts: [{ ...melt, melter: 'bowl-b' }] })).toEqual(['m1']);
    expect(otherwise({ melts: [] })).toEqual(['m1']);
  });

  test('otherwise when it would have begun long ago what nobody began; a quarter of an hour is late only', () => {
    const other = (start: number): Melt => ({ ...melt, id: 'm9', setupStart: start, setupEnd: start + 30 });
    expect(otherwise({ melts: [melt, other(495)] })).toEqual([]);
    expect(otherwise({ melts: [melt, other(494)] })).toEqual(['m9']);
  });
});
