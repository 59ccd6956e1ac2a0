import { requireWithin, type Bound } from '../input/bounds';
import { BOILING_CELSIUS } from './boiling-point';

export const SYRUP_GRAMS: Bound = { min: 0, max: 1e6 };
export const SYRUP_SUGAR_GRAMS: Bound = { min: 0.1, max: 1e6 };

/** What stands in a pot, in g: water, sugar as sucrose, and all that neither boils off nor dissolves as sugar does. */
export interface Syrup {
  readonly waterGrams: number;
  /** As sucrose: of another sugar so much sucrose as has as many molecules (`asSucroseGrams`). */
  readonly sugarGrams: number;
  readonly otherGrams: number;
}

/**
 * Sugar as a share of sugar and water, and by how many kelvin such a syrup boils above water. Straight lines lie between
 * the rows. Source: McGee, On Food and Cooking (boiling points of sugar syrups); up to 40% by the ebullioscopic constant
 * of water, 0.512 K·kg/mol.
 */
const RISES: readonly (readonly [share: number, kelvin: number])[] = [
  [0, 0],
  [0.1, 0.17],
  [0.2, 0.37],
  [0.3, 0.64],
  [0.4, 1],
  [0.5, 2],
  [0.6, 3],
  [0.7, 6],
  [0.8, 12],
  [0.9, 23],
  [0.95, 40],
  [0.97, 51],
  [0.982, 60],
  [0.995, 66],
  [0.996, 71],
];

/** Beyond this there is nothing left that could be called a syrup. */
const [MOST_SHARE, MOST_RISE] = RISES.at(-1)!;
export const MOST_RISE_KELVIN = MOST_RISE;

/** Molar mass of sucrose, g/mol. */
const SUCROSE_MOLAR_GRAMS = 342.3;

/**
 * Sucrose that raises the boiling point as so much of another sugar does: as many molecules.
 * An approximation: strong solutions stray from it. By hand: 100 g of fructose (180.2 g/mol) are 190 g.
 */
export function asSucroseGrams(grams: number, molarGrams: number): number {
  return (grams * SUCROSE_MOLAR_GRAMS) / molarGrams;
}

/**
 * Where a syrup boils, °C, when water boils at `boils`. By hand: 100 g of sugar in 100 g of water at the sea: 102 °C.
 * Source: as the table. @throws InputError for masses or a boiling point out of range, and a syrup with less water than
 * the table ends with
 */
export function syrupCelsius(syrup: Syrup, boils: number): number {
  const { waterGrams, sugarGrams } = requireSyrup(syrup);
  const share = sugarGrams / (sugarGrams + waterGrams);
  const least = (sugarGrams * (1 - MOST_SHARE)) / MOST_SHARE;
  if (share > MOST_SHARE + 1e-9) requireWithin('/waterG', waterGrams, { min: least, max: SYRUP_GRAMS.max });
  return requireWithin('/boilsC', boils, BOILING_CELSIUS) + between(share, RISES);
}

/**
 * A syrup boiled down until it reaches a temperature; one that would boil above it loses nothing on the way there.
 * By hand: 300 g sugar and 150 g water to 112 °C at the sea: four fifths sugar, so 75 g of water, 375 g in all.
 * Source: conservation of mass, and the table.
 * @throws InputError at `/toC` for more than 71 K above water’s boiling point, where only burnt sugar is left
 */
export function boiledDown(syrup: Syrup, toCelsius: number, boils: number): Syrup {
  const { waterGrams, sugarGrams, otherGrams } = requireSyrup(syrup);
  requireWithin('/boilsC', boils, BOILING_CELSIUS);
  const rise = requireWithin('/toC', toCelsius, { min: 0, max: boils + MOST_RISE_KELVIN }) - boils;
  if (rise <= 0) return syrup;
  const share = between(
    rise,
    RISES.map(([ofAll, kelvin]) => [kelvin, ofAll]),
  );
  return { waterGrams: Math.min(waterGrams, (sugarGrams * (1 - share)) / share), sugarGrams, otherGrams };
}

function requireSyrup(syrup: Syrup): Syrup {
  requireWithin('/waterG', syrup.waterGrams, SYRUP_GRAMS);
  requireWithin('/sugarG', syrup.sugarGrams, SYRUP_SUGAR_GRAMS);
  requireWithin('/otherSolidsG', syrup.otherGrams, SYRUP_GRAMS);
  return syrup;
}

/** The value at x on straight lines between points; x within them, but for the last digit of a double. */
function between(x: number, points: readonly (readonly [x: number, y: number])[]): number {
  const above = points.findIndex(([each], index) => index > 0 && each >= x);
  const next = above === -1 ? points.length - 1 : above;
  const [[x0, y0], [x1, y1]] = [points[next - 1]!, points[next]!];
  return y0 + ((x - x0) / (x1 - x0)) * (y1 - y0);
}
