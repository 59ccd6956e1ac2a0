import type { FormCoatings } from '../coating/piece-form';
import type { Celsius } from '../temper/temper-windows';
import type { BenchWork, StageWork } from './bench-works';

/** A piece as far as where it is dipped goes: a range of its own in its own coating, or wherever that is worked. */
export interface RangedPiece {
  readonly id: string;
  readonly form: FormCoatings;
  readonly dipRange?: { readonly lowCelsius: number; readonly highCelsius: number } | null;
}

/** The range of a piece as the guide reads it. */
export function celsiusOf({ lowCelsius, highCelsius }: NonNullable<RangedPiece['dipRange']>): Celsius {
  return { low: lowCelsius, high: highCelsius };
}

/** What is dipped from a melt, in turn. */
export function dipsFrom(melt: string, works: readonly BenchWork[]): StageWork[] {
  return works
    .filter((work): work is StageWork => work.kind === 'stage' && work.melt?.id === melt)
    .sort((a, b) => a.start - b.start || (a.key < b.key ? -1 : 1));
}

/** Where a dip is done, where its piece asks for less than its coating takes; a drizzle goes by its own coating. */
export function dipRangeOf(dip: StageWork, pieces: readonly RangedPiece[]): Celsius | null {
  const piece = pieces.find(({ id }) => id === dip.product);
  if (!piece?.dipRange || dip.melt?.coating !== piece.form.coating) return null;
  return celsiusOf(piece.dipRange);
}

/** Where the piece in hand is dipped; of a melt that is made ready, the first that is dipped from it. */
export function dipRangeAt(
  work: BenchWork,
  works: readonly BenchWork[],
  pieces: readonly RangedPiece[],
): Celsius | null {
  const dip = work.kind === 'melt' ? dipsFrom(work.melt, works)[0] : work;
  return dip ? dipRangeOf(dip, pieces) : null;
}

/** One range after the other that a melt is dipped in, with the first piece that asks for it; null: where its coating is worked. */
export interface RangeInTurn {
  readonly product: string;
  readonly range: Celsius | null;
}

/**
 * The ranges that a melt goes through, in turn: one where all its pieces agree. By hand: chips at 28 to 30 °C, chips again, truffles
 * where the coating is worked: two.
 */
export function rangesOf(
  melt: string,
  works: readonly BenchWork[],
  pieces: readonly RangedPiece[],
): RangeInTurn[] {
  const turns: RangeInTurn[] = [];
  for (const dip of dipsFrom(melt, works)) {
    const range = dipRangeOf(dip, pieces);
    const before = turns.at(-1);
    if (!before || !isSame(before.range, range)) turns.push({ product: dip.product, range });
  }
  return turns;
}

function isSame(a: Celsius | null, b: Celsius | null): boolean {
  return a?.low === b?.low && a?.high === b?.high;
}
