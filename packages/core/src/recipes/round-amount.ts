import { requireWithin, type Bound } from '../input/bounds';
import { gramsOf, type Amount, type AmountUnit, type Matter, type Measuring } from './amount';

export const SCALE_STEP_GRAMS: Bound = { min: 0.01, max: 100 };

/** The finest that a spoon, a cup or a jug can do. Source: shop default, the usual sets of measuring spoons and cups. */
const STEPS: Readonly<Record<Exclude<AmountUnit, 'g' | 'kg' | 'oz' | 'lb'>, number>> = {
  ml: 1,
  dl: 0.1,
  l: 0.01,
  tsp: 0.25,
  tbsp: 0.5,
  cup: 0.125,
  floz: 0.25,
  piece: 1,
};

/** An amount as it can really be measured, and what that makes of it. */
export interface RoundedAmount extends Amount {
  readonly grams: number;
  readonly errorGrams: number;
  /** Of what was asked; 0.02 is 2% too much. */
  readonly errorShare: number;
}

/**
 * The nearest that a scale of such a step, a spoon or a cup can do, but never nothing, and the error that this makes.
 * By hand: 0.37 tsp of salt at 1.2 g/ml, metric: 0.25 tsp is 1.5 g of 2.22 g, 32% too little; by a scale of 0.1 g
 * it would be 2.2 g. Source: shop default. @throws InputError
 */
export function roundAmount(
  { amount, unit }: Amount,
  matter: Matter,
  { stepGrams, ...measuring }: Measuring & { readonly stepGrams: number },
): RoundedAmount {
  requireWithin('/stepG', stepGrams, SCALE_STEP_GRAMS);
  const perUnit = gramsOf({ amount: 1, unit }, matter, measuring);
  const step = unit in STEPS ? STEPS[unit as keyof typeof STEPS] : stepGrams / perUnit;
  const rounded = Math.max(1, Math.round(amount / step)) * step;
  const wanted = amount * perUnit;
  const grams = rounded * perUnit;
  return { amount: rounded, unit, grams, errorGrams: grams - wanted, errorShare: grams / wanted - 1 };
}
