import {
  celsiusFromFahrenheit,
  feetFromMetres,
  fahrenheitFromCelsius,
  gramsFromOunces,
  inchesFromMillimetres,
  metresFromFeet,
  millilitresPer,
  millimetresFromInches,
  gramsFromPounds,
  ouncesFromGrams,
  minorDigits,
  typedNumber,
  fractionText,
} from '@alnage/core/units';
import type { Units } from './units';

/** What a number measures; it is stored in °C, g, mm, mm², m of height, ml, g a ml, as a share of 1, in minor units of money, in minutes, minutes a kg. */
export type Quantity =
  | 'mass'
  | 'length'
  | 'area'
  | 'height'
  | 'volume'
  | 'density'
  | 'temperature'
  | 'share'
  | 'part'
  | 'money'
  | 'hours'
  | 'minutes-a-mass'
  | 'recipe'
  | 'plain';

/** How a stored number is shown and typed. */
export interface Scale {
  readonly unit: string;
  /** Decimals that are shown at most. */
  readonly digits: number;
  /** Whether all decimals are shown, as of money. */
  readonly isFixed?: boolean;
  /** Whether thirds and eighths are shown as such. */
  readonly isFraction?: boolean;
  toShown(stored: number): number;
  toStored(shown: number): number;
}

const same = { toShown: (x: number) => x, toStored: (x: number) => x };
const times = (factor: number): Pick<Scale, 'toShown' | 'toStored'> => ({
  toShown: (x) => x * factor,
  toStored: (x) => x / factor,
});

const GRAMS: Scale = { unit: 'g', digits: 2, ...same };
const OUNCES: Scale = { unit: 'oz', digits: 4, toShown: ouncesFromGrams, toStored: gramsFromOunces };
const MILLIMETRES: Scale = { unit: 'mm', digits: 2, ...same };
const INCHES: Scale = {
  unit: 'in',
  digits: 3,
  toShown: inchesFromMillimetres,
  toStored: millimetresFromInches,
};
const CELSIUS: Scale = { unit: '°C', digits: 2, ...same };
const FAHRENHEIT: Scale = {
  unit: '°F',
  digits: 1,
  toShown: fahrenheitFromCelsius,
  toStored: celsiusFromFahrenheit,
};

const MM2_PER_SQUARE_INCH = 25.4 ** 2;
const AREA = {
  mm: { unit: 'mm²', digits: 0, ...same },
  in: { unit: 'sq in', digits: 3, ...times(1 / MM2_PER_SQUARE_INCH) },
};
const HEIGHT = {
  mm: { unit: 'm', digits: 0, ...same },
  in: { unit: 'ft', digits: 0, toShown: feetFromMetres, toStored: metresFromFeet },
};
const MILLILITRES = millilitresPer('floz', 'us');
const VOLUME = {
  g: { unit: 'ml', digits: 2, ...same },
  oz: { unit: 'fl oz', digits: 3, ...times(1 / MILLILITRES) },
};
const DENSITY = {
  g: { unit: 'g', digits: 3, ...same },
  oz: { unit: 'oz', digits: 3, ...times(ouncesFromGrams(1) * MILLILITRES) },
};
const MINUTES_A_MASS = {
  g: { unit: 'min', digits: 2, ...same },
  oz: { unit: 'min', digits: 2, ...times(gramsFromPounds(1) / 1000) },
};
const MASS = { g: GRAMS, oz: OUNCES };
const LENGTH = { mm: MILLIMETRES, in: INCHES };
const TEMPERATURE = { C: CELSIUS, F: FAHRENHEIT };

const SCALES: Readonly<Record<Quantity, (units: Units, currency: string) => Scale>> = {
  mass: ({ mass }) => MASS[mass],
  length: ({ length }) => LENGTH[length],
  area: ({ length }) => AREA[length],
  height: ({ length }) => HEIGHT[length],
  volume: ({ mass }) => VOLUME[mass],
  density: ({ mass }) => DENSITY[mass],
  temperature: ({ temperature }) => TEMPERATURE[temperature],
  share: () => ({ unit: '%', digits: 1, ...times(100) }),
  // as packets have it
  part: ({ mass }) => ({ unit: mass === 'g' ? 'g in 100 g' : '%', digits: 2, ...times(100) }),
  money: (_units, currency) => moneyScale(currency),
  hours: () => ({ unit: 'h', digits: 2, toShown: (x) => x / 60, toStored: (x) => Math.round(x * 60) }),
  'minutes-a-mass': ({ mass }) => MINUTES_A_MASS[mass],
  recipe: () => ({ unit: '', digits: 3, isFraction: true, ...same }),
  plain: () => ({ unit: '', digits: 3, ...same }),
};

/** The scale of a quantity in a person's units; money in the workshop's currency. */
export function scaleOf(quantity: Quantity, units: Units, currency: string): Scale {
  return SCALES[quantity](units, currency);
}

/** Before the workshop is read there is no currency, and nothing to show either. */
function moneyScale(currency: string): Scale {
  const digits = currency === '' ? 2 : minorDigits(currency);
  const minor = 10 ** digits;
  return {
    unit: currency,
    digits,
    isFixed: true,
    toShown: (x) => x / minor,
    toStored: (x) => Math.round(x * minor),
  };
}

/** A stored number as it stands in a field, without its unit; nothing for null. */
export function shownText(stored: number | null, scale: Scale): string {
  if (stored === null || Number.isNaN(stored)) return '';
  const shown = scale.toShown(stored);
  const fraction = scale.isFraction ? fractionText(shown) : null;
  if (fraction !== null && typedNumber(fraction).toFixed(2) === shown.toFixed(2)) return fraction;
  return scale.isFixed ? shown.toFixed(scale.digits) : String(rounded(shown, scale.digits));
}

/** What a typed text means, stored; null for nothing, NaN for what is no number. 1/3 and 1½ are read, a comma as a point. */
export function storedNumber(text: string, scale: Scale): number | null {
  return text.trim() === '' ? null : scale.toStored(typedNumber(text));
}

/** A bound in a person's units, as words: 5 to 60 g. */
export function boundText({ min, max }: { min: number; max: number }, scale: Scale): string {
  const text = (value: number): string => String(rounded(scale.toShown(value), scale.digits));
  return `${text(min)} to ${text(max)}${scale.unit === '' ? '' : ` ${scale.unit}`}`;
}

function rounded(value: number, digits: number): number {
  return Number(value.toFixed(digits));
}
