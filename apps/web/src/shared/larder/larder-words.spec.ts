import { chooseUnits, FIRST_UNITS } from '../units/units';
import { workshop } from '../../testing/small-workshop';
import { temperatureStep } from '../formats/formats';
import {
  amountText,
  measuredText,
  neededText,
  packsText,
  soldText,
  stepText,
  stockText,
  weighedText,
} from './larder-words';

const honey = { gramsPerMl: 1.4, gramsPerPiece: null };

describe('the words of the larder', () => {
  afterEach(() => chooseUnits(FIRST_UNITS));

  test.each([
    [{ amount: 3.5, unit: 'tbsp' }, '3½ tbsp'],
    [{ amount: 0.125, unit: 'cup' }, '⅛ cup'],
    [{ amount: 2.2, unit: 'dl' }, '2.2 dl'],
    [{ amount: 1, unit: 'piece' }, '1 piece'],
    [{ amount: 0.3, unit: 'tsp' }, '0.3 tsp'],
    [{ amount: 1 / 3, unit: 'cup' }, '⅓ cup'],
    [{ amount: 1.667, unit: 'cup' }, '1⅔ cups'],
  ] as const)('say %j as %s', (amount, text) => expect(amountText(amount)).toBe(text));

  test('tell what a spoon can do, and its error only where it matters', () => {
    expect(measuredText({ ...honey, amount: 3.51, unit: 'tbsp' }, 'metric')).toBe('3½ tbsp');
    expect(measuredText({ ...honey, amount: 0.37, unit: 'tsp' }, 'metric')).toBe('¼ tsp, 32% too little');
    expect(measuredText({ ...honey, amount: 400, unit: 'g' }, 'metric')).toBe('');
    expect(measuredText({ ...honey, amount: 1.06, unit: 'cup' }, 'metric')).toBe('1 cup + 1 tbsp');
    const egg = { gramsPerMl: null, gramsPerPiece: 50 };
    expect(measuredText({ ...egg, amount: 2, unit: 'piece' }, 'metric')).toBe('2 pieces');
    expect(measuredText({ ...egg, amount: 0.41, unit: 'piece' }, 'metric')).toBe(
      '1 piece: take × 2.44 of all else, or 0.41 by weight',
    );
  });

  test('show masses finely where they are small, and in the reader’s units', () => {
    expect([4.256, 45.26, 312.4, 1240].map(weighedText)).toEqual(['4.26 g', '45.3 g', '312 g', '1.24 kg']);
    chooseUnits({ mass: 'oz', temperature: 'F' });
    expect(weighedText(4.256)).toBe('0.15 oz');
    expect(temperatureStep(2)).toBe('3.6 °F');
    expect(stepText({ text: 'x', celsius: 80, workMinutes: 12, restMinutes: 240 })).toBe(
      '176 °F · 12 min · then rests 4 h',
    );
  });

  test('count what is needed up, and what is there as it is', () => {
    expect([neededText(12.1, 'piece'), stockText(12.1, 'piece')]).toEqual(['13', '12']);
    const berries = { kind: 'supply', id: 'strawberry' } as const;
    expect(packsText(berries, [{ size: 25, count: 4 }], workshop)).toBe('4 × 25 pieces');
    const cream = { kind: 'supply', id: 'cream' } as const;
    expect(packsText(cream, [{ size: 1000, count: 2 }], workshop)).toBe('2 × 1 l');
    chooseUnits({ mass: 'oz' });
    expect(packsText(cream, [{ size: 1000, count: 2 }], workshop)).toBe('2 × 33.81 fl oz');
    expect(soldText({ amount: 2.5, unit: 'kg' })).toBe('5.51 lb');
    expect(soldText({ amount: 12, unit: 'oz' })).toBe('12 oz');
    chooseUnits(FIRST_UNITS);
    expect(['lb', 'floz', 'kg'].map((unit) => soldText({ amount: 1, unit: unit as 'lb' }))).toEqual([
      '454 g',
      '30 ml',
      '1 kg',
    ]);
  });
});
