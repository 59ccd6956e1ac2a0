import { nextSlot } from './slot-steps';

const ROWS = [
  [null, 'a1', 'a2', null],
  [null, null, null, null],
  ['c0', 'c1', null, 'c3'],
];

test.each([
  ['a1', 'ArrowRight', 'a2'],
  ['a2', 'ArrowRight', null],
  ['a1', 'ArrowLeft', null],
  ['c3', 'ArrowLeft', 'c1'],
  ['a1', 'ArrowDown', 'c1'],
  // a day without slots is passed over, and the nearest time is taken
  ['a2', 'ArrowDown', 'c1'],
  ['c3', 'ArrowUp', 'a2'],
  ['c1', 'ArrowDown', null],
  ['c1', 'Home', 'c0'],
  ['c0', 'End', 'c3'],
  ['c0', 'x', null],
  ['gone', 'ArrowDown', null],
])('from %s %s leads to %s', (from, key, to) => expect(nextSlot(ROWS, from, key)).toBe(to));
