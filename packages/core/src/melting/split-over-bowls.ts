import { InputError } from '../input/input-error';
import { requireWithin, type Bound } from '../input/bounds';

export const TAIL_GRAMS: Bound = { min: 0, max: 100_000 };
export const CAPACITY_GRAMS: Bound = { min: 1, max: 200_000 };

/** A bowl as far as its filling goes: what it holds, and what of that cannot be dipped any more. */
export interface MeltBowl {
  readonly id: string;
  readonly capacityGrams: number;
  readonly tailGrams: number;
}

/** One filling of one bowl. */
export interface MeltShare {
  readonly bowl: string;
  readonly pieces: number;
  /** Its pieces' coating with their spare, and the tail. */
  readonly grams: number;
  readonly tailGrams: number;
}

interface Dipping {
  readonly pieces: number;
  /** For all the pieces, spare among them, without any tail. */
  readonly grams: number;
  readonly bowls: readonly MeltBowl[];
}

/**
 * Splits a dipping over bowls: into one melt where a bowl holds it all, the one with the smallest tail; else full
 * melts of the roomiest bowl and the rest in the bowl that leaves least; melts of one bowl alone are of pieces as
 * equal as can be. Never over a capacity. By hand: 700 pieces of 6 g with tails of 400 g in a bowl of 4 kg: two melts
 * of 350 and 2.5 kg. Source: shop default.
 * @throws InputError for a bowl out of range, a bowl no larger than its tail, and bowls that do not hold a piece
 */
export function splitOverBowls({ pieces, grams, bowls }: Dipping): MeltShare[] {
  const perPiece = grams / pieces;
  const roomy = bowls.map((bowl, index) => ({ bowl, most: mostPieces(bowl, perPiece, index) }));
  const largest = roomy.reduce((best, each) => (each.most > best.most ? each : best));
  if (largest.most < 1)
    throw new InputError({
      code: 'out-of-range',
      field: '/capacityG',
      value: largest.bowl.capacityGrams,
      range: `more than the tail and one piece, ${largest.bowl.tailGrams + perPiece}`,
    });
  const share = (bowl: MeltBowl, count: number): MeltShare => ({
    bowl: bowl.id,
    pieces: count,
    grams: count * perPiece + bowl.tailGrams,
    tailGrams: bowl.tailGrams,
  });
  const full = Math.ceil(pieces / largest.most) - 1;
  const rest = pieces - full * largest.most;
  const last = roomy
    .filter(({ most }) => most >= rest)
    .reduce((best, each) => (each.bowl.tailGrams < best.bowl.tailGrams ? each : best), largest);
  if (last !== largest)
    return [...Array.from({ length: full }, () => share(largest.bowl, largest.most)), share(last.bowl, rest)];
  const melts = full + 1;
  return Array.from({ length: melts }, (_, i) =>
    share(largest.bowl, Math.floor(pieces / melts) + (i < pieces % melts ? 1 : 0)),
  );
}

/** Rounding of floating point must not make an exactly full bowl overflow. */
const ROUNDING = 1e-9;

function mostPieces(bowl: MeltBowl, perPiece: number, index: number): number {
  requireWithin(index === 0 ? '/capacityG' : `/bowls/${index}/capacityG`, bowl.capacityGrams, CAPACITY_GRAMS);
  requireWithin(index === 0 ? '/tailG' : `/bowls/${index}/tailG`, bowl.tailGrams, TAIL_GRAMS);
  return Math.floor((bowl.capacityGrams - bowl.tailGrams) / perPiece + ROUNDING);
}
