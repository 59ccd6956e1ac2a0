import { COATING_JOULES_PER_GK } from '../coating/coating-kind';
import { requireWithin, type Bound } from '../input/bounds';
import { InputError } from '../input/input-error';

/** What a mixing bowl is of, as far as heat is concerned. */
export type BowlMaterial = 'glass' | 'metal' | 'plastic';
export const BOWL_MATERIALS = ['glass', 'metal', 'plastic'] as const;

/**
 * Specific heat in J/(g·K) of glass, stainless steel and kitchen plastic.
 * Source: Incropera, Fundamentals of Heat and Mass Transfer, rounded to a shop default per material.
 */
export const BOWL_JOULES_PER_GK: Readonly<Record<BowlMaterial, number>> = {
  glass: 0.84,
  metal: 0.5,
  plastic: 1.9,
};

/** Heat in J that a gram of seed takes up to melt. Source: shop default on Beckett, Industrial Chocolate Manufacture and Use. */
export const MELTING_JOULES_PER_G = 45;

export const SEEDED_GRAMS: Bound = { min: 1, max: 200_000 };
export const SEED_GRAMS: Bound = { min: 0, max: 200_000 };
export const EMPTY_BOWL_GRAMS: Bound = { min: 1, max: 50_000 };
export const LIQUID_CELSIUS: Bound = { min: 15, max: 90 };
export const SEED_CELSIUS: Bound = { min: -30, max: 45 };

/** Melted coating, the solid that goes in, and the bowl where its own heat counts. */
export interface Seeding {
  readonly liquidGrams: number;
  readonly liquidCelsius: number;
  readonly seedCelsius: number;
  readonly bowl: { readonly grams: number; readonly material: BowlMaterial; readonly celsius: number } | null;
}

/** @throws InputError naming the field out of range */
function requireSeeding({ liquidGrams, liquidCelsius, seedCelsius, bowl }: Seeding): void {
  requireWithin('/liquidG', liquidGrams, SEEDED_GRAMS);
  requireWithin('/liquidC', liquidCelsius, LIQUID_CELSIUS);
  requireWithin('/seedC', seedCelsius, SEED_CELSIUS);
  if (!bowl) return;
  requireWithin('/bowl/g', bowl.grams, EMPTY_BOWL_GRAMS);
  requireWithin('/bowl/celsius', bowl.celsius, LIQUID_CELSIUS);
}

/** Heat that liquid and bowl hold above 0 °C, and how much of it goes with each degree. */
function heatOf({ liquidGrams, liquidCelsius, bowl }: Seeding): { joules: number; joulesPerKelvin: number } {
  const liquid = liquidGrams * COATING_JOULES_PER_GK;
  const vessel = bowl ? bowl.grams * BOWL_JOULES_PER_GK[bowl.material] : 0;
  return {
    joules: liquid * liquidCelsius + vessel * (bowl?.celsius ?? 0),
    joulesPerKelvin: liquid + vessel,
  };
}

/**
 * Temperature in °C that melted coating comes to with so much seed, all of it melted:
 * (m1·c·T1 + mb·cb·Tb + m2·c·T2 − m2·L)/((m1 + m2)·c + mb·cb), c = 1.6 J/(g·K), L = 45 J/g. A bound: seed that does not
 * melt takes up no heat of melting, and stays solid.
 * By hand: 200 g at 48.9 °C and 100 g at 21 °C: (15,648 + 3,360 − 4,500)/480 = 30.2 °C.
 * Source: conservation of energy; the heats as named. @throws InputError
 */
export function seededCelsius(seeding: Seeding, seedGrams: number): number {
  requireSeeding(seeding);
  requireWithin('/seedG', seedGrams, SEED_GRAMS);
  const { joules, joulesPerKelvin } = heatOf(seeding);
  const seed = seedGrams * COATING_JOULES_PER_GK;
  return (joules + seed * seeding.seedCelsius - seedGrams * MELTING_JOULES_PER_G) / (joulesPerKelvin + seed);
}

/**
 * Grams of seed that bring melted coating to a temperature, the inverse of seededCelsius.
 * By hand: 200 g at 48.9 °C to 30.225 with seed at 21 °C: 320·18.675/(1.6·9.225 + 45) = 100 g.
 * @throws InputError for a target warmer than liquid and bowl together, and one that no amount of seed reaches
 */
export function seedGramsFor(seeding: Seeding, targetCelsius: number): number {
  requireSeeding(seeding);
  const { joules, joulesPerKelvin } = heatOf(seeding);
  const warmest = joules / joulesPerKelvin;
  const coldest = seeding.seedCelsius - MELTING_JOULES_PER_G / COATING_JOULES_PER_GK;
  requireWithin('/targetC', targetCelsius, { min: coldest, max: warmest });
  const perGram = COATING_JOULES_PER_GK * (targetCelsius - seeding.seedCelsius) + MELTING_JOULES_PER_G;
  const grams = (joulesPerKelvin * (warmest - targetCelsius)) / perGram;
  if (!(grams <= SEED_GRAMS.max))
    throw new InputError({
      code: 'out-of-range',
      field: '/targetC',
      value: targetCelsius,
      range: `what at most ${SEED_GRAMS.max} g of seed reach`,
    });
  return grams;
}
