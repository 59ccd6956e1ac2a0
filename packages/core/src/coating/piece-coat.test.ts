import { describe, expect, test } from 'vitest';
import { pieceAllergens } from './piece-allergens';
import { pieceCoat, type DippedForm } from './piece-coat';
import { firstRejectShare, startPercentFor } from './rejects';

const flows = [
  { id: 'dark', yieldPa: 14, windowLowCelsius: 31 },
  { id: 'white', yieldPa: 10, windowLowCelsius: 28.3 },
];
const truffle: DippedForm = {
  kind: 'dipped',
  shape: { kind: 'sphere', diameterMm: 24 },
  centre: 'fat',
  centreGrams: 9,
  centreCelsius: 18,
  coating: 'dark',
  covered: 1,
  way: 'fork',
  bowlCelsius: 31,
  dwellSeconds: 2,
  coats: 2,
  footGrams: 0.5,
};

describe('the coat of a piece', () => {
  test('is shared out over its stages and adds up', () => {
    const coat = pieceCoat(truffle, { coating: 'white', grams: 0.8 }, flows);
    expect(coat.portions.map((portion) => [portion.role, portion.coating])).toEqual([
      ['first', 'dark'],
      ['second', 'dark'],
      ['drizzle', 'white'],
    ]);
    const sum = coat.portions.reduce((total, portion) => total + portion.grams, 0);
    expect(coat.totalGrams).toBeCloseTo(sum, 12);
    expect(coat.run.mean).toBeCloseTo(coat.totalGrams, 10);
  });

  test('of a moulded piece is one shell', () => {
    const form = { kind: 'moulded', coating: 'dark', cavityMm2: 4000, wallMm: 2.5, capGrams: 4 } as const;
    expect(pieceCoat(form, null, flows).portions).toEqual([
      { role: 'shell', coating: 'dark', grams: expect.closeTo(16.7) as number },
    ]);
  });

  test('asks for a coating that is there', () => {
    expect(() => pieceCoat({ ...truffle, coating: 'ruby' }, null, flows)).toThrow('no coating ruby');
  });
});

test('104 are started for 100 good ones when one in thirty fails', () => {
  expect(startPercentFor(firstRejectShare())).toBe(104);
  expect(startPercentFor(0)).toBe(100);
});

describe('the allergens of a piece', () => {
  const coatings = [
    { id: 'dark', allergens: ['soya'] },
    { id: 'white', allergens: ['soya', 'milk'] },
    { id: 'nutty', allergens: ['nuts'] },
  ];

  test('are its own and those of every coating on it, each once', () => {
    const piece = { form: truffle, drizzle: { coating: 'white', grams: 0.8 }, allergens: ['gluten', 'milk'] };
    expect(pieceAllergens(piece, coatings)).toEqual(['gluten', 'milk', 'soya']);
  });

  test('leave out coatings that it does not carry', () => {
    expect(pieceAllergens({ form: truffle, drizzle: null, allergens: [] }, coatings)).toEqual(['soya']);
    expect(pieceAllergens({ form: truffle, drizzle: null, allergens: [] }, [])).toEqual([]);
  });
});
