import { describe, expect, test } from 'vitest';
import type { Problem } from '../problem';
import { berry, smallProblem, twist } from '../testing/small-problem';
import { largestBatch } from './largest-batch';

describe('the largest batch', () => {
  test('is what the longest run allows the fastest, or the slowest', () => {
    // dip: (180 + 12·n)·pace/6000 <= 45: at 110 n <= 189 → the batch limit of 100; at 90 more
    expect(largestBatch(smallProblem, berry, 'slowest')).toBe(100);
    const strict = {
      ...berry,
      maxBatchPieces: 500,
      stages: berry.stages.map((stage) => ({ ...stage, maxRunMinutes: 20 })),
    };
    // wash: ceil((300 + 5n)·110/6000) <= 20 → n <= 158; dip: ceil((180 + 12n)·110/6000) <= 20 → n <= 75
    expect(largestBatch(smallProblem, strict, 'slowest')).toBe(75);
    // dip at 90: (180 + 12n)·90 <= 120,000 → n <= 96
    expect(largestBatch(smallProblem, strict, 'fastest')).toBe(96);
  });

  test('is what the largest bowl holds above its tail', () => {
    const cup: Problem = { ...smallProblem, melters: [{ id: 'cup', capacityGrams: 700, tailGrams: 400 }] };
    // 300 g at 6 g a piece
    expect(largestBatch(cup, twist, 'fastest')).toBe(50);
    expect(largestBatch({ ...cup, melters: [] }, twist, 'fastest')).toBe(0);
  });

  test('counts the pieces started, not the good ones', () => {
    // ceil(n·125/100) <= 100 → n <= 80
    expect(largestBatch(smallProblem, { ...berry, startPercent: 125 }, 'fastest')).toBe(80);
  });
});
