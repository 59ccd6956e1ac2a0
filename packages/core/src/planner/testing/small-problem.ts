import { Random } from '../../chance/random';
import type {
  CoatSpare,
  Melt,
  Person,
  Problem,
  Product,
  ProductStage,
  Rest,
  StageCoating,
  StockLot,
} from '../problem';

/** Problems for tests: a bench of two people, two bowls and two pieces, and random ones like it. */

interface StagePart {
  readonly skill: string;
  readonly fixedMinutes?: number;
  readonly secondsPerPiece?: number;
  readonly maxRunMinutes?: number | null;
  readonly coating?: StageCoating;
  readonly then: Rest;
}

export function stage(id: string, part: StagePart): ProductStage {
  const { skill, fixedMinutes = 3, secondsPerPiece = 6, maxRunMinutes = null, coating = null, then } = part;
  return { id, skill, fixedMinutes, secondsPerPiece, maxRunMinutes, coating, then };
}

const rest = (zone: string, piecesPerTray: number, minMinutes: number, maxMinutes: number): Rest => ({
  zone,
  piecesPerTray,
  minMinutes,
  maxMinutes,
});

export const berry: Product = {
  id: 'berry',
  allergens: [],
  lifeMinutes: 1440,
  targetAgeMinutes: 600,
  maxBatchPieces: 100,
  stages: [
    stage('wash', { skill: 'prep', fixedMinutes: 5, secondsPerPiece: 5, then: rest('rack', 48, 45, 240) }),
    stage('dip', {
      skill: 'dip',
      secondsPerPiece: 12,
      maxRunMinutes: 45,
      coating: { id: 'dark', gramsPerPiece: 6 },
      then: rest('fridge', 30, 20, 1200),
    }),
    stage('pack', { skill: 'pack', then: rest('fridge', 36, 0, 720) }),
  ],
};

export const twist: Product = {
  id: 'twist',
  allergens: ['gluten'],
  lifeMinutes: 20_160,
  targetAgeMinutes: 7200,
  maxBatchPieces: 200,
  stages: [
    stage('dip', {
      skill: 'dip',
      secondsPerPiece: 9,
      coating: { id: 'milk', gramsPerPiece: 6 },
      then: rest('rack', 48, 30, 4320),
    }),
    stage('pack', { skill: 'pack', secondsPerPiece: 4, then: rest('shelf', 96, 0, 20_000) }),
  ],
};

export const runa: Person = {
  id: 'runa',
  pace: 90,
  skills: ['dip', 'temper', 'prep', 'pack'],
  shifts: [
    [420, 720],
    [765, 1080],
    [1860, 2160],
    [2205, 2520],
  ],
};

export const tove: Person = {
  id: 'tove',
  pace: 110,
  skills: ['dip', 'prep', 'pack'],
  shifts: [
    [480, 780],
    [1920, 2220],
  ],
};

/** Two days; berries and twists for the second morning. */
export const smallProblem: Problem = {
  format: 'alnage-problem/1',
  horizon: 2880,
  weights: {
    unmetPiece: 1000,
    agePieceHour: 2,
    labourMinute: 1,
    melt: 10,
    leftoverGram: 0.01,
    stretchMinute: 0.1,
  },
  products: [berry, twist],
  coatings: [
    {
      id: 'dark',
      skill: 'temper',
      setupFixedMinutes: 20,
      setupMinutesPerKg: 4,
      usableMinutes: 240,
      allergens: ['soya'],
    },
    {
      id: 'milk',
      skill: 'temper',
      setupFixedMinutes: 18,
      setupMinutesPerKg: 4,
      usableMinutes: 210,
      allergens: ['milk', 'soya'],
    },
  ],
  melters: [
    { id: 'bowl-a', capacityGrams: 5000, tailGrams: 500 },
    { id: 'bowl-b', capacityGrams: 3000, tailGrams: 350 },
  ],
  changeovers: { defaultMinutes: 10, allergenMinutes: 25, pairs: [{ from: 'milk', to: 'dark', minutes: 5 }] },
  people: [runa, tove],
  zones: [
    { id: 'rack', trays: 20 },
    { id: 'fridge', trays: 12 },
    { id: 'shelf', trays: 30 },
  ],
  orders: [
    { id: 'o1', due: 2010, weight: 1, lines: [{ product: 'berry', pieces: 24 }] },
    {
      id: 'o2',
      due: 2100,
      weight: 1,
      lines: [
        { product: 'berry', pieces: 48 },
        { product: 'twist', pieces: 20 },
      ],
    },
    { id: 'o3', due: 2340, weight: 2, lines: [{ product: 'twist', pieces: 60 }] },
  ],
};

/** 900 g of dark in bowl A, set up by Runa and closed 70 minutes after its set-up began. */
export function darkMelt(setupStart: number): Melt {
  const times = { setupStart, setupEnd: setupStart + 24, closed: setupStart + 70 };
  return { id: 'm1', melter: 'bowl-a', coating: 'dark', grams: 900, person: 'runa', ...times };
}

/** Numbers in 0..1 that are the same for the same seed. */
export function seeded(seed: number): () => number {
  const random = new Random(seed);
  return () => random.next();
}

/** The small problem with random orders, trays, bowls and hands; some of them cannot be met in full. */
export function randomProblem(seed: number): Problem {
  const random = seeded(seed);
  const whole = (min: number, max: number): number => min + Math.floor(random() * (max - min + 1));
  const frost: Product = {
    ...berry,
    id: 'frost',
    stages: [
      berry.stages[0]!,
      { ...berry.stages[1]!, coating: { id: 'milk', gramsPerPiece: 5 }, then: rest('fridge', 30, 20, 300) },
      stage('drizzle', {
        skill: 'dip',
        secondsPerPiece: 4,
        coating: { id: 'dark', gramsPerPiece: 1 },
        then: rest('fridge', 30, 20, 1200),
      }),
      berry.stages[2]!,
    ],
  };
  return {
    ...smallProblem,
    products: [berry, twist, frost],
    melters: smallProblem.melters.slice(0, whole(1, 2)),
    zones: smallProblem.zones.map((zone) => ({ ...zone, trays: whole(2, zone.trays) })),
    people: smallProblem.people.map((person) => ({ ...person, pace: whole(80, 125) })),
    orders: Array.from({ length: whole(1, 12) }, (_, i) => ({
      id: `o${i}`,
      due: whole(126, 170) * 15,
      weight: whole(1, 3),
      lines: ['berry', 'twist', 'frost']
        .filter(() => random() < 0.5)
        .map((product) => ({ product, pieces: whole(1, 60) })),
    })).filter((order) => order.lines.length > 0),
  };
}

/** A random problem that uses the format's optional fields as well. */
export function randomProblemWithOptions(seed: number): Problem {
  const problem = randomProblem(seed);
  const random = seeded(seed + 1_000_003);
  const chance = <T>(share: number, value: T): Partial<T> => (random() < share ? value : {});
  const now = random() < 0.3 ? 600 : 0;
  return {
    ...problem,
    now,
    places: [
      {
        ...{ id: 'quay', minutes: 40, ages: [{ product: 'berry', minutes: 25 }] },
        ...chance(0.5, { zone: 'shelf' }),
      },
    ],
    ...chance(0.4, { stock: stockFor(seed, now) }),
    ...(seed % 4 === 1 && { moulds: [{ id: 'bars', count: 1 + (seed % 3) }] }),
    products: problem.products.map((product) => ({
      ...product,
      ...chance(0.5, { mayContain: ['gluten', 'milk'] }),
      ...chance(0.4, startingBy(random())),
      ...chance(0.3, { clockStage: 'dip' }),
      ...mouldBy(seed, product),
      stages: product.stages
        .map((own) => restingBy(seed, own))
        .map((stage) =>
          stage.coating && random() < 0.4
            ? {
                ...stage,
                coating: {
                  id: stage.coating.id,
                  milligramsPerPiece: 4350,
                  ...mixedBy(seed),
                  ...spareBy(seed),
                },
              }
            : stage,
        ),
    })),
    melters: problem.melters.map((melter) => ({
      ...melter,
      ...chance(0.3, { usableMinutes: 90 }),
      ...chance(0.4, {
        holds: {
          coating: random() < 0.5 ? 'dark' : 'milk',
          allergens: random() < 0.5 ? ['gluten'] : [],
          grams: Math.floor(random() * melter.capacityGrams),
          usableUntil: now + Math.floor(random() * 900),
        },
      }),
    })),
    zones: problem.zones.map((zone) => ({
      ...zone,
      ...chance(0.5, {
        changes: [
          { from: 1000 + Math.floor(random() * 600), trays: Math.floor(zone.trays / 2) },
          { from: 1900 + Math.floor(random() * 300), trays: zone.trays + 1 },
        ],
      }),
    })),
    orders: problem.orders.map((order) => ({
      ...order,
      ...chance(0.3, { place: 'quay' }),
      ...chance(0.3, { freeFrom: [['gluten'], ['milk'], ['nuts', 'gluten']][Math.floor(random() * 3)]! }),
    })),
  };
}

/** In every fourth problem twists are cast in moulds, a few at a time. */
function mouldBy(seed: number, { id }: Product): Pick<Product, 'mould'> {
  return seed % 4 === 1 && id === 'twist'
    ? { mould: { id: 'bars', piecesPerMould: 24, from: 'dip', until: seed % 8 === 1 ? 'pack' : 'dip' } }
    : {};
}

/** In every fifth problem what is dipped lies in the rack for a while before it goes to the cold. */
function restingBy(seed: number, stage: ProductStage): ProductStage {
  const { minMinutes } = stage.then;
  if (seed % 5 !== 2 || minMinutes < 10) return stage;
  return { ...stage, then: { ...stage.then, first: { zone: 'rack', minutes: minMinutes - 5 } } };
}

/** As many to start as a share says, or as what is known of rejects does. */
function startingBy(luck: number): Pick<Product, 'startPercent' | 'rejects'> {
  if (luck < 0.5) return { startPercent: 100 + Math.floor(30 * luck) };
  return { rejects: { bad: 1 + Math.floor(10 * luck), good: 100, certainty: 0.9 } };
}

/** In every third problem it is mixed in. */
function mixedBy(seed: number): { readonly isMixed?: true } {
  return seed % 3 === 0 ? { isMixed: true } : {};
}

/** In every other problem a melt has coating to spare. */
function spareBy(seed: number): { readonly spare?: CoatSpare } {
  return seed % 2 === 0 ? {} : { spare: { logSd: 0.1, certainty: 0.95 } };
}

/** Some pieces made already, old and fresh, two lots of them. */
function stockFor(seed: number, now: number): StockLot[] {
  const random = seeded(seed + 2_000_003);
  return ['berry', 'twist'].map((product, i) => ({
    id: `lot-${i}`,
    product,
    pieces: 1 + Math.floor(random() * 40),
    clock: now - Math.floor(random() * (product === 'berry' ? 900 : 12_000)),
    zone: 'shelf',
    allergens: random() < 0.5 ? ['soya', 'nuts'] : ['soya', 'milk', 'gluten'],
  }));
}
