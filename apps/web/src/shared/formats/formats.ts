/** Figures, masses and times as people at the workshop read them. Rounding happens here and nowhere before. */

const GRAMS_PER_KG = 1000;
const MINUTES_PER_HOUR = 60;
const HOURS_PER_DAY = 24;

const whole = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });
const tenth = new Intl.NumberFormat('en-GB', { minimumFractionDigits: 1, maximumFractionDigits: 1 });
const hundredth = new Intl.NumberFormat('en-GB', { minimumFractionDigits: 2, maximumFractionDigits: 2 });

/** A count with its thousands apart: 2,096. */
export function count(value: number): string {
  return whole.format(value);
}

/** Grams to a tenth, as for one piece: 6.2. */
export function gramsToTenth(grams: number): string {
  return tenth.format(grams);
}

/** Millimetres to a hundredth: 1.12. */
export function toHundredth(value: number): string {
  return hundredth.format(value);
}

/** A mass with its unit: 850 g, from a kilogram on 1.58 kg. */
export function mass(grams: number): string {
  return grams < GRAMS_PER_KG ? `${whole.format(grams)} g` : `${hundredth.format(grams / GRAMS_PER_KG)} kg`;
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

/** Words for a list: a, b and c. */
export function listed(items: readonly string[]): string {
  return items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;
}
