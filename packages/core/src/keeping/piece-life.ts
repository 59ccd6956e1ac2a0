import type { Family } from '../coating/family';
import { LIFE_MINUTES, type LifeRule } from './life';

/** How a family ages: times faster when it is 10 K warmer, from where to where that holds, and where its customers keep it, °C. */
interface FamilyLife {
  readonly q10: number;
  readonly low: number;
  readonly high: number;
  readonly keptCelsius: number;
}

/** Fruit and cream: never frozen, and out of the cold for hours at most. */
const MOIST: FamilyLife = { q10: 3, low: -1, high: 32, keptCelsius: 5 };
/** Fillings that are sugar and fat, with some water in them. */
const FILLED: FamilyLife = { q10: 2.5, low: -20, high: 34, keptCelsius: 16 };
/** What is dry: it stales, and its coat blooms. */
const DRY: FamilyLife = { q10: 2, low: -25, high: 36, keptCelsius: 18 };

/** How each family ages where nobody says otherwise. Source: shop default, within what Labuza gives for such foods. */
const FAMILY_LIFE: Readonly<Record<Family, FamilyLife>> = {
  berry: MOIST,
  truffle: { ...FILLED, keptCelsius: 14 },
  'shell-truffle': { ...FILLED, keptCelsius: 14 },
  'filled-cup': { ...FILLED, keptCelsius: 14 },
  'nut-butter-ball': FILLED,
  'nut-butter-egg': FILLED,
  caramel: FILLED,
  pretzel: DRY,
  knot: DRY,
  chip: DRY,
  'sandwich-cookie': DRY,
  honeycomb: DRY,
  bar: DRY,
  cluster: DRY,
  bark: DRY,
  solid: DRY,
  other: { ...MOIST, keptCelsius: 16 },
};

/** Where trays are when nobody says how warm a zone is, °C; shop default. */
export const USUAL_ZONE_CELSIUS = 18;

/** What the shop says of how a piece keeps; what is left out is as usual for its family. */
export interface KeepingWords {
  /** From the clock to the pickup at most, and until it is eaten, in minutes. */
  readonly holdMinutes: number;
  readonly eatWithinMinutes: number;
  /** The temperature that these are meant at, °C; left out: where its trays lie last. */
  readonly atCelsius?: number;
  readonly q10?: number;
  /** Where its customers keep it, °C. */
  readonly keptCelsius?: number;
}

/** A piece as far as its life goes. */
export interface LivingPiece {
  readonly family: Family;
  readonly keeping: KeepingWords;
  readonly route: readonly { readonly rest: { readonly zone: string } }[];
}

/** How a piece lives: its rule, what its customers keep it at, and how old it may be when it is collected. */
export interface PieceLife {
  readonly rule: LifeRule;
  readonly keptCelsius: number;
  readonly holdMinutes: number;
}

/**
 * How a piece lives, by the shop's own words, else as usual for its family. Its hours are meant as it is kept: at the temperature of the
 * zone where its trays lie last, unless somebody says at which. Source: shop default.
 */
export function lifeOf(
  { family, keeping, route }: LivingPiece,
  celsiusOf: (zone: string) => number | null,
): PieceLife {
  const usual = FAMILY_LIFE[family];
  const last = route.at(-1)?.rest.zone;
  const { atCelsius = (last === undefined ? null : celsiusOf(last)) ?? USUAL_ZONE_CELSIUS } = keeping;
  const { q10 = usual.q10, keptCelsius = usual.keptCelsius, holdMinutes } = keeping;
  const valid = { min: Math.min(usual.low, atCelsius), max: Math.max(usual.high, atCelsius) };
  const minutes = Math.min(LIFE_MINUTES.max, Math.max(LIFE_MINUTES.min, keeping.eatWithinMinutes));
  return { rule: { minutes, atCelsius, q10, valid }, keptCelsius, holdMinutes };
}

/** What is usual where a piece says nothing of it, for the page that asks. Source: shop default. */
export function usualLife(family: Family): { readonly q10: number; readonly keptCelsius: number } {
  const { q10, keptCelsius } = FAMILY_LIFE[family];
  return { q10, keptCelsius };
}
