import { boundText, scaleOf, shownText, storedNumber, type Quantity } from './quantity';
import { FIRST_UNITS, type Units } from './units';

const ours: Units = {
  temperature: 'F',
  mass: 'oz',
  length: 'in',
  clock: '12',
  date: 'month-first',
  weekBegins: 'sunday',
};
const scale = (quantity: Quantity, units = FIRST_UNITS) => scaleOf(quantity, units, 'EUR');

describe('a typed number', () => {
  test.each<[string, Quantity, number]>([
    ['18', 'mass', 18],
    ['1,5', 'mass', 1.5],
    [' 68 ', 'share', 0.68],
    ['2.40', 'money', 240],
    ['24', 'hours', 1440],
    ['-5', 'temperature', -5],
    ['−5', 'temperature', -5],
    ['.5', 'plain', 0.5],
  ])('%s of a %s is stored as %d', (text, quantity, stored) => {
    expect(storedNumber(text, scale(quantity))).toBeCloseTo(stored, 12);
  });

  test.each(['many', '1.2.3', '12 g', '--1', '1e3'])('%s is none', (text) => {
    expect(storedNumber(text, scale('mass'))).toBeNaN();
  });

  test('is nothing while nothing is typed', () => {
    expect(storedNumber('  ', scale('mass'))).toBeNull();
    expect(shownText(null, scale('mass'))).toBe('');
  });
});

describe('another unit', () => {
  test.each<[Quantity, number, string, string]>([
    ['mass', 18, '18', '0.6349'],
    ['length', 32, '32', '1.26'],
    ['area', 2300, '2300', '3.565'],
    ['temperature', 31.5, '31.5', '88.7'],
    ['share', 0.68, '68', '68'],
    ['money', 240, '2.40', '2.40'],
  ])('shows the same %s of %d', (quantity, stored, metric, other) => {
    expect(shownText(stored, scale(quantity))).toBe(metric);
    expect(shownText(stored, scale(quantity, ours))).toBe(other);
  });

  test('of height and of minutes a mass is of feet and pounds', () => {
    expect(shownText(300, scale('height', ours))).toBe('984');
    expect(storedNumber('984', scale('height', ours))).toBeCloseTo(299.9, 1);
    expect(shownText(4, scale('minutes-a-mass', ours))).toBe('1.81');
    expect(shownText(4, scale('minutes-a-mass'))).toBe('4');
    expect(shownText(30, scale('volume', ours))).toBe('1.014');
    // water: an ounce of mass is a little less than a fluid ounce
    expect(shownText(1, scale('density', ours))).toBe('1.043');
    expect(storedNumber('1.043', scale('density', ours))).toBeCloseTo(1, 3);
  });

  test('tells a bound in itself', () => {
    expect(boundText({ min: 5, max: 60 }, scale('mass'))).toBe('5 to 60 g');
    expect(boundText({ min: 5, max: 60 }, scale('mass', ours))).toBe('0.1764 to 2.1164 oz');
    expect(boundText({ min: 0, max: 1 }, scale('share'))).toBe('0 to 100 %');
  });
});

test('money is typed and shown in the digits of its currency', () => {
  const scale = (currency: string) => scaleOf('money', FIRST_UNITS, currency);
  expect([shownText(2490, scale('EUR')), shownText(2490, scale('JPY'))]).toEqual(['24.90', '2490']);
  expect([storedNumber('24,90', scale('EUR')), storedNumber('2490', scale('JPY'))]).toEqual([2490, 2490]);
});
