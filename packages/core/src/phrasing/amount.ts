import { typedNumber } from '../units/fraction';
import { gramsFromOunces, gramsFromPounds } from '../units/mass';
import type { Word } from './words';

const NUMBER_WORDS: readonly string[] =
  'zero one two three four five six seven eight nine ten eleven twelve'.split(' ');
const DOZEN = 12;
const DOZENS = new Set(['dozen', 'dozens', 'doz', 'dz']);
const ARTICLES = new Set(['a', 'an']);
const PAIRS = new Set(['pair', 'pairs', 'couple']);
/** Words between an amount and what it is of. */
const FILLERS = new Set(['of', 'x', '×', 'pcs', 'pc', 'pieces', 'piece']);

/** An amount and the word after it. */
export interface Amount {
  readonly value: number;
  readonly next: number;
}

/**
 * Reads an amount at a word: 24, two, a, half a dozen, 2 dozen, 1.5 dozen, 3x, a pair of. Null when there is none there.
 * What it comes to may be no whole number; whoever asks decides.
 */
export function readAmount(words: readonly Word[], start: number): Amount | null {
  const count = readCount(words, start);
  if (!count) return null;
  const unit = unitOf(words[count.next]?.plain);
  const value = unit === null ? count.value : count.value * unit;
  return { value, next: skipFillers(words, unit === null ? count.next : count.next + 1) };
}

/** The number alone, where what follows it is no unit but the beginning of a name, such as that of a box of a dozen. */
export function readBareNumber(words: readonly Word[], start: number): Amount | null {
  const bare = readBare(words, start);
  return bare && { value: bare.value, next: skipFillers(words, bare.next) };
}

/** The number before a unit; a unit that stands alone counts once. */
function readCount(words: readonly Word[], start: number): Amount | null {
  const word = words[start]?.plain ?? '';
  if (unitOf(word) !== null) return { value: 1, next: start };
  return readHalf(words, start) ?? readBare(words, start);
}

/** Half a dozen, a half dozen. */
function readHalf(words: readonly Word[], start: number): Amount | null {
  const next = afterHalf(words, start);
  return next === null || unitOf(words[next]?.plain) === null ? null : { value: 0.5, next };
}

/** The word after half, half a, a half; null where there is none. */
function afterHalf(words: readonly Word[], start: number): number | null {
  const isArticle = (index: number): boolean => ARTICLES.has(words[index]?.plain ?? '');
  const half = isArticle(start) ? start + 1 : start;
  if (words[half]?.plain !== 'half') return null;
  return isArticle(half + 1) ? half + 2 : half + 1;
}

/** A number, or an article for one. */
function readBare(words: readonly Word[], start: number): Amount | null {
  const word = words[start]?.plain ?? '';
  const value = ARTICLES.has(word) ? 1 : numberOf(word);
  return value === null ? null : { value, next: start + 1 };
}

/** Units of mass that people order in, in g. */
const GRAMS_OF: Readonly<Record<string, number>> = {
  ...Object.fromEntries(['g', 'gram', 'grams'].map((unit) => [unit, 1])),
  ...Object.fromEntries(['kg', 'kilo', 'kilos', 'kilogram', 'kilograms'].map((unit) => [unit, 1000])),
  ...Object.fromEntries(['lb', 'lbs', 'pound', 'pounds'].map((unit) => [unit, gramsFromPounds(1)])),
  ...Object.fromEntries(['oz', 'ounce', 'ounces'].map((unit) => [unit, gramsFromOunces(1)])),
};

/** Reads a mass at a word, in g: a pound of, half a kilo, 500 g, 12oz. Null when there is none there. */
export function readMass(words: readonly Word[], start: number): Amount | null {
  const glued = /^(\d+(?:[.,]\d+)?)(\p{L}+)$/u.exec(words[start]?.plain ?? '');
  const gluedGrams = glued && GRAMS_OF[glued[2]!];
  if (gluedGrams)
    return { value: Number(glued[1]!.replace(',', '.')) * gluedGrams, next: skipFillers(words, start + 1) };
  const said = readPortion(words, start);
  const grams = said && GRAMS_OF[words[said.next]?.plain ?? ''];
  return said && grams ? { value: said.value * grams, next: skipFillers(words, said.next + 1) } : null;
}

/** How many of a unit: two, a, 1/2, half a, a half. */
function readPortion(words: readonly Word[], start: number): Amount | null {
  const half = afterHalf(words, start);
  if (half !== null) return { value: 0.5, next: half };
  const fraction = typedNumber(words[start]?.text ?? '');
  return Number.isNaN(fraction) ? readBare(words, start) : { value: fraction, next: start + 1 };
}

/** A number as typed: 24, 1.5, 1,5, 3x, x3, two. */
export function numberOf(word: string): number | null {
  const named = NUMBER_WORDS.indexOf(word);
  if (named >= 0) return named;
  const match = /^(?:[x×])?(\d+(?:[.,]\d+)?)(?:[x×])?$/.exec(word);
  return match ? Number(match[1]!.replace(',', '.')) : null;
}

function unitOf(word: string | undefined): number | null {
  if (word === undefined) return null;
  if (DOZENS.has(word)) return DOZEN;
  return PAIRS.has(word) ? 2 : null;
}

function skipFillers(words: readonly Word[], start: number): number {
  let next = start;
  while (FILLERS.has(words[next]?.plain ?? '')) next++;
  return next;
}
