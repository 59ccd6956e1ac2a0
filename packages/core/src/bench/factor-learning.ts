import { requireWithin, type Bound } from '../input/bounds';
import { SEASON_FADE, SEASONS_BACK, updatedLog, Z90 } from '../coating/learning';

/** How much longer or shorter something takes than it was described: the log of the factor is normal. */
export interface FactorBelief {
  readonly logMean: number;
  readonly logVariance: number;
  readonly seen: number;
}

/** Something that took so long, against what was described. */
export interface FactorSeen {
  readonly minutes: number;
  readonly describedMinutes: number;
  readonly seasonsBack: number;
}

/** Before anything was timed the log of the factor has this standard deviation. Source: shop default. */
const FIRST_LOG_SD = 0.25;
/** From one time to the next. Source: shop default. */
const TIMED_LOG_SD = 0.2;
/** What took longer than so many times what was described, or went faster by as much, counts as that. Source: shop default. */
export const MOST_TIMES = 2.5;
const MINUTES: Bound = { min: 1e-3, max: 1e5 };

export const FIRST_FACTOR: FactorBelief = { logMean: 0, logVariance: FIRST_LOG_SD ** 2, seen: 0 };

/**
 * The belief after what was timed, of which no one time counts for more than `MOST_TIMES`: the normal–normal update of the log of minutes/described, faded by 0.7 a season.
 * By hand: one run that took 1.5 times as long: precisions 16 and 25, ln 1.5 = 0.405: 25·0.405/41 = 0.247, a factor 1.28.
 * Source: Gelman, Bayesian Data Analysis (normal model with known variance); the variances are shop defaults.
 * @throws InputError for a time out of range
 */
export function learnFactor(seen: readonly FactorSeen[], first: FactorBelief = FIRST_FACTOR): FactorBelief {
  return seen.reduce((belief, { minutes, describedMinutes, seasonsBack }, index) => {
    requireWithin(`/seen/${index}/minutes`, minutes, MINUTES);
    requireWithin(`/seen/${index}/describedMinutes`, describedMinutes, MINUTES);
    requireWithin(`/seen/${index}/seasonsBack`, seasonsBack, SEASONS_BACK);
    const times = Math.min(MOST_TIMES, Math.max(1 / MOST_TIMES, minutes / describedMinutes));
    const logVariance = TIMED_LOG_SD ** 2 / SEASON_FADE ** seasonsBack;
    return {
      ...updatedLog(belief, { logMean: Math.log(times), logVariance }),
      seen: belief.seen + 1,
    };
  }, first);
}

/** The factor in the middle of the belief, and where it lies nine times in ten. */
export function factorRange({ logMean, logVariance }: FactorBelief): {
  factor: number;
  low90: number;
  high90: number;
} {
  const reach = Z90 * Math.sqrt(logVariance);
  return {
    factor: Math.exp(logMean),
    low90: Math.exp(logMean - reach),
    high90: Math.exp(logMean + reach),
  };
}
