import { SEASON_FADE, SEASONS_BACK, Z90 } from '../coating/learning';
import { requireWithin } from '../input/bounds';
import { YIELD_GRAMS } from './recipe';

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
    const likely = { min: expected / MOST_TIMES, max: expected * MOST_TIMES };
    const logSeen = Math.log(requireWithin(`${at}/cameOutG`, grams, likely) / expected);
    requireWithin(`${at}/seasonsBack`, seasonsBack, SEASONS_BACK);
    const precision = SEASON_FADE ** seasonsBack / BATCH_LOG_SD ** 2;
    const whole = 1 / belief.logVariance + precision;
    return {
      logMean: (belief.logMean / belief.logVariance + precision * logSeen) / whole,
      logVariance: 1 / whole,
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
