import { dippedCoat, mouldedCoat, type CoatEstimate, type Dipping } from './coat';
import type { CentreKind } from './crust';
import { firstBelief, pieceRange, runRange, type MassRange } from './learning';
import type { Shape } from './shape';
import type { Way } from './way';

/** Flow of a coating as a shop keeps it: its yield value in working temper and the low end of its window. */
export interface CoatingFlow {
  readonly id: string;
  readonly yieldPa: number;
  readonly windowLowCelsius: number;
}

/** A piece that is dipped, as its form decides what it carries. */
export interface DippedForm {
  readonly kind: 'dipped';
  readonly shape: Shape;
  readonly centre: CentreKind;
  readonly centreGrams: number;
  readonly centreCelsius: number;
  readonly coating: string;
  readonly covered: number;
  readonly way: Way;
  readonly bowlCelsius: number;
  readonly dwellSeconds: number;
  readonly coats: 1 | 2;
  readonly footGrams: number;
}

/** A piece made in a mould: a shell with a cap. */
export interface MouldedForm {
  readonly kind: 'moulded';
  readonly coating: string;
  readonly cavityMm2: number;
  readonly wallMm: number;
  readonly capGrams: number;
}

export type PieceForm = DippedForm | MouldedForm;

/** Lines drawn over the coat in another coating, by mass. */
export interface Drizzle {
  readonly coating: string;
  readonly grams: number;
}

/** Which of a piece's coats a stage puts on. */
export type CoatRole = 'first' | 'second' | 'shell' | 'drizzle';

export interface CoatPortion {
  readonly role: CoatRole;
  readonly coating: string;
  readonly grams: number;
}

/** All coating on one piece: the geometry's breakdown, its portions by stage, and the honest spread of the whole. */
export interface PieceCoat {
  readonly estimate: CoatEstimate;
  readonly portions: readonly CoatPortion[];
  /** Sum of the portions. */
  readonly totalGrams: number;
  readonly run: MassRange & { readonly mean: number };
  readonly one: MassRange;
}

/**
 * Coating on one piece in g, before any weighing. The portions add up to the total: the first coat carries film,
 * crust and foot; the second its own film; a drizzle is given. The range is that of an estimate nobody has weighed.
 * @throws InputError for a value out of range
 * @throws Error when a coating is not among those given
 */
export function pieceCoat(
  form: PieceForm,
  drizzle: Drizzle | null,
  coatings: readonly CoatingFlow[],
): PieceCoat {
  const estimate =
    form.kind === 'moulded' ? mouldedCoat(form) : dippedCoat(dippingOf(form, flowOf(form.coating, coatings)));
  const portions: CoatPortion[] = [
    {
      role: form.kind === 'moulded' ? 'shell' : 'first',
      coating: form.coating,
      grams: estimate.estimateGrams - estimate.secondCoatGrams,
    },
  ];
  if (estimate.secondCoatGrams > 0)
    portions.push({ role: 'second', coating: form.coating, grams: estimate.secondCoatGrams });
  if (drizzle !== null) portions.push({ role: 'drizzle', ...drizzle });
  const totalGrams = portions.reduce((sum, portion) => sum + portion.grams, 0);
  const belief = firstBelief(totalGrams);
  return { estimate, portions, totalGrams, run: runRange(belief), one: pieceRange(belief) };
}

function dippingOf(form: DippedForm, flow: CoatingFlow): Dipping {
  return { ...form, yieldPa: flow.yieldPa, windowLowCelsius: flow.windowLowCelsius };
}

function flowOf(id: string, coatings: readonly CoatingFlow[]): CoatingFlow {
  const flow = coatings.find((coating) => coating.id === id);
  if (!flow) throw new Error(`no coating ${id}`);
  return flow;
}
