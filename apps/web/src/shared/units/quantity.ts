import {
  celsiusFromFahrenheit,
  fahrenheitFromCelsius,
  gramsFromOunces,
  inchesFromMillimetres,
  millimetresFromInches,
  ouncesFromGrams,
  minorDigits,
  typedNumber,
  fractionText,
} from '@alnage/core';
import type { Units } from './units';

/** What a number measures; it is stored in °C, g, mm, mm², as a share of 1, in minor units of money, in minutes. */
export type Quantity =
  'mass' | 'length' | 'area' | 'temperature' | 'share' | 'money' | 'hours' | 'recipe' | 'plain';

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
const MASS = { g: GRAMS, oz: OUNCES };
const LENGTH = { mm: MILLIMETRES, in: INCHES };
const TEMPERATURE = { C: CELSIUS, F: FAHRENHEIT };

/** The scale of a quantity in a person's units; money in the workshop's currency. */
export function scaleOf(quantity: Quantity, units: Units, currency: string): Scale {
  switch (quantity) {
    case 'mass':
      return MASS[units.mass];
    case 'length':
      return LENGTH[units.length];
    case 'area':
      return AREA[units.length];
    case 'temperature':
      return TEMPERATURE[units.temperature];
    case 'share':
      return { unit: '%', digits: 1, ...times(100) };
    case 'money':
      return moneyScale(currency);
    case 'hours':
      return { unit: 'h', digits: 2, toShown: (x) => x / 60, toStored: (x) => Math.round(x * 60) };
    case 'recipe':
      return { unit: '', digits: 3, isFraction: true, ...same };
    case 'plain':
      return { unit: '', digits: 3, ...same };
  }
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
