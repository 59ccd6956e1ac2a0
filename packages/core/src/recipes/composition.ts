import { requireWithin, type Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import type { CoatingKind } from '../coating/coating-kind';

/** Grams in 100 g. */
export const PER_HUNDRED: Bound = { min: 0, max: 100 };
/** Honey counts for more than its own mass: its sugars are small. */
export const AS_SUCROSE: Bound = { min: 0, max: 200 };

/** What 100 g of something are made of, in g. */
export interface Composition {
  readonly water: number;
  readonly fat: number;
  /** Without fibre, with sugars and sugar alcohols. */
  readonly carbohydrate: number;
  readonly sugars: number;
  /** Sugar alcohols, among the carbohydrate. */
  readonly polyols: number;
  readonly fibre: number;
  readonly protein: number;
  readonly salt: number;
  readonly alcohol: number;
  /** Sucrose that raises a boiling point as its dissolved sugars do; null: it does not dissolve, and its water stays in it. */
  readonly asSucrose: number | null;
}

/** What is made of nothing that is told, such as water that stays. */
export const NOTHING: Composition = {
  ...{ water: 0, fat: 0, carbohydrate: 0, sugars: 0, polyols: 0, fibre: 0, protein: 0, salt: 0, alcohol: 0 },
  asSucrose: null,
};

/** The parts that are told of a piece. */
export const FACT_PARTS = [
  'fat',
  'carbohydrate',
  'sugars',
  'polyols',
  'fibre',
  'protein',
  'salt',
  'alcohol',
] as const;
export type FactPart = (typeof FACT_PARTS)[number];

type Row = readonly [
  water: number,
  fat: number,
  carbohydrate: number,
  sugars: number,
  fibre: number,
  protein: number,
  salt: number,
  more?: Partial<Pick<Composition, 'alcohol' | 'polyols'>>,
];

function composition(row: Row, asSucrose: number | null = null): Composition {
  const [water, fat, carbohydrate, sugars, fibre, protein, salt, more] = row;
  return {
    ...NOTHING,
    ...{ water, fat, carbohydrate, sugars, fibre, protein, salt, asSucrose },
    ...more,
  };
}

/** What dissolves in a pot, each with its sugars as sucrose: sucrose as it is, hexoses by their molecules. */
const DISSOLVES: Readonly<Record<string, readonly [asSucrose: number, row: Row]>> = {
  water: [0, [100, 0, 0, 0, 0, 0, 0]],
  milk: [4.7, [87.8, 3.6, 4.7, 4.7, 0, 3.4, 0.1]],
  'cream-35': [3.1, [59.5, 35, 3.1, 3.1, 0, 2.1, 0.1]],
  'condensed-milk': [55, [26.5, 8.5, 55, 55, 0, 8, 0.3]],
  'evaporated-milk': [10.5, [74, 7.5, 10.5, 10.5, 0, 6.8, 0.3]],
  honey: [155, [17.5, 0, 82, 82, 0, 0.4, 0]],
  'glucose-syrup': [64, [20, 0, 80, 33, 0, 0, 0.1]],
  'golden-syrup': [110, [18, 0, 80, 80, 0, 0.3, 0.7]],
  'maple-syrup': [68, [32.5, 0, 67, 60, 0, 0, 0]],
  treacle: [85, [24, 0, 70, 64, 0, 1.2, 0.5]],
  'butter-melted': [0.7, [16, 82, 0.7, 0.7, 0, 0.6, 0]],
  butter: [0.7, [16, 82, 0.7, 0.7, 0, 0.6, 0]],
  rum: [0, [66.6, 0, 0, 0, 0, 0, 0, { alcohol: 33.4 }]],
  brandy: [0, [66.6, 0, 0, 0, 0, 0, 0, { alcohol: 33.4 }]],
  'orange-liqueur': [25, [44, 0, 25, 25, 0, 0, 0, { alcohol: 31 }]],
  'vanilla-extract': [12, [53, 0, 12.5, 12.5, 0, 0, 0, { alcohol: 34 }]],
  'coffee-brewed': [0, [99.4, 0, 0.3, 0, 0, 0.2, 0]],
  'lemon-juice': [4, [91, 0.2, 2.5, 2.5, 0.3, 0.4, 0]],
  'orange-juice': [13, [88, 0.2, 9, 8.5, 0.3, 0.7, 0]],
  sugar: [100, [0, 0, 100, 100, 0, 0, 0]],
  'caster-sugar': [100, [0, 0, 100, 100, 0, 0, 0]],
  'icing-sugar': [97, [0, 0, 100, 97, 0, 0, 0]],
  'brown-sugar': [97, [2, 0, 97, 96, 0, 0.1, 0.1]],
  jam: [75, [30, 0, 65, 60, 1, 0.4, 0]],
  'fruit-puree': [15, [85, 0.3, 11, 10, 2, 0.7, 0]],
  salt: [0, [0, 0, 0, 0, 0, 0, 100]],
  'flaked-salt': [0, [0, 0, 0, 0, 0, 0, 100]],
  'baking-soda': [0, [0, 0, 0, 0, 0, 0, 68]],
  'cream-of-tartar': [0, [2, 0, 61, 0, 0, 0, 0.1]],
};

/** What stays as it is in a pot. */
const STAYS: Readonly<Record<string, Row>> = {
  yoghurt: [87, 3.5, 4.7, 4.7, 0, 3.8, 0.1],
  'neutral-oil': [0, 100, 0, 0, 0, 0, 0],
  'coconut-oil': [0, 100, 0, 0, 0, 0, 0],
  shortening: [0, 100, 0, 0, 0, 0, 0],
  'cocoa-butter': [0, 100, 0, 0, 0, 0, 0],
  'egg-white': [87.6, 0.2, 0.7, 0.7, 0, 10.9, 0.4],
  'egg-yolk': [52, 27, 0.8, 0.6, 0, 16, 0.1],
  egg: [76, 9.5, 0.6, 0.5, 0, 12.6, 0.35],
  'cream-cheese': [56, 33, 3.8, 3.8, 0, 6, 0.8],
  'milk-powder': [3.5, 26.5, 38.5, 38.5, 0, 25.5, 0.9],
  'baking-powder': [5, 0, 28, 0, 0, 0, 27],
  gelatine: [12, 0.1, 0, 0, 0, 86, 0.7],
  'gelatine-sheet': [12, 0.1, 0, 0, 0, 86, 0.7],
  flour: [13, 1.3, 71, 1, 3.5, 10.5, 0],
  'rye-flour': [13, 1.7, 62, 1, 13, 8, 0],
  cornflour: [12, 0.1, 86.5, 0, 1, 0.3, 0],
  'rolled-oats': [10, 7, 58, 1, 10, 13, 0],
  'oat-flour': [10, 7, 58, 1, 10, 13, 0],
  'rye-malt': [6, 2, 66, 8, 13, 10, 0],
  'biscuit-crumb': [3, 20, 66, 22, 3, 7, 0.9],
  'puffed-rice': [5, 1, 85, 1, 1.5, 7, 0],
  cornflakes: [4, 0.9, 84, 8, 3, 7, 1.1],
  'cocoa-powder': [4, 21, 14, 1, 30, 20, 0.1],
  'cocoa-nibs': [3, 51, 13, 1, 19, 13, 0],
  'chocolate-chopped': [1, 36, 47, 44, 8, 6, 0],
  'chocolate-drops': [1, 28, 58, 54, 7, 5, 0],
  cinnamon: [10, 1.2, 27, 2, 53, 4, 0],
  ginger: [10, 4, 58, 3.4, 14, 9, 0.1],
  cardamom: [8, 6.7, 40, 1, 28, 11, 0],
  'vanilla-pod': [30, 10, 20, 10, 25, 3, 0],
  'peanut-butter': [1, 50, 14, 6, 7, 24, 0.5],
  'hazelnut-butter': [3, 62, 6, 4.5, 9.5, 15, 0],
  'almond-butter': [2, 54, 8, 5, 11, 22, 0],
  tahini: [2, 58, 9, 0.5, 9, 19, 0],
  'praline-paste': [1, 31, 54, 52, 5, 8, 0],
  hazelnuts: [5, 62, 6, 4.5, 9.5, 14.5, 0],
  'hazelnuts-chopped': [5, 62, 6, 4.5, 9.5, 14.5, 0],
  almonds: [4.5, 50, 8, 4.5, 12, 21, 0],
  'almonds-flaked': [4.5, 50, 8, 4.5, 12, 21, 0],
  'almonds-ground': [4.5, 50, 8, 4.5, 12, 21, 0],
  walnuts: [4, 65, 7, 2.6, 6.5, 15, 0],
  pecans: [3.5, 72, 4.3, 4, 9.6, 9.2, 0],
  pistachios: [4, 46, 17, 7.5, 10, 20, 0],
  cashews: [4, 46, 26, 6, 4, 18, 0],
  peanuts: [5, 49, 9, 4.5, 8.5, 26, 0],
  'sesame-seed': [5, 50, 11, 0.3, 12, 18, 0],
  'sunflower-seed': [5, 51, 11, 2.6, 9, 21, 0],
  'pumpkin-seed': [5, 49, 5, 1.4, 6, 30, 0],
  'desiccated-coconut': [3, 64, 7, 6.5, 15, 6, 0.1],
  raisins: [15, 0.5, 72, 68, 4, 3, 0.1],
  'dried-cranberries': [16, 1.2, 76, 72, 5.5, 0.2, 0],
  'dried-cherries': [16, 0.8, 70, 65, 3, 1.4, 0],
  'dried-apricots': [31, 0.5, 55, 53, 7.5, 3.4, 0],
  'candied-peel': [17, 0.5, 76, 70, 5, 0.3, 0.3],
  'marshmallows-small': [17, 0, 81, 60, 0, 2, 0.1],
  sprinkles: [1, 5, 92, 86, 0, 0.5, 0],
  strawberry: [91, 0.4, 5.5, 4.9, 2, 0.7, 0],
  'pretzel-rod': [3, 3, 78, 3, 3, 10, 3],
  'potato-chip': [2, 34, 50, 1, 4.5, 6.3, 1.3],
  'sandwich-cookie': [2, 20, 69, 37, 3, 5, 0.9],
};

/**
 * What 100 g of known ingredients are made of, by their ids. Source: shop default, the ordinary make-up of such foods;
 * what stands on a packet is truer. Ground coffee and tea are not in it: they are strained out.
 */
export const KNOWN_COMPOSITIONS: Readonly<Record<string, Composition>> = {
  ...Object.fromEntries(
    Object.entries(DISSOLVES).map(([id, [asSucrose, row]]) => [id, composition(row, asSucrose)]),
  ),
  ...Object.fromEntries(Object.entries(STAYS).map(([id, row]) => [id, composition(row)])),
};

/** What 100 g of a coating are made of, by its kind. Source: shop default, ordinary couverture and compound. */
export const COATING_COMPOSITIONS: Readonly<Record<CoatingKind, Composition>> = {
  dark: composition([1, 36, 47, 44, 8, 6, 0]),
  milk: composition([1, 32, 55, 53, 2, 7.5, 0.25]),
  white: composition([1, 34, 57, 57, 0, 6.5, 0.25]),
  compound: composition([1, 31, 60, 55, 4, 4, 0.1]),
};

/**
 * A make-up that can be: no more than 100 g in all, but for rounding on packets, and no more sugars than carbohydrate.
 * @throws InputError below `pointer`
 */
export function requireComposition(made: Composition, pointer: string): Composition {
  const { water, fat, carbohydrate, fibre, protein, salt, alcohol } = made;
  const sum = water + fat + carbohydrate + fibre + protein + salt + alcohol;
  if (sum > MOST_IN_ALL) {
    const range = 'parts of no more than 100% in all';
    throw new InputError({ code: 'out-of-range', field: `${pointer}/fat`, value: sum, range });
  }
  requireWithin(`${pointer}/sugars`, made.sugars, { min: 0, max: carbohydrate });
  requireWithin(`${pointer}/polyols`, made.polyols, { min: 0, max: carbohydrate - made.sugars });
  return made;
}

/** Packets round each figure. */
const MOST_IN_ALL = 103;

/** Energy of a gram of each part, kJ; sugar alcohols less than other carbohydrate. Source: Regulation (EU) No 1169/2011, conversion factors. */
const KILOJOULES_PER_GRAM = { fat: 37, carbohydrate: 17, polyols: 10, fibre: 8, protein: 17, alcohol: 29 };
const KILOCALORIES_PER_GRAM = { fat: 9, carbohydrate: 4, polyols: 2.4, fibre: 2, protein: 4, alcohol: 7 };

/** Grams of each part. */
export type FactGrams = Readonly<Record<FactPart, number>>;

/** Energy of so many grams of each part, in kJ and kcal. By hand: 10 g fat and 20 g carbohydrate: 710 kJ, 170 kcal. */
export function energyOf(grams: FactGrams): { readonly kilojoules: number; readonly kilocalories: number } {
  const sum = (factors: typeof KILOJOULES_PER_GRAM): number =>
    factors.fat * grams.fat +
    factors.carbohydrate * (grams.carbohydrate - grams.polyols) +
    factors.polyols * grams.polyols +
    factors.fibre * grams.fibre +
    factors.protein * grams.protein +
    factors.alcohol * grams.alcohol;
  return { kilojoules: sum(KILOJOULES_PER_GRAM), kilocalories: sum(KILOCALORIES_PER_GRAM) };
}
