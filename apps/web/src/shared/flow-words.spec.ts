import type { Lot } from '@alnage/contract';
import { fatText, lotAge, runOffText } from './flow-words';

const lot = (bestBefore: string | null, receivedAt = '2026-06-01T08:00:00Z'): Lot => ({
  ...{ id: 'l', code: 'K-17', origin: 'delivery', amount: 5000, allergens: [], note: '', moves: [] },
  isStopped: false,
  ...{ item: { kind: 'coating', id: 'dark' }, bestBefore, receivedAt, openedAt: null },
  usableUntil: bestBefore && `${bestBefore}T20:59:59Z`,
});
const dark = { id: 'dark', kind: 'dark', fluidity: 3 } as const;
const now = Date.parse('2026-06-18T09:00:00Z');

test('fat is told by scale and by teaspoons', () => {
  // 50 g at 0.92 g/ml are 54.3 ml
  expect(fatText(5, null)).toBe('5% is 50 g of fat in 950 g: 11 tsp.');
  expect(fatText(0.5, 1)).toBe('1% is 5 g of fat in 995 g: 1 tsp.');
});

test('a lot is as old as its best-before date says, or as it has lain, and what brings it back is told', () => {
  // dark is good for 24 months: 8 left are 16
  expect(lotAge(dark, [lot('2027-02-17')], now)).toEqual({
    months: 16,
    text: 'Lot K-17 is about 16 months old: it runs 1.3 times as thick as fresh. 0.9% of fat, 9 g in 1.00 kg, brings it back.',
  });
  expect(lotAge(dark, [lot('2028-05-01')], now)).toBeNull();
  expect(lotAge(dark, [lot(null, '2025-04-18T08:00:00Z')], now)!.months).toBe(14);
  expect(lotAge(dark, [], now)).toBeNull();
  // the one that is used first
  expect(lotAge(dark, [lot(null), lot('2027-02-17', '2026-01-01T08:00:00Z')], now)!.months).toBe(16);
});

test('a spoon at the bench says whether it runs as it is reckoned, and what helps', () => {
  expect(runOffText(dark, { seen: 14.5, reckoned: 14 })).toBe('It runs as it is reckoned.');
  expect(runOffText(dark, { seen: 21, reckoned: 14 })).toContain(
    'It runs 1.5 times as thick as it is reckoned: coats come out that much heavier.',
  );
  expect(runOffText(dark, { seen: 21, reckoned: 14 })).toContain(
    '1.5% of fat, 15 g in 1.00 kg, brings it back.',
  );
  expect(runOffText(dark, { seen: 7, reckoned: 14 })).toContain(
    'It runs 2.0 times as thin as it is reckoned',
  );
  expect(runOffText(dark, { seen: 700, reckoned: 14 })).toContain('No fat helps that');
});
