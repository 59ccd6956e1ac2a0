import type { LotDraft, SupplyDraft } from '@alnage/contract';
import { KNOWN_INGREDIENTS, type MadePart } from '@alnage/core';
import type { RecipeEntity } from '../../store/workshop/recipe.entity';
import type { SupplyEntity } from '../../store/workshop/supply.entity';

type Row<T extends { position: number }> = Omit<T, 'position' | 'version'>;
type Pack = SupplyDraft['packs'][number];

const pack = (amount: number, unit: Pack['unit'], priceMinor: number): Pack => ({ amount, unit, priceMinor });

/** An ingredient of the table of known ones, as the workshop buys it. */
function known(
  id: string,
  kind: SupplyDraft['kind'],
  own: Partial<SupplyDraft> & Pick<SupplyDraft, 'packs' | 'supplier'>,
): Row<SupplyEntity> {
  const { name, gramsPerMl, gramsPerPiece, allergens } = KNOWN_INGREDIENTS.find((each) => each.id === id)!;
  return {
    ...{ id, name, kind, base: 'g', gramsPerMl, gramsPerPiece },
    ...{ sortedOutShare: 0, keepsHours: null, aheadHours: 24 },
    ...own,
    ...{ allergens: [...allergens], composition: null },
  };
}

function packing(id: string, name: string, packs: Pack[]): Row<SupplyEntity> {
  return {
    ...{ id, name, kind: 'packing', base: 'piece', gramsPerMl: null, gramsPerPiece: null, packs },
    ...{
      composition: null,
      allergens: [],
      supplier: 'Harbour packaging',
      sortedOutShare: 0,
      keepsHours: null,
      aheadHours: 48,
    },
  };
}

const MARKET = 'Quay market';
const WHOLESALE = 'Island wholesale';
const MILL = 'Windmill';

export const DEMO_SUPPLIES: readonly Row<SupplyEntity>[] = [
  known('strawberry', 'fruit', {
    base: 'piece',
    packs: [pack(25, 'piece', 650)],
    supplier: MARKET,
    sortedOutShare: 0.08,
    keepsHours: 36,
    aheadHours: 12,
  }),
  known('cream-35', 'dairy', { packs: [pack(1, 'l', 420)], supplier: WHOLESALE, keepsHours: 240 }),
  known('butter', 'dairy', { packs: [pack(500, 'g', 460)], supplier: WHOLESALE, keepsHours: 1440 }),
  known('rye-malt', 'dry', { packs: [pack(500, 'g', 380)], supplier: MILL }),
  known('rolled-oats', 'dry', { packs: [pack(1, 'kg', 240)], supplier: MILL }),
  known('hazelnut-butter', 'nuts', { packs: [pack(1, 'kg', 2150)], supplier: WHOLESALE }),
  known('honey', 'sugar', { packs: [pack(700, 'g', 890)], supplier: MARKET }),
  known('sugar', 'sugar', { packs: [pack(1, 'kg', 130)], supplier: WHOLESALE }),
  known('icing-sugar', 'sugar', { packs: [pack(500, 'g', 150)], supplier: WHOLESALE }),
  known('glucose-syrup', 'sugar', { packs: [pack(1, 'kg', 520)], supplier: WHOLESALE }),
  known('baking-soda', 'dry', { packs: [pack(250, 'g', 160)], supplier: WHOLESALE }),
  known('salt', 'flavour', { packs: [pack(1, 'kg', 110)], supplier: WHOLESALE }),
  known('flaked-salt', 'flavour', { packs: [pack(250, 'g', 420)], supplier: WHOLESALE }),
  known('cocoa-powder', 'flavour', { packs: [pack(1, 'kg', 1650)], supplier: WHOLESALE }),
  known('pretzel-rod', 'bought-centre', {
    base: 'piece',
    packs: [pack(200, 'piece', 1780)],
    supplier: WHOLESALE,
    sortedOutShare: 0.02,
  }),
  known('potato-chip', 'bought-centre', {
    base: 'piece',
    packs: [pack(100, 'piece', 390)],
    supplier: WHOLESALE,
    sortedOutShare: 0.2,
  }),
  known('sandwich-cookie', 'bought-centre', {
    base: 'piece',
    packs: [pack(48, 'piece', 620)],
    supplier: WHOLESALE,
    sortedOutShare: 0.03,
  }),
  packing('box-6', 'Box of 6', [pack(25, 'piece', 1450)]),
  packing('box-12', 'Box of 12', [pack(25, 'piece', 2100)]),
  packing('box-8', 'Truffle box', [pack(25, 'piece', 1750)]),
  packing('clear-bag', 'Clear bag', [pack(100, 'piece', 900)]),
  packing('cafe-tray', 'Café tray', [pack(10, 'piece', 2900)]),
  packing('paper-cup', 'Paper cups 40 mm', [pack(500, 'piece', 650)]),
  packing('mail-box', 'Mailing box, padded', [pack(20, 'piece', 2600)]),
];

type Line = RecipeEntity['ingredients'][number];
const of = (kind: Line['of'], id: string, ...[amount, unit]: readonly [number, Line['unit']]): Line => ({
  of: kind,
  ...{ id, amount, unit },
});
const step = (
  text: string,
  workMinutes: number,
  { restMinutes = 0, celsius = null }: { restMinutes?: number; celsius?: number | null } = {},
): RecipeEntity['steps'][number] => ({ text, workMinutes, restMinutes, celsius });

export const DEMO_RECIPES: readonly Row<RecipeEntity>[] = [
  {
    id: 'rye-ganache',
    name: 'Rye malt ganache',
    measures: 'metric',
    ingredients: [
      of('coating', 'dark-64', 660, 'g'),
      of('supply', 'cream-35', 2.2, 'dl'),
      of('supply', 'butter', 45, 'g'),
      of('supply', 'rye-malt', 3, 'tbsp'),
      of('supply', 'salt', 0.25, 'tsp'),
    ],
    steps: [
      step('Chop the chocolate small. Warm the cream with the malt until it steams.', 12, { celsius: 80 }),
      step('Pour over the chocolate, cover a minute, stir from the middle without beating in air.', 8),
      step('Stir in soft butter and salt below 40 °C.', 6, { celsius: 38 }),
      step('Leave to the room, then cool until it can be scooped.', 4, { restMinutes: 240 }),
    ],
    yield: { kind: 'computed', lossShare: 0.04 },
    portion: { kind: 'weight', grams: 9 },
    note: 'Below 5 °C it cracks the coat: let it come to 18 °C before dipping.',
  },
  {
    id: 'oat-hazel',
    name: 'Oat and hazelnut butter',
    measures: 'metric',
    ingredients: [
      of('supply', 'hazelnut-butter', 500, 'g'),
      of('supply', 'rolled-oats', 3, 'cup'),
      of('supply', 'icing-sugar', 1, 'cup'),
      of('supply', 'honey', 4, 'tbsp'),
      of('supply', 'salt', 1, 'tsp'),
    ],
    steps: [
      step('Toast the oats light gold and spread them out to cool.', 7, { celsius: 160 }),
      step('Mix all until a ball holds. On a wet day add icing sugar by the spoon.', 8),
      step('Portion by the scoop, roll, and chill until firm.', 0, { restMinutes: 30 }),
    ],
    yield: { kind: 'computed', lossShare: 0.03 },
    portion: { kind: 'scoop', millilitres: 12, gramsPerMl: 1.0833 },
    note: '',
  },
  {
    id: 'honeycomb',
    name: 'Honeycomb',
    measures: 'metric',
    ingredients: [
      of('supply', 'sugar', 600, 'g'),
      of('supply', 'glucose-syrup', 250, 'g'),
      of('supply', 'honey', 2, 'tbsp'),
      of('supply', 'baking-soda', 4, 'tsp'),
    ],
    steps: [
      step('Weigh the soda and line the tray before the pot goes on: seconds count.', 5),
      step('Boil sugar, syrup, honey and a splash of water; do not stir once it boils.', 25, {
        celsius: 150,
      }),
      step('Off the heat, whisk in the soda; it foams fast. Pour at once to half the tray’s depth.', 5),
      step('Let it set dry, then saw and trim.', 5, { restMinutes: 60 }),
    ],
    yield: { kind: 'computed', lossShare: 0.14 },
    portion: { kind: 'weight', grams: 9 },
    note: 'Seal or coat within hours: it draws water from the air.',
  },
  {
    id: 'oat-brittle',
    name: 'Oat brittle',
    measures: 'metric',
    ingredients: [
      of('supply', 'sugar', 150, 'g'),
      of('supply', 'butter', 30, 'g'),
      of('supply', 'rolled-oats', 0.5, 'cup'),
      of('supply', 'salt', 0.5, 'tsp'),
    ],
    steps: [
      step('Toast the oats light gold.', 5, { celsius: 160 }),
      step('Melt the sugar dry, a little at a time, to amber.', 12, { celsius: 165 }),
      step('Stir in butter, oats and salt at once; pour thin and let it go hard.', 8, { restMinutes: 30 }),
      step('Crush it to the size of a barley corn, and keep it shut: it draws water.', 10),
    ],
    yield: { kind: 'computed', lossShare: 0.06 },
    portion: { kind: 'weight', grams: 1 },
    note: '',
  },
];

const here = (
  item: LotDraft['item'],
  code: string,
  own: Partial<LotDraft> & { amount: number },
): LotDraft => ({
  ...{ item, code, origin: 'delivery', bestBefore: null, allergens: [], note: '' },
  ...own,
});
const supply = (id: string) => ({ kind: 'supply', id }) as const;
const coating = (id: string) => ({ kind: 'coating', id }) as const;

/** What had come in by Monday morning; leftovers are of the week before. */
export const DEMO_LOTS: readonly LotDraft[] = [
  here(coating('dark-64'), 'D-2214', { amount: 15_000, bestBefore: '2028-04-30' }),
  here(coating('dark-64'), 'Sheet 12 June, bowl A', { amount: 640, origin: 'leftover' }),
  here(coating('milk-38'), 'K-0871', { amount: 7500, bestBefore: '2027-10-31' }),
  here(coating('white'), 'V-0417', { amount: 2500, bestBefore: '2027-03-31' }),
  here(coating('white'), 'V-0392', { amount: 700, bestBefore: '2026-06-17', note: 'old stock, runs thick' }),
  here(supply('cream-35'), 'C 0614', { amount: 1980, bestBefore: '2026-06-24' }),
  here(supply('butter'), 'B 0601', { amount: 1500, bestBefore: '2026-07-20' }),
  here(supply('rye-malt'), 'R 33', { amount: 640, bestBefore: '2027-01-31' }),
  here(supply('rolled-oats'), 'O 12', { amount: 2300, bestBefore: '2026-12-01' }),
  here(supply('hazelnut-butter'), 'H 7', { amount: 4500, bestBefore: '2026-11-15' }),
  here(supply('honey'), 'jar 4', { amount: 1250 }),
  here(supply('sugar'), 'S', { amount: 6000 }),
  here(supply('icing-sugar'), 'I', { amount: 1800 }),
  here(supply('glucose-syrup'), 'G 2', { amount: 1650, bestBefore: '2027-03-31' }),
  here(supply('baking-soda'), 'N', { amount: 230 }),
  here(supply('salt'), 'S', { amount: 800 }),
  here(supply('flaked-salt'), 'F', { amount: 310 }),
  here(supply('cocoa-powder'), 'K 19', { amount: 900, bestBefore: '2027-05-31' }),
  here(supply('pretzel-rod'), 'P-118', { amount: 769, bestBefore: '2026-10-01' }),
  here(supply('potato-chip'), 'RC-52', { amount: 560, bestBefore: '2026-08-15' }),
  here(supply('sandwich-cookie'), 'SC-9', { amount: 241, bestBefore: '2026-12-31' }),
  here(supply('box-6'), 'stack', { amount: 60 }),
  here(supply('box-12'), 'stack', { amount: 118 }),
  here(supply('box-8'), 'stack', { amount: 30 }),
  here(supply('clear-bag'), 'roll', { amount: 140 }),
  here(supply('cafe-tray'), 'stack', { amount: 6 }),
  here(supply('paper-cup'), 'sleeves', { amount: 1200 }),
  here(supply('mail-box'), 'stack', { amount: 6 }),
];

/** Berries are fetched on the morning of their day, as many as it takes. */
export const DEMO_BERRIES: readonly { readonly at: string; readonly lot: LotDraft }[] = [
  { at: '2026-06-17T07:10:00+03:00', lot: here(supply('strawberry'), 'Market 17 June', { amount: 25 }) },
  { at: '2026-06-18T06:40:00+03:00', lot: here(supply('strawberry'), 'Market 18 June', { amount: 86 }) },
];

/** What one of each piece takes beside its recipe and its coatings. */
export const DEMO_PIECE_SUPPLIES: Readonly<
  Record<string, { recipe?: string; madeParts?: MadePart[]; supplies: [string, number, Pack['unit']][] }>
> = {
  'dusk-berry': { supplies: [['strawberry', 1, 'piece']] },
  'frost-berry': { supplies: [['strawberry', 1, 'piece']] },
  'salt-twist': {
    supplies: [
      ['pretzel-rod', 1, 'piece'],
      ['flaked-salt', 0.15, 'g'],
    ],
  },
  'ridge-chip': { supplies: [['potato-chip', 1, 'piece']] },
  'rye-truffle': {
    recipe: 'rye-ganache',
    supplies: [
      ['cocoa-powder', 0.3, 'g'],
      ['rye-malt', 0.1, 'g'],
      ['paper-cup', 1, 'piece'],
    ],
  },
  'oat-ball': { recipe: 'oat-hazel', supplies: [['paper-cup', 1, 'piece']] },
  'malt-ball': {
    recipe: 'oat-hazel',
    supplies: [
      ['rye-malt', 0.3, 'g'],
      ['paper-cup', 1, 'piece'],
    ],
  },
  'foam-bar': { recipe: 'honeycomb', supplies: [] },
  'malt-cup': {
    madeParts: [
      { recipe: 'oat-brittle', grams: 1.5, stage: 'brittle' },
      { recipe: 'rye-ganache', grams: 7, stage: 'fill' },
    ],
    supplies: [],
  },
  'sandwich-round': {
    supplies: [
      ['sandwich-cookie', 1, 'piece'],
      ['paper-cup', 1, 'piece'],
    ],
  },
};

/** The packing that one of each box takes. */
export const DEMO_BOX_SUPPLIES: Readonly<Record<string, string>> = {
  'berry-6': 'box-6',
  'berry-12': 'box-12',
  'mixed-12': 'box-12',
  'truffle-8': 'box-8',
  'twist-bag': 'clear-bag',
  'chip-bag': 'clear-bag',
  'bar-pair': 'clear-bag',
  'cafe-tray': 'cafe-tray',
};
