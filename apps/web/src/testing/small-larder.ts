import type { Larder, PreparationView, RecipeView, SupplyView } from '@alnage/contract';

/** What the small workshop keeps and cooks. */
export const supplies: SupplyView[] = [
  {
    ...{
      id: 'strawberry',
      name: 'Strawberry',
      kind: 'fruit',
      base: 'piece',
      gramsPerMl: null,
      gramsPerPiece: 18,
    },
    ...{ allergens: [], supplier: 'Quay market', packs: [{ amount: 25, unit: 'piece', priceMinor: 650 }] },
    ...{ sortedOutShare: 0.1, keepsHours: 30, aheadHours: 2, version: 1 },
  },
  {
    ...{ id: 'cream', name: 'Cream', kind: 'dairy', base: 'g', gramsPerMl: 1, gramsPerPiece: null },
    ...{ allergens: ['milk'], supplier: 'Wholesale', packs: [{ amount: 1, unit: 'l', priceMinor: 420 }] },
    ...{ sortedOutShare: 0, keepsHours: 240, aheadHours: 24, version: 1 },
  },
];

export const recipes: RecipeView[] = [
  {
    ...{ id: 'ganache', name: 'Ganache', measures: 'metric', note: '', version: 1 },
    ingredients: [
      { of: 'coating', id: 'dark-64', amount: 300, unit: 'g' },
      { of: 'supply', id: 'cream', amount: 1, unit: 'dl' },
    ],
    steps: [{ text: 'Pour the hot cream over it', workMinutes: 10, restMinutes: 240, celsius: 80 }],
    yield: { kind: 'computed', lossShare: 0.02 },
    portion: { kind: 'weight', grams: 9 },
  },
];

const part = { piece: null, recipe: null, box: null, bowl: null };

/** A larder that is short of berries and has enough of dark: needs that add up. */
export const larder: Larder = {
  plan: { version: 3, isPublished: true, madeAt: '2026-06-18T05:00:00.000Z' },
  needs: [
    {
      item: { kind: 'coating', id: 'dark-64' },
      parts: [
        {
          ...part,
          kind: 'on-pieces',
          piece: 'dusk-berry',
          count: 104,
          amount: 650,
          firstAt: '2026-06-19T05:00:00.000Z',
        },
        { ...part, kind: 'tail', bowl: 'bowl-a', count: 1, amount: 550, firstAt: '2026-06-19T05:00:00.000Z' },
      ],
      usedAmount: 1200,
      service: 0.99,
      spareAmount: 100,
      neededAmount: 1300,
      hereAmount: 5000,
      spoiledAmount: 0,
      shortAmount: 0,
      runsOutAt: null,
      purchases: [],
      boughtAmount: 0,
      priceMinor: 0,
      chanceShort: 0.01,
      fewer: null,
      more: { packSize: 2500, boughtAmount: 2500, priceMinor: 4250, chanceShort: 0 },
    },
    {
      item: { kind: 'supply', id: 'strawberry' },
      parts: [
        {
          ...part,
          kind: 'batch',
          piece: 'dusk-berry',
          count: 104,
          amount: 104,
          firstAt: '2026-06-19T05:00:00.000Z',
        },
      ],
      usedAmount: 104,
      service: 0.9,
      spareAmount: 6,
      neededAmount: 110,
      hereAmount: 20,
      spoiledAmount: 20,
      shortAmount: 90,
      runsOutAt: '2026-06-19T05:00:00.000Z',
      purchases: [
        {
          buyBy: '2026-06-18T17:00:00.000Z',
          firstUse: '2026-06-19T05:00:00.000Z',
          lastUse: '2026-06-19T05:00:00.000Z',
          usedAmount: 90,
          wantedAmount: 100,
          packs: [{ size: 25, priceMinor: 650, count: 4 }],
          boughtAmount: 100,
          priceMinor: 2600,
        },
      ],
      boughtAmount: 100,
      priceMinor: 2600,
      chanceShort: 0.004,
      fewer: { packSize: 25, boughtAmount: 75, priceMinor: 1950, chanceShort: 0.42 },
      more: { packSize: 25, boughtAmount: 125, priceMinor: 3250, chanceShort: 0 },
    },
    {
      item: { kind: 'supply', id: 'cream' },
      parts: [],
      usedAmount: 0,
      service: 0.5,
      spareAmount: 0,
      neededAmount: 0,
      hereAmount: 0,
      spoiledAmount: 0,
      shortAmount: 0,
      runsOutAt: null,
      purchases: [],
      boughtAmount: 0,
      priceMinor: 0,
      chanceShort: 0,
      fewer: null,
      more: null,
    },
  ],
  lots: [
    {
      ...{
        id: 'l1',
        item: { kind: 'coating', id: 'dark-64' },
        code: 'D-2214',
        origin: 'delivery',
        amount: 4360,
      },
      ...{
        isStopped: false,
        bestBefore: null,
        allergens: [],
        note: '',
        receivedAt: '2026-06-15T04:00:00.000Z',
        openedAt: null,
      },
      usableUntil: null,
      moves: [
        { at: '2026-06-15T04:00:00.000Z', by: 'runa', kind: 'received', amount: 5000, reason: '' },
        { at: '2026-06-16T06:10:00.000Z', by: null, kind: 'used', amount: -640, reason: 'Batch b7' },
      ],
    },
    {
      ...{
        id: 'l2',
        item: { kind: 'coating', id: 'dark-64' },
        code: 'Sheet',
        origin: 'leftover',
        amount: 640,
      },
      ...{
        isStopped: false,
        bestBefore: null,
        allergens: ['nuts'],
        note: '',
        receivedAt: '2026-06-15T04:00:00.000Z',
        openedAt: null,
      },
      usableUntil: null,
      moves: [{ at: '2026-06-15T04:00:00.000Z', by: null, kind: 'received', amount: 640, reason: '' }],
    },
    {
      ...{
        id: 'l3',
        item: { kind: 'supply', id: 'strawberry' },
        code: 'old',
        origin: 'delivery',
        amount: 20,
      },
      ...{
        isStopped: false,
        bestBefore: null,
        allergens: [],
        note: '',
        receivedAt: '2026-06-15T04:00:00.000Z',
        openedAt: null,
      },
      usableUntil: '2026-06-16T10:00:00.000Z',
      moves: [{ at: '2026-06-15T04:00:00.000Z', by: null, kind: 'received', amount: 20, reason: '' }],
    },
  ],
};

/** A ganache for 43 pieces, to be made on Friday morning. */
export const preparation: PreparationView = {
  ...{ batch: 'b1', piece: 'dusk-berry', recipe: 'ganache', stage: 'dip', person: 'runa' },
  ...{ start: '2026-06-19T05:00:00.000Z', end: '2026-06-19T05:30:00.000Z' },
  ...{
    goodPieces: 42,
    startedPieces: 43,
    factor: 2,
    potGrams: 800,
    yieldGrams: 784,
    portionGrams: 9,
    isPart: false,
    pot: null,
    done: null,
  },
};
