import { requireWithin, type Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import { gramsFromOunces, gramsFromPounds, ouncesFromGrams, poundsFromGrams } from '../units/mass';
import { millilitresPer, type Measures, type VolumeUnit } from '../units/volume';

export const AMOUNT_UNITS = [
  'g',
  'kg',
  'oz',
  'lb',
  'ml',
  'dl',
  'l',
  'tsp',
  'tbsp',
  'cup',
  'floz',
  'piece',
] as const;
export type AmountUnit = (typeof AMOUNT_UNITS)[number];

/** How much is taken of something, as a recipe says it. */
export interface Amount {
  readonly amount: number;
  readonly unit: AmountUnit;
}

/** What turns volumes and pieces of something into grams; null where nobody has weighed it. */
export interface Matter {
  readonly gramsPerMl: number | null;
  readonly gramsPerPiece: number | null;
}

export const AMOUNT: Bound = { min: 0.001, max: 1e6 };
export const GRAMS_PER_ML: Bound = { min: 0.02, max: 3 };
export const GRAMS_PER_PIECE: Bound = { min: 0.001, max: 5000 };

const MASSES: Readonly<Partial<Record<AmountUnit, (amount: number) => number>>> = {
  g: (amount) => amount,
  kg: (amount) => amount * 1000,
  oz: gramsFromOunces,
  lb: gramsFromPounds,
};

const FROM_GRAMS: Readonly<Partial<Record<AmountUnit, (grams: number) => number>>> = {
  g: (grams) => grams,
  kg: (grams) => grams / 1000,
  oz: ouncesFromGrams,
  lb: poundsFromGrams,
};

/** Grams of a mass, whatever it is of; null where the unit is a volume or pieces. By hand: 2 lb are 907.2 g. */
export function gramsOfMass({ amount, unit }: Amount): number | null {
  return MASSES[unit]?.(amount) ?? null;
}

/** A unit of something. */
export interface Unit {
  readonly unit: AmountUnit;
  readonly matter: Matter;
}

/** Whose measures an amount is in, and where a fault in it is to be told. */
export interface Measuring {
  readonly measures: Measures;
  /** JSON Pointer to the amount's unit. */
  readonly field: string;
}

/**
 * Grams of an amount: masses as they are, volumes by the matter's density, pieces by its weight.
 * By hand: two metric cups of cream at 1.01 g/ml are 505 g; three eggs of 50 g are 150 g. Source: shop default.
 * @throws InputError `not-convertible` where the density or the weight of a piece is not known
 */
export function gramsOf({ amount, unit }: Amount, matter: Matter, measuring: Measuring): number {
  return amount * gramsPerUnit(unit, matter, measuring);
}

/** The amount in another unit that is so many grams: the inverse of `gramsOf`. @throws InputError `not-convertible` */
export function amountOf(grams: number, { unit, matter }: Unit, measuring: Measuring): number {
  const convert = FROM_GRAMS[unit];
  return convert ? convert(grams) : grams / gramsPerUnit(unit, matter, measuring);
}

function gramsPerUnit(unit: AmountUnit, matter: Matter, { measures, field }: Measuring): number {
  const mass = MASSES[unit];
  if (mass) return mass(1);
  if (unit === 'piece') {
    if (matter.gramsPerPiece === null) throw notConvertible(field, unit, 'the weight of one piece');
    return requireWithin(field, matter.gramsPerPiece, GRAMS_PER_PIECE);
  }
  if (matter.gramsPerMl === null) throw notConvertible(field, unit, 'a density');
  const perMl = requireWithin(field, matter.gramsPerMl, GRAMS_PER_ML);
  return perMl * millilitresPer(unit as VolumeUnit, measures);
}

function notConvertible(field: string, unit: AmountUnit, missing: string): InputError {
  return new InputError({
    code: 'not-convertible',
    field,
    value: unit,
    range: `g, kg, oz or lb, or ${missing} to be known`,
  });
}
