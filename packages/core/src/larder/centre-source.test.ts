import { expect, test } from 'vitest';
import type { PieceForm } from '../coating/piece-form';
import { isCentreUnknown } from './centre-source';

const kinds = [
  { id: 'rod', kind: 'bought-centre' as const },
  { id: 'cup', kind: 'packing' as const },
];
const form: PieceForm = {
  ...{ kind: 'dipped', shape: { kind: 'sphere', diameterMm: 25 }, centre: 'dry', centreGrams: 9 },
  ...{ centreCelsius: 20, coating: 'dark', covered: 1, way: 'fork', bowlCelsius: 31.5 },
  ...{ dwellSeconds: 2, coats: 1, footGrams: 0.5, dripGrams: 0 },
};
const line = (supply: string) => ({ supply, amount: 1, unit: 'piece' as const });

test.each([
  ['of nothing', { recipe: null, supplies: [] }, true],
  ['in its wrapping alone', { recipe: null, supplies: [line('cup')] }, true],
  ['bought in', { recipe: null, supplies: [line('cup'), line('rod')] }, false],
  ['made here', { recipe: 'centre', supplies: [] }, false],
  [
    'filled here',
    { recipe: null, madeParts: [{ recipe: 'centre', grams: 8, stage: 'fill' }], supplies: [] },
    false,
  ],
])('a centre %s is asked about where nothing tells what it is', (_name, makeUp, isUnknown) => {
  expect(isCentreUnknown({ ...makeUp, form }, kinds)).toBe(isUnknown);
});

test('a piece without a centre has nothing to ask about', () => {
  const solid: PieceForm = { ...form, centreGrams: 0 };
  expect(isCentreUnknown({ recipe: null, supplies: [], form: solid }, kinds)).toBe(false);
});
