import { requireWithin, type Bound } from '../input/bounds';

/** How a piece is dipped. */
export type Way = 'fork' | 'fork-scraped' | 'hand' | 'pick' | 'generous';

export const WAYS = ['fork', 'fork-scraped', 'hand', 'pick', 'generous'] as const;

export const WAY_FACTOR_BOUND: Bound = { min: 0.1, max: 5 };
export const WAY_SECONDS: Bound = { min: 1, max: 600 };
export const FOOT_FACTOR: Bound = { min: 0, max: 3 };

/** A way as a workshop goes about it; every figure is the shop's own. */
export interface WayRule {
  readonly way: Way;
  /** Share of the draining film that stays on, against a fork with two taps. */
  readonly filmFactor: number;
  /** Seconds to dip and set down one piece, one coat, by a practised person. */
  readonly secondsPerPiece: number;
  /** Foot in g for each cm of a base's size; see suggestedFootGrams. */
  readonly footGramsPerCm: number;
}

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

/** The ways before a workshop has set its own. Source: shop default. */
export const DEFAULT_WAY_RULES: readonly WayRule[] = [
  { way: 'fork', filmFactor: WAY_FACTOR.fork, secondsPerPiece: 14, footGramsPerCm: 0.25 },
  { way: 'fork-scraped', filmFactor: WAY_FACTOR['fork-scraped'], secondsPerPiece: 15, footGramsPerCm: 0.2 },
  { way: 'hand', filmFactor: WAY_FACTOR.hand, secondsPerPiece: 10, footGramsPerCm: 0.08 },
  { way: 'pick', filmFactor: WAY_FACTOR.pick, secondsPerPiece: 12, footGramsPerCm: 0.17 },
  { way: 'generous', filmFactor: WAY_FACTOR.generous, secondsPerPiece: 13, footGramsPerCm: 0.4 },
];

/** The rule of a way; one that the workshop has not set is the shop default. @throws InputError for a figure out of range */
export function wayRule(way: Way, rules: readonly WayRule[]): WayRule {
  const rule = rules.find((each) => each.way === way) ?? DEFAULT_WAY_RULES.find((each) => each.way === way)!;
  requireWithin('/filmFactor', rule.filmFactor, WAY_FACTOR_BOUND);
  requireWithin('/secondsPerPiece', rule.secondsPerPiece, WAY_SECONDS);
  requireWithin('/footGramsPerCm', rule.footGramsPerCm, FOOT_FACTOR);
  return rule;
}
