import { InputError } from '../input/input-error';
import { requireWithin } from '../input/bounds';
import { COATING_GRAMS_PER_CM3 } from '../coating/coating-kind';
import { dipLineMm } from '../coating/dip-line';
import { pieceCoat, type Dippery } from '../coating/piece-coat';
import type { PieceForm } from '../coating/piece-form';
import { brimGrams, depthOfGrams, gramsToDepth, wallMm2, type BowlForm } from './bowl-form';
import { CAPACITY_GRAMS, TAIL_GRAMS } from './split-over-bowls';

/** A bowl as a workshop describes it; a measured tail stands in place of the computed one. */
export interface BowlDescription {
  readonly form: BowlForm | null;
  readonly capacityGrams: number;
  readonly measuredTailGrams: number | null;
  /** Whether it is tilted toward the end, so that the coating gathers. */
  readonly isTilted: boolean;
}

/** Share of the dip height that is still deep enough once a bowl is tilted; shop default. */
const TILTED_SHARE = 0.6;

/**
 * Tail of a bowl in g: what stands below the depth that a piece needs, and the film on the wall above it.
 * By hand: straight, 200 mm wide, a dip of 20 mm, filled 60 mm high, film 1 mm: 798 g + π·200·40·1 mm³ = 25.1 cm³,
 * 32 g; 830 g. Source: geometry; the tilt is a shop default.
 * @throws InputError for a bowl smaller than its tail, and more filled than it holds
 */
export function computedTailGrams(
  bowl: { readonly form: BowlForm; readonly capacityGrams: number; readonly isTilted: boolean },
  dip: Dip,
): number {
  requireWithin('/capacityG', bowl.capacityGrams, {
    min: CAPACITY_GRAMS.min,
    max: Math.min(CAPACITY_GRAMS.max, brimGrams(bowl.form)),
  });
  const depth = dip.heightMm * (bowl.isTilted ? TILTED_SHARE : 1);
  const filled = depthOfGrams(bowl.form, bowl.capacityGrams);
  if (depth >= filled)
    throw new InputError({
      code: 'out-of-range',
      field: '/capacityG',
      value: bowl.capacityGrams,
      range: `deep enough for the piece, ${depth} mm`,
    });
  const wall = (wallMm2(bowl.form, depth, filled) * dip.filmMm * COATING_GRAMS_PER_CM3) / 1000;
  return requireTail(gramsToDepth(bowl.form, depth) + wall, bowl.capacityGrams);
}

/** A tail that leaves something to dip. @throws InputError for a bowl smaller than its tail */
export function requireTail(tailGrams: number, capacityGrams: number, pointer = '/tailG'): number {
  requireWithin(pointer, tailGrams, TAIL_GRAMS);
  if (tailGrams >= capacityGrams)
    throw new InputError({
      code: 'out-of-range',
      field: pointer,
      value: tailGrams,
      range: `less than what the bowl holds, ${capacityGrams}`,
    });
  return tailGrams;
}

/** How deep a bowl must be for a piece, in mm: berries and balls to their dip line, what lies flat by its height. */
export function dipHeightMm(form: PieceForm): number {
  if (form.kind !== 'dipped') return SCOOP_MM;
  const { shape, covered } = form;
  switch (shape.kind) {
    case 'sphere':
    case 'spheroid':
      return dipLineMm(shape, covered);
    case 'rod':
    case 'knot':
      return shape.diameterMm + CLEARANCE_MM;
    case 'sheet':
      return CLEARANCE_MM + shape.lengthMm * SHEET_BOW;
    default:
      return shape.heightMm;
  }
}

/** What is ladled is scooped to the bottom; shop default. */
const SCOOP_MM = 5;
/** Under and over what lies flat; shop default. */
const CLEARANCE_MM = 4;
/** How high a curved sheet bows, of its length; shop default. */
const SHEET_BOW = 0.16;

/** What a bowl is judged by while no piece is described yet; shop default. */
const REFERENCE_DIP: Dip = { heightMm: 20, filmMm: 1.1 };

/** What a piece asks of a bowl: how deep it must be, and how thick a film stays on the wall. */
export interface Dip {
  readonly heightMm: number;
  readonly filmMm: number;
}

/** What each piece that is dipped or ladled asks of a bowl; what is mixed in one asks nothing, nor does what stays bare. */
export function dipsOf(pieces: readonly { readonly form: PieceForm }[], dippery: Dippery): Dip[] {
  return pieces.flatMap(({ form }): Dip[] => {
    switch (form.kind) {
      case 'cluster':
      case 'bare':
        return [];
      case 'cast':
      case 'slab':
        return [{ heightMm: SCOOP_MM, filmMm: REFERENCE_DIP.filmMm }];
      default:
        return [
          {
            heightMm: dipHeightMm(form),
            filmMm: pieceCoat({ form, drizzle: null }, dippery).estimate.filmMm,
          },
        ];
    }
  });
}

/**
 * The tail of a bowl for the pieces of a workshop: measured, or the largest of those computed for each piece that it
 * is deep enough for. @throws InputError for a bowl that has neither form nor measured tail, is smaller than its tail,
 * or is deep enough for none
 */
export function tailOf(bowl: BowlDescription, dips: readonly Dip[]): number {
  if (bowl.measuredTailGrams !== null) return requireTail(bowl.measuredTailGrams, bowl.capacityGrams);
  if (!bowl.form)
    throw new InputError({
      code: 'missing-field',
      field: '/tailG',
      value: null,
      range: 'a measured tail, or the form of the bowl',
    });
  const { form, capacityGrams, isTilted } = bowl;
  const [first = REFERENCE_DIP, ...others] = [...dips].sort((a, b) => a.heightMm - b.heightMm);
  let tail = computedTailGrams({ form, capacityGrams, isTilted }, first);
  for (const dip of others) {
    const deeper = tailOrNull({ form, capacityGrams, isTilted }, dip);
    if (deeper !== null) tail = Math.max(tail, deeper);
  }
  return tail;
}

/** A piece's tail, or null for one that the bowl is not deep enough for. */
function tailOrNull(bowl: Parameters<typeof computedTailGrams>[0], dip: Dip): number | null {
  try {
    return computedTailGrams(bowl, dip);
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}
