/** A word of a typed phrase, and where it stands in it. */
export interface Word {
  /** As typed. */
  readonly text: string;
  /** In lower case, without accents. */
  readonly plain: string;
  readonly from: number;
  readonly to: number;
}

/**
 * The words of a phrase with their places. A comma, a plus or an ampersand is a word of its own; a full stop or comma
 * between figures belongs to them: 10.30, 1,5. A quoted note stays together with its quotes.
 */
export function wordsOf(text: string): Word[] {
  return [...text.matchAll(/"[^"]*"?|\d+[.,:/]\d+(?=[^\d]|$)|[,;+&]|[^\s,;+&"]+/gu)].map((match) => ({
    text: match[0],
    plain: plainText(match[0]),
    from: match.index,
    to: match.index + match[0].length,
  }));
}

/** A text as it is compared: lower case, without accents and without a stop or colon at its end. */
export function plainText(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/(?<=\p{L})[.:]$/u, '');
}

/**
 * What one and many of a noun have in common: berry and berries, cookie and cookies, slice and slices, box and boxes. It is
 * compared, never shown. Source: ordinary English spelling.
 */
export function stem(word: string): string {
  if (word.length < LEAST_STEMMED) return word;
  const one = /(ss|[^s])es$/.test(word) ? word.slice(0, -2) : word.replace(/([^s])s$/, '$1');
  return one.replace(/e$/, '').replace(/([^aeiou])y$/, '$1i');
}

/** Shorter words are as they are. */
const LEAST_STEMMED = 3;
