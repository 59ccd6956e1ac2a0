import { describe, expect, test } from 'vitest';
import { cutOff, offerFault, type Offer } from './offers';

const HOUR = 3_600_000;
const open: Offer = { from: null, to: null, orderBy: null, hoursBefore: null, isClosed: false };
const asked = { day: '2026-06-19', pickup: 100 * HOUR, now: 70 * HOUR };

describe('the cut-off', () => {
  test.each([
    [{}, null],
    [{ orderBy: 50 * HOUR }, 50 * HOUR],
    [{ hoursBefore: 24 }, 76 * HOUR],
    [{ orderBy: 80 * HOUR, hoursBefore: 24 }, 76 * HOUR],
    [{ orderBy: 60 * HOUR, hoursBefore: 24 }, 60 * HOUR],
    [{ hoursBefore: 0 }, 100 * HOUR],
  ])('of %j is at %s', (terms, until) => {
    expect(cutOff({ ...open, ...terms }, asked.pickup)).toBe(until);
  });
});

describe('what stands in the way', () => {
  test.each<[Partial<Offer>, ReturnType<typeof offerFault>]>([
    [{}, null],
    [{ from: '2026-06-19', to: '2026-06-19' }, null],
    [{ from: '2026-06-20' }, { kind: 'other-days', from: '2026-06-20', to: null }],
    [{ to: '2026-06-18' }, { kind: 'other-days', from: null, to: '2026-06-18' }],
    [{ hoursBefore: 30 }, null],
    [{ hoursBefore: 31 }, { kind: 'cut-off', until: 69 * HOUR }],
    [{ orderBy: 70 * HOUR }, null],
    [{ orderBy: 70 * HOUR - 1 }, { kind: 'cut-off', until: 70 * HOUR - 1 }],
    [{ isClosed: true, to: '2026-06-18' }, { kind: 'closed' }],
  ])('of %j is %j', (terms, fault) => {
    expect(offerFault({ ...open, ...terms }, asked)).toEqual(fault);
  });
});
