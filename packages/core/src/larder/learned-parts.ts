import { SEASON_FADE, SEASONS_BACK, updatedLog, Z90 } from '../coating/learning';
import { requireWithin } from '../input/bounds';
import { PART_GRAMS } from './part-grams';

/** What went on or into so many pieces, of a part that was weighed before and after. */
export interface PartUsed {
  readonly pieces: number;
  readonly grams: number;
  /** 0 for this season; each season back makes it count 0.7 times as much. */
  readonly seasonsBack: number;
}

/** What is known of a part of a piece by what was left of it: grams on one piece, and where that lies nine times in ten. */
export interface LearnedPart {
  readonly piece: string;
  readonly recipe: string;
  readonly grams: number;
  readonly low90: number;
  readonly high90: number;
  readonly weighings: number;
}

/** How far what is written of a part may be off, and how far one roll lies from the next. Shop defaults. */
const FIRST_LOG_SD = 0.3;
const ROLL_LOG_SD = 0.1;

/**
 * Grams of a part on one piece, by what is written and what was used of it: the normal–normal update of the log of grams a piece, faded
 * by 0.7 a season. What was used cannot be of this part where it comes to less or more than a part may weigh; that does not count.
 * Null: none was weighed. By hand: written 1.5 g; 180 g on 100 pieces are 1.8 g: precisions 11.1 and 100, ln 1.2 = 0.182:
 * 100·0.182/111.1 = 0.164, so 1.77 g.
 * Source: Gelman, Bayesian Data Analysis (normal model with known variance); the variances are shop defaults.
 * @throws InputError for what is written out of range
 */
export function learnPart(
  writtenGrams: number,
  used: readonly PartUsed[],
): Omit<LearnedPart, 'piece' | 'recipe'> | null {
  const counting = used.filter(({ grams, pieces }) => isPart(grams / pieces));
  if (counting.length === 0) return null;
  const first = {
    logMean: Math.log(requireWithin('/grams', writtenGrams, PART_GRAMS)),
    logVariance: FIRST_LOG_SD ** 2,
  };
  const { logMean, logVariance } = counting.reduce(
    (belief, { grams, pieces, seasonsBack }) =>
      updatedLog(belief, {
        logMean: Math.log(grams / pieces),
        logVariance:
          ROLL_LOG_SD ** 2 / SEASON_FADE ** requireWithin('/seasonsBack', seasonsBack, SEASONS_BACK),
      }),
    first,
  );
  const reach = Z90 * Math.sqrt(logVariance);
  return {
    grams: Math.exp(logMean),
    low90: Math.exp(logMean - reach),
    high90: Math.exp(logMean + reach),
    weighings: counting.length,
  };
}

function isPart(grams: number): boolean {
  return grams >= PART_GRAMS.min && grams <= PART_GRAMS.max;
}
