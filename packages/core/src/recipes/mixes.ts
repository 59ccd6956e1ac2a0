import { COATING_SHARE, PORTION_GRAMS } from '../coating/coat';
import type { BlendPart } from '../coating/coating-flow';
import { requireWithin, type Bound } from '../input/bounds';

export const MIX_GRAMS: Bound = { min: 1, max: 500_000 };
export const FAT_PERCENT: Bound = { min: 0, max: 10 };

/** What a batch of clusters takes, and how many it makes. */
export interface ClusterMix {
  readonly coatingGrams: number;
  readonly totalGrams: number;
  readonly pieces: number;
  readonly restGrams: number;
}

/**
 * Clusters of so many grams of nuts, crumb or fruit: coating = inclusions·share/(1 − share), portions of equal mass.
 * By hand: 450 g at half coating: 450 g of it, 900 g, 30 portions of 30 g. Source: shop default. @throws InputError
 */
export function clusterMix(
  inclusionGrams: number,
  { coatingShare, portionGrams }: { readonly coatingShare: number; readonly portionGrams: number },
): ClusterMix {
  requireWithin('/inclusionG', inclusionGrams, MIX_GRAMS);
  requireWithin('/coatingShare', coatingShare, COATING_SHARE);
  requireWithin('/portionG', portionGrams, PORTION_GRAMS);
  const coatingGrams = (inclusionGrams * coatingShare) / (1 - coatingShare);
  const totalGrams = inclusionGrams + coatingGrams;
  const pieces = Math.floor(totalGrams / portionGrams + 1e-9);
  return { coatingGrams, totalGrams, pieces, restGrams: Math.max(0, totalGrams - pieces * portionGrams) };
}

/** What goes into a bowl of a coating. */
export interface BowlMix {
  /** Of each part of a blend, or the coating itself; fat beside them. */
  readonly parts: readonly { readonly coating: string; readonly grams: number }[];
  readonly fatGrams: number;
  /** Of the parts: what is kept solid and stirred in. */
  readonly seedGrams: number;
  readonly reserveGrams: number;
}

/**
 * What to weigh for a bowl of so many grams: blended by mass, thinned by a percentage of fat, seeded by a share of its
 * solids, and as much seed again in reserve. By hand: 3,000 g of 1:1 with 2% fat and a third seed: 60 g fat, 1,470 g of
 * each, 980 g of them seed and 980 g in reserve. Source: shop default. @throws InputError
 */
export function bowlMix(
  totalGrams: number,
  {
    coating,
    parts,
    fatPercent,
    seedShare,
  }: {
    readonly coating: string;
    /** Of a blend; none for a coating that is bought. */
    readonly parts: readonly BlendPart[];
    readonly fatPercent: number;
    readonly seedShare: number;
  },
): BowlMix {
  requireWithin('/totalG', totalGrams, MIX_GRAMS);
  const fatGrams = (totalGrams * requireWithin('/fatPercent', fatPercent, FAT_PERCENT)) / 100;
  const solids = totalGrams - fatGrams;
  const all = parts.reduce((sum, each) => sum + each.parts, 0);
  const seedGrams = solids * requireWithin('/seedShare', seedShare, { min: 0, max: 0.6 });
  return {
    parts:
      parts.length === 0
        ? [{ coating, grams: solids }]
        : parts.map((each) => ({ coating: each.coating, grams: (solids * each.parts) / all })),
    ...{ fatGrams, seedGrams, reserveGrams: seedGrams },
  };
}
