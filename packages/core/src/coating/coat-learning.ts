import { requireWithin } from '../input/bounds';
import { InputError } from '../input/input-error';
import {
  BOWL_GRAMS,
  DIPPED_SPREAD,
  RUN_PIECES,
  SEASON_FADE,
  isFarOff,
  runLogVariance,
  weighedGramsPerPiece,
  type CoatBelief,
  type CoatSpread,
  type Weighing,
} from './learning';

/**
 * One weighing of one coat, against what was estimated of it when it was made. What is learned is the factor between
 * the two, so that a piece described anew – another coverage, another way – keeps what its weighings taught.
 */
export interface CoatSeen {
  readonly gramsPerPiece: number;
  readonly pieces: number;
  /** The geometry's estimate for that size class, as the piece was described then. */
  readonly estimateGrams: number;
  /** Berries are weighed by size class; '' where there are none. */
  readonly sizeClass: string;
  readonly seasonsBack: number;
  /** A person set it aside, with a reason: it is kept and not learned from. */
  readonly isSetAside: boolean;
}

/** What was believed once a weighing was taken in: one step of the course of learning. */
export interface LearningStep {
  readonly belief: CoatBelief;
  readonly isDoubtful: boolean;
  /** What the weighing shows, brought from the estimate of its time to that of today, in g a piece. */
  readonly gramsToday: number;
}

/** The share of the first spread by which one size class may stand off from the others; the rest they share. Shop default. */
const CLASS_SHARE = 0.12 / 0.35;

/** What a class's own weighings say: their summed precision, and that times the log of the factor. */
interface ClassSum {
  readonly precision: number;
  readonly weighted: number;
}

/**
 * Learns what a coat really weighs, class by class: the log of the factor on the estimate is a part that all classes
 * share, N(0, 0.35² − 0.12²), and a part of the class's own, N(0, 0.12²); a weighing of n pieces shows their sum with
 * variance 0.10² + 0.25²/n, its precision faded by 0.7 a season (figures of what is dipped: see CoatSpread). With one class
 * this is the plain normal update.
 * Source: Gelman, Bayesian Data Analysis (hierarchical normal model); the variances are shop defaults.
 */
export class CoatLearner {
  private readonly sums = new Map<string, ClassSum>();
  private weighings = 0;
  private doubtful = 0;
  private readonly classVariance: number;
  private readonly sharedVariance: number;

  constructor(private readonly spread: CoatSpread = DIPPED_SPREAD) {
    this.classVariance = (spread.firstLogSd * CLASS_SHARE) ** 2;
    this.sharedVariance = spread.firstLogSd ** 2 - this.classVariance;
  }

  /** What is believed of a class with this estimate. @throws InputError unless the estimate is above 0 */
  belief(estimateGrams: number, sizeClass: string): CoatBelief {
    requireWithin('/estimateG', estimateGrams, { min: 1e-6, max: 10_000 });
    const { mean, variance } = this.factor(sizeClass);
    return {
      logMean: Math.log(estimateGrams) + mean,
      logVariance: variance,
      weighings: this.weighings,
      doubtful: this.doubtful,
    };
  }

  /** Takes a weighing in, unless it is set aside, and says whether it was far from what was expected. */
  add(seen: CoatSeen): { isDoubtful: boolean } {
    if (seen.isSetAside) return { isDoubtful: false };
    const seenVariance = runLogVariance(this.spread, seen.pieces) / SEASON_FADE ** seen.seasonsBack;
    const logFactor = Math.log(seen.gramsPerPiece / seen.estimateGrams);
    const { mean, variance } = this.factor(seen.sizeClass);
    const isDoubtful = isFarOff(logFactor - mean, variance + seenVariance);
    const { precision, weighted } = this.sumOf(seen.sizeClass);
    this.sums.set(seen.sizeClass, {
      precision: precision + 1 / seenVariance,
      weighted: weighted + logFactor / seenVariance,
    });
    this.weighings++;
    if (isDoubtful) this.doubtful++;
    return { isDoubtful };
  }

  /** The factor's log for a class: what the other classes say of it, updated by its own weighings. */
  private factor(sizeClass: string): { mean: number; variance: number } {
    let sharedPrecision = 1 / this.sharedVariance;
    let sharedWeighted = 0;
    for (const [name, { precision, weighted }] of this.sums) {
      if (name === sizeClass) continue;
      const weight = 1 / (this.classVariance + 1 / precision);
      sharedPrecision += weight;
      sharedWeighted += (weight * weighted) / precision;
    }
    const priorVariance = 1 / sharedPrecision + this.classVariance;
    const own = this.sumOf(sizeClass);
    const precision = 1 / priorVariance + own.precision;
    return {
      mean: (sharedWeighted / sharedPrecision / priorVariance + own.weighted) / precision,
      variance: 1 / precision,
    };
  }

  private sumOf(sizeClass: string): ClassSum {
    return this.sums.get(sizeClass) ?? { precision: 0, weighted: 0 };
  }
}

/** What is believed of a coat after all its weighings, in any order. */
export function learnedBelief(
  coat: { readonly estimateGrams: number; readonly sizeClass: string },
  seen: readonly CoatSeen[],
  spread = DIPPED_SPREAD,
): CoatBelief {
  const learner = new CoatLearner(spread);
  for (const each of seen) learner.add(each);
  return learner.belief(coat.estimateGrams, coat.sizeClass);
}

/** What was believed after each weighing in turn: the range that narrows as one weighs. */
export function courseOfLearning(
  coat: { readonly estimateGrams: number; readonly sizeClass: string },
  seen: readonly CoatSeen[],
  spread = DIPPED_SPREAD,
): LearningStep[] {
  const learner = new CoatLearner(spread);
  return seen.map((each) => {
    const { isDoubtful } = learner.add(each);
    const gramsToday = (each.gramsPerPiece * coat.estimateGrams) / each.estimateGrams;
    return { isDoubtful, gramsToday, belief: learner.belief(coat.estimateGrams, coat.sizeClass) };
  });
}

/** Pieces weighed bare and again when dipped, ten as a rule. */
export interface BareAndDipped {
  readonly bareGrams: number;
  readonly dippedGrams: number;
  readonly pieces: number;
}

/**
 * Grams a piece that the same pieces show, bare and dipped: (dipped − bare)/pieces.
 * By hand: ten of 182 g bare and 246 g dipped carry 6.4 g each.
 * @throws InputError for a figure out of range, and for pieces that weigh no more when dipped
 */
export function bareAndDippedGramsPerPiece(weighed: BareAndDipped, pointer = ''): number {
  requireWithin(`${pointer}/bareG`, weighed.bareGrams, { min: 0.1, max: BOWL_GRAMS.max });
  requireWithin(`${pointer}/pieces`, weighed.pieces, RUN_PIECES);
  requireWithin(`${pointer}/dippedG`, weighed.dippedGrams, BOWL_GRAMS);
  if (weighed.dippedGrams <= weighed.bareGrams)
    throw new InputError({
      code: 'out-of-range',
      field: `${pointer}/dippedG`,
      value: weighed.dippedGrams,
      range: `more than the same pieces bare, ${weighed.bareGrams}`,
    });
  return (weighed.dippedGrams - weighed.bareGrams) / weighed.pieces;
}

/** What was on the scale: the bowl before and after a run, or the same pieces bare and dipped; all in g. */
export type Weighed =
  | ({ readonly kind: 'run' } & Pick<Weighing, 'startGrams' | 'addedGrams' | 'leftGrams'>)
  | ({ readonly kind: 'bare-and-dipped' } & Omit<BareAndDipped, 'pieces'>);

/**
 * Grams a piece that either shows. @throws InputError as weighedGramsPerPiece and bareAndDippedGramsPerPiece do
 */
export function gramsShown(weighed: Weighed, pieces: number): number {
  return weighed.kind === 'run'
    ? weighedGramsPerPiece({ ...weighed, pieces, seasonsBack: 0 })
    : bareAndDippedGramsPerPiece({ ...weighed, pieces });
}

/**
 * Several coats of one piece together: their sum, and the spread of its logarithm when all err the same way, which
 * is the widest that it can be. By hand: 4 g ± 0.35 and 2 g ± 0.05 are 6 g ± 0.25. Source: shop default.
 */
export function sumOfCoats(coats: readonly { grams: number; logSd: number }[]): {
  totalGrams: number;
  logSd: number;
} {
  const totalGrams = coats.reduce((sum, coat) => sum + coat.grams, 0);
  const logSd = coats.reduce((sum, coat) => sum + coat.grams * coat.logSd, 0) / totalGrams;
  return { totalGrams, logSd };
}
