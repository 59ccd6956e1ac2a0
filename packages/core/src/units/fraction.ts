/** Fractions as they are printed in recipes, by their value. */
const GLYPHS: readonly (readonly [glyph: string, value: number])[] = [
  ['⅛', 1 / 8],
  ['¼', 1 / 4],
  ['⅓', 1 / 3],
  ['⅜', 3 / 8],
  ['½', 1 / 2],
  ['⅝', 5 / 8],
  ['⅔', 2 / 3],
  ['¾', 3 / 4],
  ['⅞', 7 / 8],
];
/** The thirds that 0.333 and 0.67 stand for. */
const SAME = 0.004;

const DECIMAL = /^\d+\.?\d*$|^\.\d+$/;
const SLASHED = /^(?:(\d+)\s+)?(\d+)\s*[/⁄]\s*(\d+)$/;
const PRINTED = /^(\d*)\s*([⅛¼⅓⅜½⅝⅔¾⅞])$/;

/**
 * A number as people write it: 2.5, 2,5, 1/3, 1 1/2, 1½, −4; NaN for what is none. By hand: “1 1/2” is 1.5.
 */
export function typedNumber(text: string): number {
  const plain = text.trim().replace(',', '.');
  const bare = plain.replace(/^[+\-−]\s*/, '');
  const value = DECIMAL.test(bare) ? Number(bare) : fractionOf(bare);
  return /^[-−]/.test(plain) ? -value : value;
}

/** Both of a slash and of a printed fraction, with what stands whole before it. */
function fractionOf(text: string): number {
  const slashed = SLASHED.exec(text);
  if (slashed) {
    const [whole, over, under] = [slashed[1] ?? 0, slashed[2], slashed[3]].map(Number) as [
      number,
      number,
      number,
    ];
    return under === 0 ? NaN : whole + over / under;
  }
  const printed = PRINTED.exec(text);
  const glyph = GLYPHS.find(([each]) => each === printed?.[2]);
  return glyph ? Number(printed![1]) + glyph[1] : NaN;
}

/** A number in thirds and eighths where it comes to some: 1½, ⅔, 3; null where it does not. */
export function fractionText(value: number): string | null {
  const whole = Math.floor(value + SAME);
  const rest = value - whole;
  if (Math.abs(rest) <= SAME) return String(whole);
  const [glyph] = GLYPHS.find(([, each]) => Math.abs(rest - each) <= SAME) ?? [];
  if (glyph === undefined) return null;
  return whole === 0 ? glyph : `${whole}${glyph}`;
}
