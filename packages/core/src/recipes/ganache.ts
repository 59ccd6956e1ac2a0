import { requireWithin, type Bound } from '../input/bounds';
import { InputError } from '../input/input-error';

export const GANACHE_TYPES = ['soft', 'medium', 'firm'] as const;
export type GanacheType = (typeof GANACHE_TYPES)[number];
export const GANACHE_CHOCOLATES = ['dark', 'milk', 'white'] as const;
export type GanacheChocolate = (typeof GANACHE_CHOCOLATES)[number];

export const GANACHE_RATIO: Bound = { min: 0.3, max: 6 };
export const BUTTER_SHARE: Bound = { min: 0, max: 0.4 };
export const INFUSION_LOSS: Bound = { min: 0, max: 0.5 };
export const GANACHE_GRAMS: Bound = { min: 1, max: 1e6 };

/** Chocolate to cream by weight: soft for moulds, medium, firm for cutting and dipping. Source: shop default. */
export const RATIO_OF_TYPE: Readonly<Record<GanacheType, number>> = { soft: 1, medium: 2, firm: 3 };
/** How much more milk and white need, having less cocoa to bind the water. Source: shop default. */
export const FACTOR_OF_CHOCOLATE: Readonly<Record<GanacheChocolate, number>> = {
  dark: 1,
  milk: 1.25,
  white: 1.5,
};

export interface GanacheWish {
  /** A type, or chocolate to base as it is, whatever the chocolate. */
  readonly firmness: GanacheType | { readonly ratio: number };
  readonly chocolate: GanacheChocolate;
  /** All four together, or cream and liquid together. */
  readonly size: { readonly totalGrams: number } | { readonly baseGrams: number };
  /** Butter as a share of the total. */
  readonly butterShare: number;
  /** Liqueur or juice, taken off the cream gram for gram. */
  readonly liquidGrams: number;
  /** Share of the cream that stays in what was steeped in it. */
  readonly infusionLoss: number;
}

/** A ganache by weight; the four add up to the total. */
export interface Ganache {
  readonly chocolateGrams: number;
  readonly creamGrams: number;
  /** What is weighed before it steeps. */
  readonly creamBeforeInfusionGrams: number;
  readonly butterGrams: number;
  readonly liquidGrams: number;
  readonly totalGrams: number;
}

/** Chocolate to base (cream and liquid) of a wish. @throws InputError for a ratio out of range */
export function ganacheRatio({ firmness, chocolate }: Pick<GanacheWish, 'firmness' | 'chocolate'>): number {
  return typeof firmness === 'string'
    ? RATIO_OF_TYPE[firmness] * FACTOR_OF_CHOCOLATE[chocolate]
    : requireWithin('/ratio', firmness.ratio, GANACHE_RATIO);
}

/**
 * Ganache: base = cream + liquid; chocolate = ratio · base; butter is a share b of the total, so the total is
 * base·(1 + ratio)/(1 − b); cream before infusion = cream/(1 − loss).
 * By hand: firm, dark, 1,000 g in all with 10% butter: 900 g by 4 parts, 225 g cream, 675 g chocolate, 100 g butter.
 * Source: shop default. @throws InputError, also where the liquid is more than cream and liquid together
 */
export function ganache(wish: GanacheWish): Ganache {
  const butterShare = requireWithin('/butterShare', wish.butterShare, BUTTER_SHARE);
  const loss = requireWithin('/infusionLoss', wish.infusionLoss, INFUSION_LOSS);
  const liquidGrams = requireWithin('/liquidG', wish.liquidGrams, { min: 0, max: GANACHE_GRAMS.max });
  const ratio = ganacheRatio(wish);
  const base =
    'totalGrams' in wish.size
      ? (requireWithin('/totalG', wish.size.totalGrams, GANACHE_GRAMS) * (1 - butterShare)) / (1 + ratio)
      : requireWithin('/creamG', wish.size.baseGrams, GANACHE_GRAMS);
  if (liquidGrams > base)
    throw new InputError({
      code: 'out-of-range',
      field: '/liquidG',
      value: liquidGrams,
      range: `0..${base}`,
    });
  const totalGrams = (base * (1 + ratio)) / (1 - butterShare);
  const creamGrams = base - liquidGrams;
  return {
    chocolateGrams: ratio * base,
    creamGrams,
    creamBeforeInfusionGrams: creamGrams / (1 - loss),
    butterGrams: butterShare * totalGrams,
    liquidGrams,
    totalGrams,
  };
}
