import { runLogVariance, type CoatSpread } from '../coating/learning';
import type { RejectBelief } from '../coating/rejects';
import type { ItemUse } from './use';

/** How well a piece is known: the spread of the mean of what it carries, and how many fail. */
export interface PieceKnown {
  /** Of the mean's logarithm. */
  readonly logSd: number;
  /** From run to run and piece to piece. */
  readonly spread: CoatSpread;
  readonly rejects: RejectBelief;
}

/**
 * Spread of what is used of one item, in what it is counted in. Of coatings on pieces: the error of a piece's mean is
 * shared by all its batches, that of a run and of single pieces is each batch's own. Of what started pieces take: nobody
 * knows how many fail. Tails, reserves and packing are as they are. By hand: batches of 300 pieces at 6 g, the mean known:
 * 1,800·sqrt(0.01 + 0.0625/300) = 181.9, two of them 257.2 g.
 * Source: shop default (sums of errors).
 */
export function useSpread(uses: readonly ItemUse[], knownOf: (piece: string) => PieceKnown): number {
  let variance = 0;
  for (const piece of new Set(uses.flatMap(({ cause }) => ('piece' in cause ? [cause.piece] : [])))) {
    const own = uses.filter(({ cause }) => 'piece' in cause && cause.piece === piece);
    const known = knownOf(piece);
    variance += coatVariance(own, known) + rejectVariance(own, known);
  }
  return Math.sqrt(variance);
}

function coatVariance(uses: readonly ItemUse[], { logSd, spread }: PieceKnown): number {
  let [grams, apart] = [0, 0];
  for (const { amount, cause } of uses) {
    if (cause.kind !== 'on-pieces') continue;
    grams += amount;
    apart += amount ** 2 * runLogVariance(spread, cause.pieces);
  }
  return (grams * logSd) ** 2 + apart;
}

/**
 * With N started and a mean of `amount`/N each: amount²/N² times the variance of the rejects, beta-binomial,
 * N·p·q·(bad + good + N)/(bad + good + 1). By hand: 300 at Beta(1, 29), one each: 300·(1/30)·(29/30)·330/31 = 102.9.
 * Source: Gelman, Bayesian Data Analysis (beta-binomial).
 */
function rejectVariance(uses: readonly ItemUse[], { rejects: { bad, good } }: PieceKnown): number {
  let [amounts, pieces] = [0, 0];
  for (const { amount, cause } of uses) {
    if (cause.kind !== 'batch' || cause.per === 'good') continue;
    amounts += amount;
    pieces += cause.pieces;
  }
  if (pieces === 0) return 0;
  const all = bad + good;
  return ((amounts / pieces) ** 2 * (pieces * bad * good * (all + pieces))) / (all * all * (all + 1));
}
