import { requireWithin, type Bound } from '../input/bounds';
import { dewPointCelsius } from '../temper/humidity';
import { KEPT_CELSIUS } from './life';

const BOX_GRAMS: Bound = { min: 1, max: 50_000 };
/** A closed box of card: so much goes through a square metre of it, air within and all. Shop default. */
const BOX_W_PER_M2K = 5;
/** Of coated fruit and sweets, J/(g·K). Shop default. */
const BOX_JOULES_PER_GK = 3;
/** A box of 300 g has so much card round it; others as their sides. Shop default. */
const BOX_M2 = 0.05;
const OF_GRAMS = 300;

/** A box that leaves the cold. */
export interface ColdBox {
  readonly grams: number;
  readonly celsius: number;
}

/** What a box draws where it is opened: the dew point, and how long it is kept closed. */
export interface Dew {
  readonly dewPointCelsius: number;
  /** 0: it may be opened at once. Null: the air there never warms it past its dew point. */
  readonly closedMinutes: number | null;
}

/**
 * How long a box out of the cold is kept closed, so that nothing in it draws dew: until it is as warm as the dew point of the air, lumped.
 * By hand: 300 g at 4 °C in 22 °C at 60%: dew point 13.9 °C, τ = 300·3/(5·0.05) = 3,600 s, 60·ln(18/8.1) = 48 min.
 * Source: Incropera, Fundamentals of Heat and Mass Transfer (lumped capacitance); Alduchov & Eskridge 1996; the box is a shop default.
 * @throws InputError for a mass, temperature or humidity out of range
 */
export function dewOnOpening(
  { grams, celsius }: ColdBox,
  air: { readonly celsius: number; readonly humidity: number },
): Dew {
  const mass = requireWithin('/grams', grams, BOX_GRAMS);
  const from = requireWithin('/celsius', celsius, KEPT_CELSIUS);
  const dew = dewPointCelsius(air.celsius, air.humidity);
  if (from >= dew) return { dewPointCelsius: dew, closedMinutes: 0 };
  if (air.celsius <= dew) return { dewPointCelsius: dew, closedMinutes: null };
  const tauSeconds = (mass * BOX_JOULES_PER_GK) / (BOX_W_PER_M2K * BOX_M2 * (mass / OF_GRAMS) ** (2 / 3));
  const minutes = (tauSeconds / 60) * Math.log((air.celsius - from) / (air.celsius - dew));
  return { dewPointCelsius: dew, closedMinutes: minutes };
}
