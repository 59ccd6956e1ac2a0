import { InputError } from '../input/input-error';
import { requireWithin } from '../input/bounds';
import type { RejectBelief } from '../coating/rejects';
import { startPiecesLearned } from '../melting/start-pieces';

/** Berries of one size as they are bought and kept. */
export interface PunnetWish {
  readonly goodPieces: number;
  readonly certainty: number;
  /** What fails between punnet and box: sorted out, washed, dipped. */
  readonly rejects: RejectBelief;
  readonly piecesPerPunnet: number;
}

/**
 * Punnets to buy for so many good berries of one size: the pieces to start, in whole punnets.
 * By hand: 132 started at 25 a punnet are 6 punnets. Source: shop default on the beta-binomial. @throws InputError
 */
export function punnetsToBuy(wish: PunnetWish): { startedPieces: number; punnets: number } {
  requireWithin('/piecesPerPunnet', wish.piecesPerPunnet, { min: 1, max: 1000, isInteger: true });
  const startedPieces = startPiecesLearned(wish, wish.rejects);
  return { startedPieces, punnets: Math.ceil(startedPieces / wish.piecesPerPunnet) };
}

/** Between which minutes something is to be bought; both on one axis, such as the plan's. */
export interface BuySpan {
  readonly earliestMinute: number;
  readonly latestMinute: number;
}

/**
 * When to buy what keeps only so long: no earlier than its keeping time before the last of it is used, no later than
 * delivery takes before the first. By hand: used from 3,000 to 3,600, keeps 2,880, delivered in 1,440: 720 to 1,560.
 * Source: shop default. @throws InputError when it cannot keep from first to last
 */
export function buyBetween(use: {
  readonly firstMinute: number;
  readonly lastMinute: number;
  readonly keepsMinutes: number;
  readonly deliveryMinutes: number;
}): BuySpan {
  const { firstMinute, lastMinute, keepsMinutes, deliveryMinutes } = use;
  requireWithin('/lastMinute', lastMinute, { min: firstMinute, max: 1e7 });
  requireWithin('/keepsMinutes', keepsMinutes, { min: 0, max: 1e7 });
  requireWithin('/deliveryMinutes', deliveryMinutes, { min: 0, max: 1e7 });
  const span = {
    earliestMinute: lastMinute - keepsMinutes,
    latestMinute: firstMinute - deliveryMinutes,
  };
  if (span.earliestMinute > firstMinute)
    throw new InputError({
      code: 'out-of-range',
      field: '/keepsMinutes',
      value: keepsMinutes,
      range: `at least ${lastMinute - firstMinute}, from first to last use`,
    });
  return span;
}
