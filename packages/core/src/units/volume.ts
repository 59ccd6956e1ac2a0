/** Millilitres of the volumes that recipes are written in. */
export type VolumeUnit = 'ml' | 'dl' | 'l' | 'tsp' | 'tbsp' | 'cup' | 'floz';

/** Whose spoons and cups a recipe means. */
export const MEASURES = ['metric', 'us', 'australian'] as const;
export type Measures = (typeof MEASURES)[number];

/** Cubic inches make a US gallon of 231; a cup is a sixteenth of it. Source: NIST Handbook 44, General Tables of Units. */
const MILLILITRES_PER_US_GALLON = 231 * 2.54 ** 3;

const ALIKE = { ml: 1, dl: 100, l: 1000 } as const;

const PER_UNIT: Readonly<Record<Measures, Readonly<Record<VolumeUnit, number>>>> = {
  // spoons of 5 and 15 ml, a cup of 250 ml; a fluid ounce that metric recipes do not have is the US one
  metric: { ...ALIKE, tsp: 5, tbsp: 15, cup: 250, floz: MILLILITRES_PER_US_GALLON / 128 },
  // as metric, but for a tablespoon of four teaspoons
  australian: { ...ALIKE, tsp: 5, tbsp: 20, cup: 250, floz: MILLILITRES_PER_US_GALLON / 128 },
  us: {
    ...ALIKE,
    tsp: MILLILITRES_PER_US_GALLON / 768,
    tbsp: MILLILITRES_PER_US_GALLON / 256,
    cup: MILLILITRES_PER_US_GALLON / 16,
    floz: MILLILITRES_PER_US_GALLON / 128,
  },
};

/** Millilitres in one of a unit. By hand: a US cup has 236.588 ml, a metric one 250. */
export function millilitresPer(unit: VolumeUnit, measures: Measures): number {
  return PER_UNIT[measures][unit];
}

/** The usual portioning scoops, by the number on their handle, the largest first. */
export const SCOOP_NUMBERS = [16, 20, 24, 30, 40, 50, 60, 70, 100] as const;
export type ScoopNumber = (typeof SCOOP_NUMBERS)[number];

/**
 * Millilitres in a level scoop: so many as its number make a US quart, a quarter of a gallon.
 * By hand: number 40 has 946.35/40 = 23.7 ml. Source: NIST Handbook 44, General Tables of Units.
 */
export function scoopMillilitres(number: ScoopNumber): number {
  return MILLILITRES_PER_US_GALLON / 4 / number;
}
