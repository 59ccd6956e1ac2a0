import { SEASON_FADE, SEASONS_BACK, updatedLog, Z90 } from '../coating/learning';
import { requireWithin, type Bound } from '../input/bounds';
import { YIELD_GRAMS, type CameOut, type Recipe } from './recipe';
import { recipeFigures } from './recipe-figures';

/** What came out of a batch, against what its recipe says should. */
export interface BatchWeighed {
  readonly expectedGrams: number;
  readonly grams: number;
  readonly seasonsBack: number;
}

/** What of a recipe's yield is believed: the log of the factor on what it says is normal. */
export interface YieldBelief {
  readonly logMean: number;
  readonly logVariance: number;
  readonly weighings: number;
}

/** How far a yield that was only reckoned may be off, and how far one batch lies from the next. Shop defaults. */
const FIRST_LOG_SD = 0.08;
const BATCH_LOG_SD = 0.04;
/** A batch that came out at less than a third, or at three times, is no batch of this recipe. Shop default. */
const MOST_TIMES = 3;

export const UNWEIGHED_YIELD: YieldBelief = { logMean: 0, logVariance: FIRST_LOG_SD ** 2, weighings: 0 };

/**
 * The belief after what was weighed: the normal–normal update of the log of grams/expected, faded by 0.7 a season.
 * By hand: one batch of 740 g where 800 were expected: precisions 156.25 and 625, ln 0.925 = −0.078:
 * 625·(−0.078)/781.25 = −0.0624, a factor 0.9395.
 * Source: Gelman, Bayesian Data Analysis (normal model with known variance); the variances are shop defaults.
 * @throws InputError for a mass out of range, and what is no batch of this recipe
 */
export function learnYield(
  batches: readonly BatchWeighed[],
  { first = UNWEIGHED_YIELD, pointer = '/made' }: { first?: YieldBelief; pointer?: string } = {},
): YieldBelief {
  return batches.reduce((belief, { expectedGrams, grams, seasonsBack }, index) => {
    const at = `${pointer}/${index}`;
    const expected = requireWithin(`${at}/expectedG`, expectedGrams, YIELD_GRAMS);
    const logMean = Math.log(requireWithin(`${at}/cameOutG`, grams, likelyYield(expected)) / expected);
    requireWithin(`${at}/seasonsBack`, seasonsBack, SEASONS_BACK);
    const logVariance = BATCH_LOG_SD ** 2 / SEASON_FADE ** seasonsBack;
    return {
      ...updatedLog(belief, { logMean, logVariance }),
      weighings: belief.weighings + 1,
    };
  }, first);
}

/** What a recipe yields by what is believed: the middle, and where the mean of its batches lies nine times in ten. */
export function yieldRange(
  expectedGrams: number,
  { logMean, logVariance }: YieldBelief,
): { readonly mean: number; readonly low90: number; readonly high90: number } {
  const reach = Z90 * Math.sqrt(logVariance);
  return {
    mean: expectedGrams * Math.exp(logMean),
    low90: expectedGrams * Math.exp(logMean - reach),
    high90: expectedGrams * Math.exp(logMean + reach),
  };
}

/** What may come out where so many grams were expected, to a tenth of a gram; what lies outside is no batch of the recipe. */
export function likelyYield(expectedGrams: number): Bound {
  return { min: tenths(expectedGrams / MOST_TIMES), max: tenths(expectedGrams * MOST_TIMES) };
}

function tenths(grams: number): number {
  return Math.round(grams * 10) / 10;
}

/** What went into the pot for one batch, and what came out of it. */
export interface BatchMade {
  readonly potGrams: number;
  readonly grams: number;
  readonly seasonsBack: number;
}

/**
 * How many times what a recipe says comes out of it, by its batches: each is held against what the recipe, as it is written now, makes
 * of what went in, so that one that was weighed before the recipe was corrected counts as well. Those that cannot be of this recipe as
 * it is now do not count. Null: none was weighed.
 * By hand: of a recipe that makes 392 g of 400 g, 800 g in the pot came out at 740: 784 were expected, one batch, 0.945 times:
 * ln(740/784) = −0.0578, of it 625/781.25, so 0.9548 times.
 * @throws InputError for a recipe that cannot be computed
 */
export function cameOutOf(recipe: Recipe, batches: readonly BatchMade[]): CameOut | null {
  const { totalGrams, yieldGrams } = recipeFigures(recipe);
  const counting = batches
    .map(({ potGrams, ...batch }) => ({ ...batch, expectedGrams: (potGrams * yieldGrams) / totalGrams }))
    .filter(({ grams, expectedGrams }) => {
      const { min, max } = likelyYield(expectedGrams);
      return grams >= min && grams <= max;
    });
  if (counting.length === 0) return null;
  const belief = learnYield(counting);
  const { mean: times, low90, high90 } = yieldRange(1, belief);
  return { times, low90, high90, weighings: belief.weighings };
}
