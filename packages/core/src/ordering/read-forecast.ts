import { InputError } from '../input/input-error';
import { celsiusFromFahrenheit } from '../units/temperature';
import { WAY_CELSIUS, type SendingWay } from './sending';

/** Columns of a forecast by what they are called, in any case: the day, and how warm it is then. */
const DAY_NAMES = ['date', 'day', 'time', 'datetime'];
const CELSIUS_NAMES = ['celsius', 'max', 'max_celsius', 'temperature', 'temperature_max', '°c'];
const FAHRENHEIT_NAMES = ['fahrenheit', 'max_fahrenheit', '°f'];
const ISO_DAY = /^(\d{4}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01]))(?:$|[T ])/;

/**
 * The warmest of each day out of the rows of a forecast, its head the first: a row a day, or a row an hour. By hand: 18 °C at nine and
 * 24 °C at three are one day of 24 °C. Source: the table itself.
 * @throws InputError at `/line/column` for a head without day or warmth, a day that is none, and a warmth out of range
 */
export function readForecast(rows: readonly (readonly string[])[]): SendingWay['days'] {
  const head = (rows[0] ?? []).map((name) => name.trim().toLowerCase());
  const day = columnOf(head, DAY_NAMES, 'a column date');
  const isFahrenheit = head.some((name) => FAHRENHEIT_NAMES.includes(name));
  const names = isFahrenheit ? FAHRENHEIT_NAMES : CELSIUS_NAMES;
  const warmth = columnOf(head, names, 'a column celsius or fahrenheit');
  const warmest = new Map<string, number>();
  for (const [index, row] of rows.slice(1).entries()) {
    if (row.every((cell) => cell.trim() === '')) continue;
    const line = index + 2;
    const date = ISO_DAY.exec((row[day] ?? '').trim())?.[1];
    if (!date) throw wrong({ line, column: 'date' }, row[day], 'a day as 2026-06-19');
    const celsius = celsiusIn(row[warmth], isFahrenheit, line);
    warmest.set(date, Math.max(celsius, warmest.get(date) ?? -Infinity));
  }
  return [...warmest]
    .map(([date, celsius]) => ({ date, celsius }))
    .sort((a, b) => (a.date < b.date ? -1 : 1));
}

function columnOf(head: readonly string[], names: readonly string[], wanted: string): number {
  const at = head.findIndex((name) => names.includes(name));
  if (at >= 0) return at;
  throw wrong({ line: 1, column: 'head' }, head.join(', '), wanted);
}

function celsiusIn(cell: string | undefined, isFahrenheit: boolean, line: number): number {
  const text = (cell ?? '').trim();
  const typed = text === '' ? NaN : Number(text.replace(',', '.'));
  const celsius = Math.round((isFahrenheit ? celsiusFromFahrenheit(typed) : typed) * 10) / 10;
  const { min, max } = WAY_CELSIUS;
  if (celsius >= min && celsius <= max) return celsius;
  throw wrong({ line, column: 'celsius' }, cell, `${min}..${max} °C`);
}

function wrong(
  { line, column }: { readonly line: number; readonly column: string },
  value: string | undefined,
  range: string,
): InputError {
  return new InputError({ code: 'out-of-range', field: `/${line}/${column}`, value: value ?? '', range });
}
