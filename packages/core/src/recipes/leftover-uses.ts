import { requireWithin, type Bound } from '../input/bounds';
import { COATING_SHARE, PORTION_GRAMS } from '../coating/coat';

export const LEFTOVER_GRAMS: Bound = { min: 1, max: 500_000 };

/** A way to use a coating up: a cluster or bark of the shop's. */
export interface LeftoverForm {
  readonly id: string;
  readonly portionGrams: number;
  readonly coatingShare: number;
}

/** How many a leftover makes, and what goes into them beside. */
export interface LeftoverUse {
  readonly id: string;
  readonly pieces: number;
  readonly coatingGrams: number;
  readonly inclusionGrams: number;
  /** Coating too little for another portion. */
  readonly restGrams: number;
}

/** Bark as it is poured where the shop has no such piece of its own: pieces of 30 g, two thirds coating. Source: shop default. */
export const PLAIN_BARK: LeftoverForm = { id: 'bark', portionGrams: 30, coatingShare: 2 / 3 };

/**
 * What can be made of a leftover, for each form that takes its coating.
 * By hand: 640 g as bark of 30 g with two thirds coating: 20 g each, 32 pieces with 320 g of inclusions, nothing over.
 * Source: shop default. @throws InputError
 */
export function leftoverUses(grams: number, forms: readonly LeftoverForm[]): LeftoverUse[] {
  requireWithin('/grams', grams, LEFTOVER_GRAMS);
  return forms.map((form, index) => {
    const portion = requireWithin(`/forms/${index}/portionG`, form.portionGrams, PORTION_GRAMS);
    const share = requireWithin(`/forms/${index}/coatingShare`, form.coatingShare, COATING_SHARE);
    const each = portion * share;
    const pieces = Math.floor(grams / each + 1e-9);
    return {
      id: form.id,
      pieces,
      coatingGrams: pieces * each,
      inclusionGrams: pieces * (portion - each),
      restGrams: Math.max(0, grams - pieces * each),
    };
  });
}
