import {
  fahrenheitFromCelsius,
  feetFromMetres,
  gramsFromPounds,
  inchesFromMillimetres,
  millilitresPer,
  ouncesFromGrams,
  poundsFromGrams,
  majorOf,
} from '@alnage/core/units';
import { units } from '../units/units';

/**
 * Figures, masses and times as people at the workshop read them, in the units of whoever reads. Rounding happens here
 * and nowhere before.
 */

const GRAMS_PER_KG = 1000;
const OUNCES_PER_POUND = 16;
const MINUTES_PER_HOUR = 60;
const HOURS_PER_DAY = 24;
const MM2_PER_CM2 = 100;
const MM_PER_INCH = 25.4;

const decimals = (least: number, most = least): Intl.NumberFormat =>
  new Intl.NumberFormat('en-GB', { minimumFractionDigits: least, maximumFractionDigits: most });
const whole = decimals(0);
const tenth = decimals(1);
const hundredth = decimals(2);
const thousandth = decimals(3);
const atMostTenth = decimals(0, 1);
const atMostHundredth = decimals(0, 2);

/** A figure and its unit, where the two are set apart. */
export interface Measured {
  readonly value: string;
  readonly unit: string;
}

const joined = ({ value, unit }: Measured): string => `${value} ${unit}`;

/** A count with its thousands apart: 2,096. */
export function count(value: number): string {
  return whole.format(value);
}

/** A count with what is counted: 1 weighing, 12 weighings, 3 boxes. */
export function counted(value: number, what: string): string {
  const many = /(x|ch)$/.test(what) ? `${what}es` : `${what}s`;
  return `${count(value)} ${value === 1 ? what : many}`;
}

/** What one piece carries: 6.2 g, or 0.219 oz. */
export function pieceMassParts(grams: number): Measured {
  return units().mass === 'g'
    ? { value: tenth.format(grams), unit: 'g' }
    : { value: thousandth.format(ouncesFromGrams(grams)), unit: 'oz' };
}

export function pieceMass(grams: number): string {
  return joined(pieceMassParts(grams));
}

/** A part of what one piece carries, a digit finer: 4.02 g. */
export function partMassParts(grams: number): Measured {
  return units().mass === 'g'
    ? { value: hundredth.format(grams), unit: 'g' }
    : { value: thousandth.format(ouncesFromGrams(grams)), unit: 'oz' };
}

/** A mass with its unit: 850 g, from a kilogram on 1.58 kg; 12.3 oz, from a pound on 3.48 lb. */
export function mass(grams: number): string {
  if (units().mass === 'g')
    return grams < GRAMS_PER_KG ? `${whole.format(grams)} g` : `${hundredth.format(grams / GRAMS_PER_KG)} kg`;
  const ounces = ouncesFromGrams(grams);
  return ounces < OUNCES_PER_POUND
    ? `${tenth.format(ounces)} oz`
    : `${hundredth.format(poundsFromGrams(grams))} lb`;
}

/** Less than this is told to a tenth. */
const FINE_MILLILITRES = 20;

/** A volume: 13.5 ml, or 0.46 fl oz. */
export function volume(millilitres: number): string {
  return units().mass === 'g'
    ? `${(millilitres < FINE_MILLILITRES ? atMostTenth : whole).format(millilitres)} ml`
    : `${atMostHundredth.format(millilitres / millilitresPer('floz', 'us'))} fl oz`;
}

/** How thick a coat is: 1.77 mm, or 0.070 in. */
export function thickness(mm: number): string {
  return units().length === 'mm'
    ? `${hundredth.format(mm)} mm`
    : `${thousandth.format(inchesFromMillimetres(mm))} in`;
}

/** A length of a piece or a bowl: 32 mm, or 1.26 in. */
export function length(mm: number): string {
  return units().length === 'mm'
    ? `${atMostTenth.format(mm)} mm`
    : `${atMostHundredth.format(inchesFromMillimetres(mm))} in`;
}

/** How high a kitchen lies: 300 m, or 984 ft. */
export function height(metres: number): string {
  return units().length === 'mm' ? `${whole.format(metres)} m` : `${whole.format(feetFromMetres(metres))} ft`;
}

/** A surface: 24.7 cm², or 3.83 sq in. */
export function area(mm2: number): string {
  return units().length === 'mm'
    ? `${tenth.format(mm2 / MM2_PER_CM2)} cm²`
    : `${hundredth.format(mm2 / MM_PER_INCH ** 2)} sq in`;
}

/** A temperature: 31.5 °C, or 88.7 °F. */
export function temperature(celsius: number): string {
  return units().temperature === 'C'
    ? `${atMostTenth.format(celsius)} °C`
    : `${atMostTenth.format(fahrenheitFromCelsius(celsius))} °F`;
}

/** A difference of temperatures: 1.5 °C, or 2.7 °F. */
export function temperatureStep(kelvin: number): string {
  return units().temperature === 'C'
    ? `${atMostTenth.format(kelvin)} °C`
    : `${atMostTenth.format(fahrenheitFromCelsius(kelvin) - fahrenheitFromCelsius(0))} °F`;
}

/** Money from minor units: €1.32, $1.32. */
export function money(minor: number, currency: string): string {
  const style = { style: 'currency', currency, currencyDisplay: 'narrowSymbol' } as const;
  return new Intl.NumberFormat('en-GB', style).format(majorOf(minor, currency));
}

/** What a mass costs, from minor units a gram: €15.90 a kg, or $7.21 a lb. */
export function priceOfMass(minorPerGram: number, currency: string): string {
  const grams = units().mass === 'g' ? GRAMS_PER_KG : gramsFromPounds(1);
  return `${money(minorPerGram * grams, currency)} ${aLargeMass()}`;
}

/** Of how much it is told what it weighs: a millilitre, or a fluid ounce. */
export function aSmallVolume(): string {
  return units().mass === 'g' ? 'millilitre' : 'fluid ounce';
}

/** By what a large mass is reckoned: a kg, or a lb. */
export function aLargeMass(): string {
  return units().mass === 'g' ? 'a kg' : 'a lb';
}

/** A share as whole percent: 83%. */
export function percent(share: number): string {
  return Number.isFinite(share) ? `${whole.format(share * 100)}%` : 'none';
}

/** A span of time: 45 min, 16 h 30, 3 d; the smaller unit is left out when it is nothing or no longer matters. */
export function duration(minutes: number): string {
  const rounded = Math.round(minutes);
  if (rounded < MINUTES_PER_HOUR) return `${rounded} min`;
  const hours = Math.floor(rounded / MINUTES_PER_HOUR);
  const rest = rounded % MINUTES_PER_HOUR;
  if (hours < 2 * HOURS_PER_DAY) return rest ? `${hours} h ${String(rest).padStart(2, '0')}` : `${hours} h`;
  const days = Math.floor(hours / HOURS_PER_DAY);
  const hoursLeft = hours % HOURS_PER_DAY;
  return hoursLeft ? `${days} d ${hoursLeft} h` : `${days} d`;
}

/** A span of time as a clock that runs: 1:04:09, 12:05. */
export function runningClock(ms: number): string {
  const seconds = Math.floor(Math.abs(ms) / 1000);
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (value: number): string => String(value).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** Words for a list: a, b and c. */
export function listed(items: readonly string[]): string {
  return items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;
}

/** With its first letter as a sentence begins. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
