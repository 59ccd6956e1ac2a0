/** How a piece is dipped. */
export type Way = 'fork' | 'fork-scraped' | 'hand' | 'pick' | 'generous';

export const WAYS = ['fork', 'fork-scraped', 'hand', 'pick', 'generous'] as const;

/**
 * Share of the draining film that stays on: slope, viscosity and taps in one factor, against a fork with two taps.
 * Source: shop default.
 */
export const WAY_FACTOR: Readonly<Record<Way, number>> = {
  fork: 1,
  'fork-scraped': 0.8,
  hand: 0.6,
  pick: 0.85,
  generous: 1.5,
};
