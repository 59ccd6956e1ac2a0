import type { Word } from './words';

/** Words that lead to a telephone number. */
const LEADS = new Set(['tel', 'telephone', 'phone', 'mobile', 'cell', 'call']);
/** What may stand between its figures. */
const PART = /^\(?\d[\d()/.-]*$/;
/** A count never has so many figures, and never begins with a nought. */
const LEAST_FIGURES = 6;
/** After a word that leads to it, fewer are enough: an extension, a short number. */
const LEAST_LED = 3;

/** A telephone number, as typed, and the word after it. */
export interface TelephoneFound {
  readonly phone: string;
  readonly next: number;
}

/**
 * Reads a telephone number at a word: tel 4711, phone 050 0163, or without such a word what begins with a nought or a plus:
 * 050 0163, +358 40 123. It ends where an amount of something begins. Null when there is none there.
 * Source: shop default.
 */
export function readTelephone(
  words: readonly Word[],
  start: number,
  isLineAt: (index: number) => boolean,
): TelephoneFound | null {
  const isLed = LEADS.has(words[start]?.plain ?? '');
  const first = isLed ? start + 1 : start;
  if (!isLed && !/^[+0]/.test(words[first]?.text ?? '')) return null;
  const next = endOfNumber(words, first, isLineAt);
  const parts = words.slice(first, next).map(({ text }) => text);
  const phone = parts.join(' ').replace(/^\+ /, '+');
  const figures = phone.replace(/\D/g, '').length;
  return figures >= (isLed ? LEAST_LED : LEAST_FIGURES) ? { phone, next } : null;
}

function endOfNumber(words: readonly Word[], first: number, isLineAt: (index: number) => boolean): number {
  let next = words[first]?.text === '+' ? first + 1 : first;
  while (next < words.length && PART.test(words[next]!.text) && !isLineAt(next)) next++;
  return next;
}
