import { describe, expect, test } from 'vitest';
import { usualWindows } from './temper-windows';
import { centreBeforeDip, coldCautions, crackCelsius, type WarmthContext } from './cold-cautions';
import type { DippedForm } from '../coating/piece-form';

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
      family: 'berry',
      form: { ...berry, ...form },
      route: rests.map(([zone, maxMinutes]) => ({
        coat: 'first',
        rest: { zone, minMinutes: 0, maxMinutes },
      })),
    },
    { ...context, ...change },
  ).map(({ kind, at }) => [kind, at]);

describe('a piece is cautioned about its warmth', () => {
  test.each<[string, Parameters<typeof kinds>, string[][]]>([
    ['cold fruit by the fridge', [{}], []],
    ['frozen fruit', [{ centreCelsius: -18 }], [['frozen-fruit', '/form/centreCelsius']]],
    ['a frozen truffle', [{ centre: 'fat', centreCelsius: -18 }], [['frozen-centre', '/form/centreCelsius']]],
    ['a chilled nut butter', [{ centre: 'fat', centreCelsius: 4 }], []],
    [
      'a baked centre out of the fridge',
      [{ centre: 'dry', centreCelsius: 4 }],
      [['cracks', '/form/centreCelsius']],
    ],
    ['a tempered bowl of 45 °C', [{ bowlCelsius: 45 }], [['temper-lost', '/form/bowlCelsius']]],
    [
      'a bowl of 45 °C that is melted only',
      [{ bowlCelsius: 45 }, [['fridge', 9]], { isTempered: false }],
      [],
    ],
    ['a bowl under its window', [{ bowlCelsius: 29 }], [['too-thick', '/form/bowlCelsius']]],
    [
      'a bowl outside of where the piece is dipped',
      [
        { bowlCelsius: 31.5 },
        [['fridge', 9]],
        { windows: { ...context.windows!, dip: { low: 28, high: 30 } } },
      ],
      [['outside-range', '/form/bowlCelsius']],
    ],
    [
      'a cool bowl where the piece is dipped as cool',
      [
        { bowlCelsius: 29 },
        [['fridge', 9]],
        { windows: { ...context.windows!, dip: { low: 28, high: 30 } } },
      ],
      [],
    ],
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

describe('how warm a centre is before its dip', () => {
  const rack = (minMinutes: number, maxMinutes: number, zone = 'rack') => ({
    ...{ coat: null, rest: { zone, minMinutes, maxMinutes } },
  });
  const dip = { coat: 'first', rest: { zone: 'fridge', minMinutes: 20, maxMinutes: 1200 } };
  const zones = [...context.zones, { id: 'rack', celsius: 16 }];
  const before = (route: Parameters<typeof centreBeforeDip>[1], form: Partial<DippedForm> = {}) =>
    centreBeforeDip({ ...berry, ...form }, route, zones);

  test('follows from the zones that it lies in, for as short or as long as it may', () => {
    const { low, high } = before([rack(45, 240), dip])!;
    expect(low).toBeGreaterThan(11);
    expect(low).toBeLessThan(13.5);
    // from the room, after the shortest time
    expect(high).toBeGreaterThan(16);
    expect(high).toBeLessThan(18);
    // a truffle does not come out of the fridge by itself
    expect(before([rack(45, 240), dip], { centre: 'fat' })!.low).toBeCloseTo(16, 1);
    // what lies in the cold last is cold
    expect(before([rack(45, 240), rack(600, 900, 'fridge'), dip])!.high).toBeLessThan(4.1);
  });

  test.each([
    ['nowhere before it', [dip]],
    ['in a zone of which nobody said how warm it is', [rack(45, 240, 'shelf'), dip]],
    ['in a freezer', [rack(45, 240, 'freezer'), dip]],
    ['in a zone that is gone', [rack(45, 240, 'porch'), dip]],
  ])('is not known of what lies %s', (_name, route) => expect(before(route)).toBeNull());

  test('is told where the piece says otherwise, and only then', () => {
    const told = (centreCelsius: number) =>
      coldCautions(
        { family: 'berry', form: { ...berry, centreCelsius }, route: [rack(45, 240), dip] },
        { ...context, zones },
      ).map(({ kind }) => kind);
    expect(told(8)).toEqual(['otherwise-by-route']);
    expect(told(14)).toEqual([]);
    expect(told(24)).toEqual(['otherwise-by-route']);
    expect(told(NaN)).toEqual([]);
  });
});

describe('a piece is cautioned about damp air', () => {
  const zones = [
    { id: 'fridge', celsius: 4 },
    { id: 'rack', celsius: 16, humidity: 0.6 },
    { id: 'dry', celsius: 16, humidity: 0.3 },
    { id: 'shelf', celsius: 16 },
  ];
  const stage = (coat: string | null, zone: string, maxMinutes = 600) => ({
    ...{ coat, rest: { zone, minMinutes: 0, maxMinutes } },
  });
  const told = (family: 'honeycomb' | 'truffle', route: ReturnType<typeof stage>[]) =>
    coldCautions(
      { family, form: { ...berry, centre: 'dry', centreCelsius: 16 }, route },
      { ...context, zones },
    ).filter(({ kind }) => kind === 'draws-dew' || kind === 'sticky');

  test('where its coat comes out of the cold into what leaves dew on it', () => {
    // 16 °C at 60%: dew point 8.2 °C
    expect(told('truffle', [stage('first', 'fridge'), stage(null, 'rack')])).toEqual([
      {
        ...{ kind: 'draws-dew', at: '/route/1/rest/zone', zone: 'rack', celsius: 4 },
        dewCelsius: expect.closeTo(8.2, 1) as unknown,
      },
    ]);
    for (const zone of ['dry', 'shelf', 'fridge'])
      expect(told('truffle', [stage('first', 'fridge'), stage(null, zone)])).toEqual([]);
    // what is not coated yet has nothing to lose its shine
    expect(told('truffle', [stage(null, 'fridge'), stage('first', 'rack')])).toEqual([]);
  });

  test('where boiled sugar lies bare for longer than it keeps dry', () => {
    // 60%: 720 min halved 2.8 times
    expect(told('honeycomb', [stage(null, 'rack', 180), stage('first', 'rack')])).toEqual([
      expect.objectContaining({ kind: 'sticky', at: '/route/0/rest/zone', maxMinutes: 180, humidity: 0.6 }),
    ]);
    expect(told('honeycomb', [stage(null, 'rack', 90), stage('first', 'rack')])).toEqual([]);
    expect(told('honeycomb', [stage(null, 'dry', 700), stage('first', 'rack')])).toEqual([]);
    expect(told('truffle', [stage(null, 'rack', 180), stage('first', 'rack')])).toEqual([]);
  });
});

test('how cold a centre may be dipped is its kind’s, and a firm ganache’s is the cool room', () => {
  expect(crackCelsius('truffle', 'fat')).toBe(14);
  expect(crackCelsius('nut-butter-ball', 'fat')).toBe(4);
  expect(crackCelsius('berry', 'wet')).toBe(2);
});

test('a centre stands in the room first, then in the cold, as one wait of two', () => {
  const zones = [...context.zones, { id: 'room', celsius: 20 }];
  const lies = (rest: Parameters<typeof centreBeforeDip>[1][number]['rest']) =>
    centreBeforeDip(
      berry,
      [
        { coat: null, rest },
        { coat: 'first', rest },
      ],
      zones,
    )!;
  const straight = lies({ zone: 'fridge', minMinutes: 60, maxMinutes: 60 });
  const first = lies({
    zone: 'fridge',
    minMinutes: 60,
    maxMinutes: 60,
    first: { zone: 'room', minutes: 30 },
  });
  expect(first.low).toBeGreaterThan(straight.low);
  expect(first.high).toBeGreaterThan(straight.high);
});
