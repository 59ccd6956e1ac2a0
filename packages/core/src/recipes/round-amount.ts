import { requireWithin, type Bound } from '../input/bounds';
import type { Measures } from '../units/volume';
import { gramsOf, type Amount, type AmountUnit, type Matter, type Measuring } from './amount';

export const SCALE_STEP_GRAMS: Bound = { min: 0.01, max: 100 };

/** The finest that a spoon, a cup or a jug can do. Source: shop default, the usual sets of measuring spoons and cups. */
const STEPS: Readonly<Partial<Record<AmountUnit, number>>> = {
  ml: 1,
  dl: 0.1,
  l: 0.01,
  floz: 0.25,
  piece: 1,
};

/** An amount as it can really be measured, and what that makes of it. */
export interface RoundedAmount {
  /** One after the other, the largest first: 1 cup and 2 tsp. */
  readonly parts: readonly Amount[];
  readonly grams: number;
  readonly errorGrams: number;
  /** Of what was asked; 0.02 is 2% too much. */
  readonly errorShare: number;
}

/**
 * The nearest that a scale of such a step, a jug, or cup and spoons can do, but never nothing, and the error that this
 * makes. What is in cups and spoons is put together of those that there are: the fewest that come within 2%, else the
 * nearest. By hand: 41.1 g of water, metric: 2 tbsp and 2¼ tsp are 41.25 g; by a scale of 0.1 g 41.1 g.
 * Source: shop default. @throws InputError
 */
export function roundAmount(
  { amount, unit }: Amount,
  matter: Matter,
  { stepGrams, ...measuring }: Measuring & { readonly stepGrams: number },
): RoundedAmount {
  requireWithin('/stepG', stepGrams, SCALE_STEP_GRAMS);
  const perUnit = gramsOf({ amount: 1, unit }, matter, measuring);
  const wanted = amount * perUnit;
  if (isSpoon(unit)) return spooned(wanted, { perMl: matter.gramsPerMl!, measures: measuring.measures });
  const step = STEPS[unit] ?? stepGrams / perUnit;
  const rounded = Math.max(1, Math.round(amount / step)) * step;
  return withError([{ amount: rounded, unit }], rounded * perUnit, wanted);
}

type Spoon = 'cup' | 'tbsp' | 'tsp';

function isSpoon(unit: AmountUnit): unit is Spoon {
  return unit === 'cup' || unit === 'tbsp' || unit === 'tsp';
}

/**
 * What the usual sets come to: cups in quarters and thirds, tablespoons in halves up to a quarter of a cup, teaspoons in
 * quarters up to a tablespoon, and an eighth. There is no eighth of a cup. Source: shop default.
 */
const TABLESPOONS: readonly number[] = [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5];
const TEASPOONS: readonly number[] = [0, 0.125, ...Array.from({ length: 15 }, (_, i) => (i + 1) / 4)];
/** What nobody tastes. Source: shop default. */
const GOOD_ENOUGH = 0.02;

function spooned(
  wanted: number,
  { perMl, measures }: { readonly perMl: number; readonly measures: Measures },
): RoundedAmount {
  const gramsPer = (unit: Spoon): number =>
    gramsOf({ amount: 1, unit }, { gramsPerMl: perMl, gramsPerPiece: null }, { measures, field: '' });
  const [cup, tbsp, tsp] = [gramsPer('cup'), gramsPer('tbsp'), gramsPer('tsp')];
  const all = cupsNear(wanted / cup).flatMap((cups) =>
    TABLESPOONS.filter((spoons) => spoons * tbsp < cup / 4).flatMap((spoons) =>
      TEASPOONS.filter((small) => small * tsp < tbsp).map((small): RoundedAmount => {
        const parts: Amount[] = [
          { amount: cups, unit: 'cup' },
          { amount: spoons, unit: 'tbsp' },
          { amount: small, unit: 'tsp' },
        ];
        const used = parts.filter((part) => part.amount > 0);
        return withError(used, cups * cup + spoons * tbsp + small * tsp, wanted);
      }),
    ),
  );
  const some = all.filter(({ parts }) => parts.length > 0);
  const nearest = (among: readonly RoundedAmount[]): RoundedAmount | undefined =>
    [...among].sort((a, b) => Math.abs(a.errorGrams) - Math.abs(b.errorGrams))[0];
  for (const most of [1, 2]) {
    const best = nearest(some.filter(({ parts }) => parts.length <= most));
    if (best && Math.abs(best.errorShare) <= GOOD_ENOUGH) return best;
  }
  return nearest(some)!;
}

/** Cups in quarters and thirds that leave at most a cup to the spoons, and those just above. */
function cupsNear(cups: number): number[] {
  const whole = Math.max(0, Math.floor(cups) - 1);
  const steps = [0, 1 / 4, 1 / 3, 1 / 2, 2 / 3, 3 / 4];
  return [0, 1, 2].flatMap((more) => steps.map((step) => whole + more + step));
}

function withError(parts: readonly Amount[], grams: number, wanted: number): RoundedAmount {
  return { parts, grams, errorGrams: grams - wanted, errorShare: grams / wanted - 1 };
}
