import { describe, expect, test } from 'vitest';
import { catalogueOf } from '../check/catalogue';
import type { Problem } from '../problem';
import { berry, smallProblem, twist } from '../testing/small-problem';
import { gather, largestBatch, openLines, type OpenLine } from './open-lines';

describe('the open lines of a problem', () => {
  test('are all order lines, the last to leave first', () => {
    const lines = openLines(smallProblem, catalogueOf(smallProblem));
    expect(lines.map(({ order, product, pieces }) => [order, product, pieces])).toEqual([
      ['o3', 'twist', 60],
      ['o2', 'berry', 48],
      ['o2', 'twist', 20],
      ['o1', 'berry', 24],
    ]);
  });

  test('leave out what fixed batches serve, in full or in part', () => {
    const batch = (id: string, order: string, pieces: number) => ({
      id,
      product: 'berry',
      pieces,
      serves: [{ order, pieces }],
      stages: [],
    });
    const fixed = { batches: [batch('b1', 'o1', 24), batch('b2', 'o2', 18)], melts: [] };
    const problem: Problem = { ...smallProblem, fixed };
    const berries = openLines(problem, catalogueOf(problem)).filter((line) => line.product === 'berry');
    expect(berries).toEqual([{ order: 'o2', product: 'berry', leave: 2100, pieces: 30 }]);
  });

  test('leave earlier by the journey to their place', () => {
    const problem: Problem = {
      ...smallProblem,
      places: [{ id: 'quay', minutes: 25 }],
      orders: smallProblem.orders.map((order) => ({ ...order, place: 'quay' })),
    };
    expect(openLines(problem, catalogueOf(problem))[0]!.leave).toBe(2340 - 25);
  });
});

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

describe('gathering a batch', () => {
  const line = (order: string, leave: number, pieces: number): OpenLine => ({
    order,
    product: 'berry',
    leave,
    pieces,
  });
  const lines = [line('a', 2000, 30), line('b', 1900, 40), line('c', 1500, 20)];

  test('stops at its target, and keeps the order that passes it whole', () => {
    expect(gather(lines, { target: 50, most: 100, spanMinutes: 1000 })).toEqual([
      { order: 'a', pieces: 30 },
      { order: 'b', pieces: 40 },
    ]);
  });

  test('splits an order only where the batch can hold no more', () => {
    expect(gather(lines, { target: 50, most: 60, spanMinutes: 1000 })).toEqual([
      { order: 'a', pieces: 30 },
      { order: 'b', pieces: 30 },
    ]);
  });

  test('takes no pickup that is further from the last than its span', () => {
    expect(gather(lines, { target: 100, most: 100, spanMinutes: 100 }).map(({ order }) => order)).toEqual([
      'a',
      'b',
    ]);
    expect(gather([], { target: 100, most: 100, spanMinutes: 100 })).toEqual([]);
  });
});
