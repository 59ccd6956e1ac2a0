import { agingRate } from './life';
import type { PieceLife } from './piece-life';

/**
 * Whole minutes by which a way that is warmer than a piece is kept at ages it more than it takes: none where it is cooler, or nobody knows.
 * A way beyond what its keeping is known for counts as the warmest that is known. By hand: two hours at 24 °C of a berry that is kept at
 * 4 °C, q10 3: nine times as fast, 16 h more. Source: Labuza (the Q10 rule).
 */
export function wayAges({ rule }: Pick<PieceLife, 'rule'>, minutes: number, celsius: number | null): number {
  if (celsius === null || celsius <= rule.atCelsius) return 0;
  const known = Math.min(celsius, rule.valid.max);
  return Math.ceil(minutes * (agingRate(rule, known) - 1));
}

/**
 * How long a piece is held to its pickup where its trays lie last, of what the shop says of it at another temperature: shorter where that is
 * warmer, never longer. By hand: 24 h at 4 °C, q10 3, lies at 14 °C: 8 h. Source: Labuza (the Q10 rule).
 */
export function heldMinutes(
  { rule, holdMinutes }: Pick<PieceLife, 'rule' | 'holdMinutes'>,
  celsius: number | null,
): number {
  if (celsius === null || celsius <= rule.atCelsius) return holdMinutes;
  return Math.floor(holdMinutes / agingRate(rule, Math.min(celsius, rule.valid.max)));
}
