/**
 * Pieces that what is sold by weight needs to hold at least so many grams, by what a piece weighs in the mean.
 * By hand: 250 g at 8.6 g a piece are 30.
 */
export function piecesOfWeight(netGrams: number, gramsPerPiece: number): number {
  return Math.ceil(netGrams / gramsPerPiece - ROUNDING);
}

/** Rounding of floating point must not turn a whole number of pieces into one more. */
const ROUNDING = 1e-9;
