import { mouldedCoat } from '../coating/coat';
import { pieceCoat, type CoatHistory, type Dippery, type PortionSeen } from '../coating/piece-coat';
import { centreGramsOf, type DippedForm, type Drizzle } from '../coating/piece-form';
import { DIPPED_SPREAD } from '../coating/learning';
import { grownBy, surfaceMm2 } from '../coating/shape';
import { WAYS, wayRule, type Way } from '../coating/way';

/** A piece dipped in one way or another, or cast around in a mould. */
export interface WayOutlook {
  readonly way: Way | 'mould';
  readonly coatGrams: number;
  /** Coating's share of the whole piece. */
  readonly coatingShare: number;
  /** Seconds at the bowl for one piece, all coats. */
  readonly secondsPerPiece: number;
  /** Coating and the time at the bowl, in minor units. */
  readonly costMinor: number;
}

/** What a comparison is made with: the shop's prices and what the piece's weighings taught. */
export interface CompareTerms {
  readonly minorPerGram: number;
  readonly labourMinorPerHour: number;
  readonly history?: CoatHistory;
}

/** Wall of a shell cast around a centre, and the time to fill, press, cap and unmould one piece; shop defaults. */
export const MOULD_WALL_MM = 2.2;
export const MOULD_SECONDS = 24;

interface Compared {
  readonly form: DippedForm;
  readonly drizzle: Drizzle | null;
}

/**
 * The same piece by every way of dipping and in a mould: coat, the coating's share of the piece, time at the bowl and
 * cost. The foot stays the piece's own; what its weighings taught of its first coat is carried over as a factor.
 * A mould is taken to fit the centre closely, its wall {@link MOULD_WALL_MM} thick on all of it.
 * Source: the coat's formulas; times and wall are shop defaults. @throws InputError for a value out of range
 */
export function compareWays(piece: Compared, dippery: Dippery, terms: CompareTerms): WayOutlook[] {
  const centreGrams = centreGramsOf(piece.form);
  const outlook = (way: WayOutlook['way'], coatGrams: number, secondsPerPiece: number): WayOutlook => ({
    way,
    coatGrams,
    secondsPerPiece,
    coatingShare: coatGrams / (coatGrams + centreGrams),
    costMinor: coatGrams * terms.minorPerGram + (secondsPerPiece * terms.labourMinorPerHour) / 3600,
  });
  const dipped = WAYS.map((way) => {
    const coat = pieceCoat({ ...piece, form: { ...piece.form, way } }, dippery, terms.history);
    const { secondsPerPiece } = wayRule(way, dippery.ways);
    return outlook(way, coat.totalGrams, secondsPerPiece * piece.form.coats);
  });
  const cavityMm2 = surfaceMm2(grownBy(piece.form.shape, MOULD_WALL_MM / 2));
  const shell = mouldedCoat({ cavityMm2, wallMm: MOULD_WALL_MM, capGrams: 0 });
  const drizzleGrams = piece.drizzle?.grams ?? 0;
  return [...dipped, outlook('mould', shell.estimateGrams + drizzleGrams, MOULD_SECONDS)];
}

/** A piece in one coating or another, or in one that is thinned. */
export interface CoatingOutlook {
  readonly coating: string;
  readonly yieldPa: number;
  readonly coatGrams: number;
  readonly coatingShare: number;
  readonly coatingMinor: number | null;
}

/** A coating to try, worked at its own window. */
export interface CoatingTried {
  readonly id: string;
  readonly yieldPa: number;
  readonly windowLowCelsius: number;
  readonly windowHighCelsius: number;
  readonly thinnedLogSd?: number;
  readonly minorPerGram: number | null;
  /** The coating that it is, with more fat stirred in; absent: it is one of its own. */
  readonly thinnedFrom?: string;
}

/**
 * The same piece in each of these coatings, each in the middle of its own window: coat, share and the coating's cost.
 * What the weighings of the piece taught is carried over as a factor; into other coatings the piece's share of it alone, not
 * what they taught of how thin its own coating is. @throws InputError for a value out of range
 */
export function compareCoatings(
  piece: Compared,
  tried: readonly CoatingTried[],
  { dippery, history }: { readonly dippery: Dippery; readonly history?: CoatHistory },
): CoatingOutlook[] {
  const centreGrams = centreGramsOf(piece.form);
  const elsewhere = history && { ...history, seen: ofThePiece(piece, dippery, history.seen) };
  return tried.map((coating) => {
    const coatings = [coating, ...dippery.coatings.filter(({ id }) => id !== coating.id)];
    const bowlCelsius = (coating.windowLowCelsius + coating.windowHighCelsius) / 2;
    const form = { ...piece.form, coating: coating.id, bowlCelsius };
    const isOwn = [coating.id, coating.thinnedFrom].includes(piece.form.coating);
    const taught = isOwn ? history : elsewhere;
    const { portions } = pieceCoat({ form, drizzle: null }, { ...dippery, coatings }, taught);
    const coatGrams = portions.reduce((sum, { grams }) => sum + grams, 0);
    return {
      coating: coating.id,
      yieldPa: coating.yieldPa,
      coatGrams,
      coatingShare: coatGrams / (coatGrams + centreGrams),
      coatingMinor: coating.minorPerGram === null ? null : coatGrams * coating.minorPerGram,
    };
  });
}

/**
 * Weighings with the part of their factor that is the piece's: of the first doubt, that of the piece against that of its
 * coating's thinning. By hand: 0.35 against 0.35 share evenly: a fourfold weighing is twofold elsewhere.
 */
function ofThePiece(
  { form, drizzle }: Compared,
  dippery: Dippery,
  seen: readonly PortionSeen[],
): readonly PortionSeen[] {
  const { portions } = pieceCoat({ form, drizzle }, dippery);
  return seen.map((each) => {
    const { spread } = portions.find(({ role }) => role === each.role) ?? { spread: DIPPED_SPREAD };
    const share = (DIPPED_SPREAD.firstLogSd / spread.firstLogSd) ** 2;
    const factor = (each.gramsPerPiece / each.estimateGrams) ** share;
    return { ...each, gramsPerPiece: each.estimateGrams * factor };
  });
}
