import type { RouteStage } from '@alnage/contract';
import type { DippedForm } from '@alnage/core';
import type { PieceEntity } from '../../store/workshop/piece.entity';

const HOUR = 60;
const DAY = 24 * HOUR;

type Work = Pick<RouteStage, 'skill' | 'fixedMinutes' | 'secondsPerPiece'> & {
  readonly name?: string;
  readonly maxRunMinutes?: number;
  readonly coat?: RouteStage['coat'];
};

/** One stage of a route: the work, then where its trays lie, how many pieces lie on one, and for how long. */
function stage(
  id: string,
  work: Work,
  rest: readonly [zone: string, piecesPerTray: number, min: number, max: number],
): RouteStage {
  const [zone, piecesPerTray, minMinutes, maxMinutes] = rest;
  const name = work.name ?? id.charAt(0).toUpperCase() + id.slice(1);
  const { skill, fixedMinutes, secondsPerPiece, maxRunMinutes = null, coat = null } = work;
  const then = { zone, piecesPerTray, minMinutes, maxMinutes };
  return { id, name, skill, fixedMinutes, secondsPerPiece, maxRunMinutes, coat, rest: then };
}

const wash = stage('wash', { skill: 'prep', fixedMinutes: 5, secondsPerPiece: 5, maxRunMinutes: 60 }, [
  'rack',
  48,
  45,
  4 * HOUR,
]);
const packBerry = stage('pack', { skill: 'pack', fixedMinutes: 3, secondsPerPiece: 5, maxRunMinutes: 60 }, [
  'fridge',
  36,
  30,
  20 * HOUR,
]);
const berry: Omit<DippedForm, 'coating' | 'bowlCelsius'> = {
  kind: 'dipped',
  shape: { kind: 'spheroid', diameterMm: 32, lengthMm: 38 },
  centre: 'wet',
  centreGrams: 18,
  centreCelsius: 8,
  covered: 0.68,
  way: 'fork',
  dwellSeconds: 3,
  coats: 1,
  footGrams: 0.7,
  dripGrams: 0,
};
const berryKeeping = {
  holdMinutes: DAY,
  targetMinutes: 12 * HOUR,
  eatWithinMinutes: 2 * DAY,
  advice: 'Keep cold, never freeze',
};

const BERRY_SIZES = [
  { id: 'small', name: 'Small', centreGrams: 13 },
  { id: 'medium', name: 'Medium', centreGrams: 18 },
  { id: 'large', name: 'Large', centreGrams: 25 },
];

/** What a hundred cost, in cents, beside coating and time; and the price asked for one. */
function costs(
  centreMinorPer100: number,
  finishMinorPer100: number,
  ...[packingMinorPer100, priceMinor]: readonly [number, number]
): PieceEntity['costs'] {
  return { centreMinorPer100, finishMinorPer100, packingMinorPer100, priceMinor };
}

type DemoPiece = Omit<PieceEntity, 'position' | 'version' | 'recipe' | 'madeParts' | 'supplies' | 'dipRange'>;

const oatBall: DemoPiece = {
  id: 'oat-ball',
  name: 'Oat ball',
  family: 'nut-butter-ball',
  sizes: [],
  costs: costs(2400, 0, 300, 190),
  centreName: 'Oat and hazelnut butter',
  finish: 'Bare top',
  form: {
    kind: 'dipped',
    shape: { kind: 'sphere', diameterMm: 27 },
    centre: 'fat',
    centreGrams: 13,
    centreCelsius: 6,
    coating: 'milk-38',
    covered: 0.75,
    way: 'pick',
    bowlCelsius: 30,
    dwellSeconds: 3,
    coats: 1,
    footGrams: 0.4,
    dripGrams: 0,
  },
  drizzle: null,
  allergens: [],
  maxBatchPieces: 140,
  mould: null,
  keeping: {
    holdMinutes: 14 * DAY,
    targetMinutes: 5 * DAY,
    eatWithinMinutes: 14 * DAY,
    advice: 'Keep cold',
  },
  route: [
    stage(
      'roll',
      { name: 'Mix and roll', skill: 'cook', fixedMinutes: 15, secondsPerPiece: 10, maxRunMinutes: 60 },
      ['fridge', 60, 30, 2 * DAY],
    ),
    stage('dip', { skill: 'dip', fixedMinutes: 3, secondsPerPiece: 9, maxRunMinutes: 25, coat: 'first' }, [
      'fridge',
      54,
      30,
      DAY,
    ]),
    stage('pack', { skill: 'pack', fixedMinutes: 3, secondsPerPiece: 5, maxRunMinutes: 60 }, [
      'rack',
      80,
      0,
      12 * DAY,
    ]),
  ],
};

/** The ten pieces of Skerry Dipworks; what they take out of the larder, and declare by it, is told there. */
export const DEMO_PIECES: readonly DemoPiece[] = [
  {
    id: 'dusk-berry',
    name: 'Dusk berry',
    family: 'berry',
    sizes: BERRY_SIZES,
    costs: costs(2800, 0, 400, 240),
    centreName: 'Strawberry, washed and dry',
    finish: '',
    form: { ...berry, coating: 'dark-64', bowlCelsius: 31.5 },
    drizzle: null,
    allergens: [],
    keeping: berryKeeping,
    maxBatchPieces: 160,
    mould: null,
    route: [
      wash,
      stage('dip', { skill: 'dip', fixedMinutes: 4, secondsPerPiece: 14, maxRunMinutes: 45, coat: 'first' }, [
        'fridge',
        30,
        20,
        20 * HOUR,
      ]),
      packBerry,
    ],
  },
  {
    id: 'frost-berry',
    name: 'Frost berry',
    family: 'berry',
    sizes: BERRY_SIZES,
    costs: costs(2800, 0, 400, 260),
    centreName: 'Strawberry, washed and dry',
    finish: 'Dark drizzle',
    form: { ...berry, coating: 'white', bowlCelsius: 29 },
    drizzle: { coating: 'dark-64', grams: 0.8 },
    allergens: [],
    keeping: berryKeeping,
    maxBatchPieces: 160,
    mould: null,
    route: [
      wash,
      stage('dip', { skill: 'dip', fixedMinutes: 4, secondsPerPiece: 14, maxRunMinutes: 45, coat: 'first' }, [
        'fridge',
        30,
        20,
        5 * HOUR,
      ]),
      stage(
        'drizzle',
        { skill: 'dip', fixedMinutes: 3, secondsPerPiece: 4, maxRunMinutes: 30, coat: 'drizzle' },
        ['fridge', 30, 20, 20 * HOUR],
      ),
      packBerry,
    ],
  },
  {
    id: 'salt-twist',
    name: 'Salt twist',
    family: 'pretzel',
    sizes: [],
    costs: costs(900, 150, 200, 105),
    centreName: 'Pretzel rod',
    finish: 'Flaked salt',
    form: {
      kind: 'dipped',
      shape: { kind: 'rod', diameterMm: 6, lengthMm: 190 },
      centre: 'dry',
      centreGrams: 5,
      centreCelsius: 20,
      coating: 'dark-64',
      covered: 1,
      way: 'fork',
      bowlCelsius: 31.5,
      dwellSeconds: 2,
      coats: 1,
      footGrams: 0.6,
      dripGrams: 0,
    },
    drizzle: null,
    allergens: [],
    maxBatchPieces: 240,
    mould: null,
    keeping: {
      holdMinutes: 21 * DAY,
      targetMinutes: 6 * DAY,
      eatWithinMinutes: 21 * DAY,
      advice: 'Keep airtight, cool and dry',
    },
    route: [
      stage('dip', { skill: 'dip', fixedMinutes: 4, secondsPerPiece: 10, maxRunMinutes: 60, coat: 'first' }, [
        'rack',
        40,
        30,
        3 * DAY,
      ]),
      stage('pack', { skill: 'pack', fixedMinutes: 3, secondsPerPiece: 4, maxRunMinutes: 60 }, [
        'shelf',
        80,
        0,
        18 * DAY,
      ]),
    ],
  },
  {
    id: 'ridge-chip',
    name: 'Ridge chip',
    family: 'chip',
    sizes: [],
    costs: costs(400, 0, 200, 145),
    centreName: 'Ridged potato chip',
    finish: '',
    form: {
      kind: 'dipped',
      shape: { kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 },
      centre: 'dry',
      centreGrams: 2.2,
      centreCelsius: 20,
      coating: 'milk-38',
      covered: 1,
      way: 'hand',
      bowlCelsius: 30,
      dwellSeconds: 2,
      coats: 1,
      footGrams: 0.1,
      dripGrams: 0,
    },
    drizzle: null,
    allergens: [],
    maxBatchPieces: 200,
    mould: null,
    keeping: {
      holdMinutes: 10 * DAY,
      targetMinutes: 4 * DAY,
      eatWithinMinutes: 14 * DAY,
      advice: 'Keep airtight and cool',
    },
    route: [
      stage('sort', { skill: 'prep', fixedMinutes: 2, secondsPerPiece: 2 }, ['rack', 120, 0, DAY]),
      stage('dip', { skill: 'dip', fixedMinutes: 4, secondsPerPiece: 12, maxRunMinutes: 60, coat: 'first' }, [
        'rack',
        40,
        30,
        2 * DAY,
      ]),
      stage('pack', { skill: 'pack', fixedMinutes: 3, secondsPerPiece: 4, maxRunMinutes: 60 }, [
        'shelf',
        60,
        0,
        8 * DAY,
      ]),
    ],
  },
  {
    id: 'rye-truffle',
    name: 'Rye truffle',
    family: 'truffle',
    sizes: [],
    costs: costs(2600, 250, 300, 225),
    centreName: 'Firm ganache with rye malt',
    finish: 'Cocoa and malt powder',
    form: {
      kind: 'dipped',
      shape: { kind: 'sphere', diameterMm: 24 },
      centre: 'fat',
      centreGrams: 9,
      centreCelsius: 18,
      coating: 'dark-64',
      covered: 1,
      way: 'fork',
      bowlCelsius: 31.5,
      dwellSeconds: 2,
      coats: 2,
      footGrams: 0.5,
      dripGrams: 0,
    },
    drizzle: null,
    allergens: [],
    maxBatchPieces: 160,
    mould: null,
    keeping: {
      holdMinutes: 10 * DAY,
      targetMinutes: 3 * DAY,
      eatWithinMinutes: 14 * DAY,
      advice: 'Keep cool, 12–16 °C',
    },
    route: [
      stage('cook', { skill: 'cook', fixedMinutes: 30, secondsPerPiece: 0 }, [
        'fridge',
        80,
        4 * HOUR,
        2 * DAY,
      ]),
      stage('roll', { skill: 'prep', fixedMinutes: 4, secondsPerPiece: 12, maxRunMinutes: 60 }, [
        'fridge',
        54,
        30,
        2 * DAY,
      ]),
      stage(
        'dip',
        {
          name: 'First coat',
          skill: 'dip',
          fixedMinutes: 4,
          secondsPerPiece: 9,
          maxRunMinutes: 45,
          coat: 'first',
        },
        ['rack', 54, 15, 4 * HOUR],
      ),
      stage(
        'second-dip',
        {
          name: 'Second coat',
          skill: 'dip',
          fixedMinutes: 4,
          secondsPerPiece: 9,
          maxRunMinutes: 45,
          coat: 'second',
        },
        ['rack', 54, 20, DAY],
      ),
      stage('pack', { skill: 'pack', fixedMinutes: 3, secondsPerPiece: 5, maxRunMinutes: 60 }, [
        'rack',
        80,
        0,
        9 * DAY,
      ]),
    ],
  },
  oatBall,
  {
    id: 'foam-bar',
    name: 'Foam bar',
    family: 'honeycomb',
    sizes: [],
    costs: costs(1300, 0, 500, 270),
    centreName: 'Honeycomb',
    finish: '',
    form: {
      kind: 'dipped',
      shape: { kind: 'cuboid', lengthMm: 50, widthMm: 20, heightMm: 15 },
      centre: 'dry',
      centreGrams: 9,
      centreCelsius: 20,
      coating: 'dark-64',
      covered: 1,
      way: 'fork-scraped',
      bowlCelsius: 31.5,
      dwellSeconds: 2,
      coats: 1,
      footGrams: 0.8,
      dripGrams: 0,
    },
    drizzle: null,
    allergens: [],
    maxBatchPieces: 120,
    mould: null,
    keeping: {
      holdMinutes: 18 * DAY,
      targetMinutes: 7 * DAY,
      eatWithinMinutes: 21 * DAY,
      advice: 'Keep sealed from air',
    },
    route: [
      stage('boil', { skill: 'cook', fixedMinutes: 40, secondsPerPiece: 0 }, ['rack', 60, HOUR, 3 * HOUR]),
      stage('dip', { skill: 'dip', fixedMinutes: 4, secondsPerPiece: 14, maxRunMinutes: 60, coat: 'first' }, [
        'rack',
        40,
        15,
        DAY,
      ]),
      stage('pack', { skill: 'pack', fixedMinutes: 3, secondsPerPiece: 5, maxRunMinutes: 60 }, [
        'shelf',
        60,
        0,
        16 * DAY,
      ]),
    ],
  },
  {
    id: 'sandwich-round',
    name: 'Sandwich round',
    family: 'sandwich-cookie',
    sizes: [],
    costs: costs(1500, 0, 300, 265),
    centreName: 'Sandwich cookie',
    finish: '',
    form: { kind: 'moulded', coating: 'blend', cavityMm2: 4150, wallMm: 2.5, capGrams: 4, centreGrams: 12 },
    drizzle: null,
    allergens: [],
    maxBatchPieces: 96,
    mould: 'rounds',
    keeping: {
      holdMinutes: 21 * DAY,
      targetMinutes: 7 * DAY,
      eatWithinMinutes: 21 * DAY,
      advice: 'Keep airtight',
    },
    route: [
      stage(
        'mould',
        {
          name: 'Fill, press, cap',
          skill: 'dip',
          fixedMinutes: 5,
          secondsPerPiece: 18,
          maxRunMinutes: 60,
          coat: 'shell',
        },
        ['rack', 24, 40, DAY],
      ),
      stage(
        'pack',
        { name: 'Unmould and pack', skill: 'pack', fixedMinutes: 3, secondsPerPiece: 6, maxRunMinutes: 60 },
        ['shelf', 40, 0, 18 * DAY],
      ),
    ],
  },
  {
    id: 'malt-cup',
    name: 'Malt cup',
    family: 'filled-cup',
    sizes: [],
    costs: costs(0, 0, 300, 320),
    centreName: 'Rye malt ganache',
    finish: 'Oat brittle on the cap',
    form: {
      ...{ kind: 'moulded', coating: 'dark-64', cavityMm2: 1400, wallMm: 1.8 },
      ...{ capGrams: 2, capCoating: 'milk-38', centreGrams: 7 },
    },
    drizzle: null,
    allergens: [],
    maxBatchPieces: 96,
    mould: 'cups',
    keeping: {
      holdMinutes: 10 * DAY,
      targetMinutes: 3 * DAY,
      eatWithinMinutes: 10 * DAY,
      advice: 'Keep cool',
    },
    route: [
      stage('brittle', { skill: 'cook', fixedMinutes: 35, secondsPerPiece: 1 }, ['shelf', 200, 60, 4 * DAY]),
      stage(
        'shell',
        {
          name: 'Cast shells',
          skill: 'dip',
          fixedMinutes: 6,
          secondsPerPiece: 9,
          maxRunMinutes: 60,
          coat: 'shell',
        },
        ['rack', 24, 20, DAY],
      ),
      stage('fill', { name: 'Cook and fill', skill: 'cook', fixedMinutes: 30, secondsPerPiece: 6 }, [
        'rack',
        24,
        60,
        12 * HOUR,
      ]),
      stage('cap', { skill: 'dip', fixedMinutes: 4, secondsPerPiece: 8, maxRunMinutes: 60, coat: 'cap' }, [
        'rack',
        24,
        30,
        DAY,
      ]),
      stage(
        'pack',
        { name: 'Unmould and pack', skill: 'pack', fixedMinutes: 3, secondsPerPiece: 6, maxRunMinutes: 60 },
        ['rack', 40, 0, 8 * DAY],
      ),
    ],
  },
  // the same balls in another topping: half of a pot stays plain, half is dusted
  {
    ...oatBall,
    id: 'malt-ball',
    name: 'Malt ball',
    costs: costs(2450, 60, 300, 195),
    finish: 'Rye malt, dusted while wet',
  },
];
