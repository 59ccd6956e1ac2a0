import { requireWithin, type Bound } from '../input/bounds';
import { startPieces } from '../melting/start-pieces';

export const SHEET_MM: Bound = { min: 5, max: 2000 };
export const CAVITY_ML: Bound = { min: 0.5, max: 200 };
export const FILL_SHARE: Bound = { min: 0.2, max: 1 };

/** Density of ganache, g/cm³: chocolate of 1.27 with cream of 1.01. Source: shop default. */
export const GANACHE_GRAMS_PER_ML = 1.2;

/** What a ganache is portioned into: cut from a sheet, piped into cavities below the rim, or rolled by weight. */
export type GanachePortion =
  | { readonly kind: 'cut'; readonly lengthMm: number; readonly widthMm: number; readonly heightMm: number }
  | { readonly kind: 'cavity'; readonly millilitres: number; readonly fillShare: number }
  | { readonly kind: 'weight'; readonly grams: number };

/**
 * Grams of one portion. By hand: a cut of 25 × 25 × 12 mm is 7.5 ml, 9.0 g; a cavity of 8 ml filled to 0.8 is 7.68 g.
 * Source: shop default. @throws InputError
 */
export function ganachePortionGrams(portion: GanachePortion): number {
  switch (portion.kind) {
    case 'weight':
      return requireWithin('/portion/grams', portion.grams, { min: 0.5, max: 500 });
    case 'cavity':
      return (
        requireWithin('/portion/millilitres', portion.millilitres, CAVITY_ML) *
        requireWithin('/portion/fillShare', portion.fillShare, FILL_SHARE) *
        GANACHE_GRAMS_PER_ML
      );
    case 'cut': {
      const cubicMm =
        requireWithin('/portion/lengthMm', portion.lengthMm, SHEET_MM) *
        requireWithin('/portion/widthMm', portion.widthMm, SHEET_MM) *
        requireWithin('/portion/heightMm', portion.heightMm, SHEET_MM);
      return (cubicMm / 1000) * GANACHE_GRAMS_PER_ML;
    }
  }
}

/** So many good pieces of a portion, with spares and what stays in the pot. */
export interface GanacheFor {
  readonly goodPieces: number;
  readonly certainty: number;
  readonly rejectRate: number;
  /** Share that stays in pot, bag and trimmings. */
  readonly lossShare: number;
}

/**
 * Grams of ganache to make for so many good pieces.
 * By hand: 100 good at no rejects, 9 g each, 4% left in the pot: 937.5 g. Source: shop default. @throws InputError
 */
export function ganacheGramsFor(
  portion: GanachePortion,
  { goodPieces, certainty, rejectRate, lossShare }: GanacheFor,
): { readonly startedPieces: number; readonly totalGrams: number } {
  requireWithin('/lossShare', lossShare, { min: 0, max: 0.5 });
  const startedPieces = startPieces({ goodPieces, certainty, rejectRate });
  return { startedPieces, totalGrams: (startedPieces * ganachePortionGrams(portion)) / (1 - lossShare) };
}

/**
 * How high a ganache stands in a frame. By hand: 900 g in 250 × 250 mm are 12 mm. Source: shop default. @throws InputError
 */
export function sheetHeightMm(
  grams: number,
  frame: { readonly lengthMm: number; readonly widthMm: number },
): number {
  const area =
    requireWithin('/frame/lengthMm', frame.lengthMm, SHEET_MM) *
    requireWithin('/frame/widthMm', frame.widthMm, SHEET_MM);
  return (requireWithin('/grams', grams, { min: 0, max: 1e6 }) * 1000) / (GANACHE_GRAMS_PER_ML * area);
}
