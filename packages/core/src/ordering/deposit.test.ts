import { describe, expect, test } from 'vitest';
import { depositDue, depositOf, isHoldMet, isHoldOver } from './deposit';

test('a deposit is asked for each box that has one', () => {
  const deposits = new Map([['six', 200]]);
  const boxes = [
    { box: 'six', count: 3 },
    { box: 'plain', count: 1 },
  ];
  expect(depositOf(boxes, (box) => deposits.get(box))).toBe(600);
  expect(depositOf([], () => 100)).toBe(0);
});

describe('a hold', () => {
  test.each([
    [{ until: null, depositMinor: 600, paidMinor: 0 }, false],
    [{ until: 99, depositMinor: 600, paidMinor: 0 }, true],
    [{ until: 100, depositMinor: 600, paidMinor: 0 }, false],
    [{ until: 99, depositMinor: 600, paidMinor: 599 }, true],
    [{ until: 99, depositMinor: 600, paidMinor: 600 }, false],
    [{ until: 99, depositMinor: 0, paidMinor: 0 }, true],
    [{ until: 99, depositMinor: 0, paidMinor: 1 }, false],
  ])('of %j is over at 100: %s', (hold, isOver) => {
    expect(isHoldOver(hold, 100)).toBe(isOver);
  });

  test('waits for what is missing of its deposit', () => {
    expect(depositDue({ depositMinor: 600, paidMinor: 150 })).toBe(450);
    expect(depositDue({ depositMinor: 600, paidMinor: 700 })).toBe(0);
  });

  test('without a deposit is met by any payment', () => {
    expect(isHoldMet({ depositMinor: 0, paidMinor: 0 })).toBe(false);
    expect(isHoldMet({ depositMinor: 0, paidMinor: 5 })).toBe(true);
  });
});
