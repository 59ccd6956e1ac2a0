import { describe, expect, test } from 'vitest';
import { usualWindows } from './temper-windows';
import { coldCautions, type WarmthContext } from './cold-cautions';
import type { DippedForm } from '../coating/piece-coat';

const berry: DippedForm = {
  ...{ kind: 'dipped', shape: { kind: 'sphere', diameterMm: 32 }, centre: 'wet', centreGrams: 18 },
  ...{ centreCelsius: 8, coating: 'dark', covered: 0.68, way: 'fork', bowlCelsius: 31.5 },
  ...{ dwellSeconds: 3, coats: 1, footGrams: 0.7, dripGrams: 0 },
};
const context: WarmthContext = {
  windows: usualWindows([{ kind: 'dark', grams: 1 }]),
  isTempered: true,
  zones: [
    { id: 'fridge', celsius: 4 },
    { id: 'freezer', celsius: -18 },
    { id: 'shelf', celsius: null },
  ],
};
const kinds = (
  form: Partial<DippedForm>,
  rests: readonly (readonly [string, number])[] = [['fridge', 600]],
  change: Partial<WarmthContext> = {},
) =>
  coldCautions(
    {
      form: { ...berry, ...form },
      route: rests.map(([zone, maxMinutes]) => ({ rest: { zone, maxMinutes } })),
    },
    { ...context, ...change },
  ).map(({ kind, at }) => [kind, at]);

describe('a piece is cautioned about its warmth', () => {
  test.each<[string, Parameters<typeof kinds>, string[][]]>([
    ['cold fruit by the fridge', [{}], []],
    ['frozen fruit', [{ centreCelsius: -18 }], [['frozen-fruit', '/form/centreCelsius']]],
    ['a frozen truffle', [{ centre: 'fat', centreCelsius: -18 }], [['frozen-centre', '/form/centreCelsius']]],
    ['a tempered bowl of 45 °C', [{ bowlCelsius: 45 }], [['temper-lost', '/form/bowlCelsius']]],
    [
      'a bowl of 45 °C that is melted only',
      [{ bowlCelsius: 45 }, [['fridge', 9]], { isTempered: false }],
      [],
    ],
    ['a bowl under its window', [{ bowlCelsius: 29 }], [['too-thick', '/form/bowlCelsius']]],
    [
      'fruit laid into the freezer, however shortly',
      [
        {},
        [
          ['fridge', 600],
          ['freezer', 10],
        ],
      ],
      [['freezes-fruit', '/route/1/rest/zone']],
    ],
    [
      'a tempered coat left in the freezer',
      [{ centre: 'dry' }, [['freezer', 600]]],
      [['freezes-temper', '/route/0/rest/zone']],
    ],
    ['a tempered coat set there for a quarter of an hour', [{ centre: 'dry' }, [['freezer', 15]]], []],
    ['a zone of which nobody said how warm it is', [{}, [['shelf', 600]]], []],
    ['a coating that is not known', [{ bowlCelsius: 45 }, [['fridge', 9]], { windows: null }], []],
  ])('%s', (_name, asked, told) => expect(kinds(...asked)).toEqual(told));
});
