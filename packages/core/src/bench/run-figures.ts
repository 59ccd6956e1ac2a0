import { MOST_TIMES } from './factor-learning';
import {
  BOWL_GRAMS,
  DIPPED_SPREAD,
  RUN_PIECES,
  isFarOff,
  runLogVariance,
  type CoatBelief,
  type CoatSpread,
} from '../coating/learning';
import { requireWithin } from '../input/bounds';
import { rejectedPieces, weighedGrams, workedMinutes, type WorkState } from './work-state';

/** What a run comes to when its bowl is weighed out. Null where it was not weighed, or not timed. */
export interface RunFigures {
  /** All that were dipped, rejects too. */
  readonly pieces: number;
  readonly good: number;
  readonly rejected: number;
  readonly startGrams: number | null;
  readonly addedGrams: number;
  readonly leftGrams: number | null;
  readonly gramsPerPiece: number | null;
  readonly minutes: number;
  /** Seconds a piece of the one who worked, pauses left out. */
  readonly secondsPerPiece: number | null;
}

/**
 * The figures of a run: (start + added − left)/pieces and minutes worked/pieces, rejects counted.
 * By hand: 3,640 g before, 2,488 g after, 120 pieces: 9.60 g a piece. Source: conservation of mass.
 * @throws InputError for more left than there was
 */
export function runFigures(state: WorkState, now: number): RunFigures {
  const rejected = rejectedPieces(state);
  const pieces = state.good + rejected;
  const [startGrams, leftGrams] = [weighedGrams(state, 'start'), weighedGrams(state, 'left')];
  const addedGrams = (weighedGrams(state, 'added') ?? 0) + state.solidGrams;
  const minutes = workedMinutes(state, now);
  const isWeighed = startGrams !== null && leftGrams !== null && pieces > 0;
  if (startGrams !== null && leftGrams !== null)
    requireWithin('/leftGrams', leftGrams, { min: 0, max: startGrams + addedGrams });
  return {
    pieces,
    good: state.good,
    rejected,
    startGrams,
    addedGrams,
    leftGrams,
    gramsPerPiece: isWeighed ? (startGrams + addedGrams - leftGrams) / pieces : null,
    minutes,
    secondsPerPiece: pieces > 0 && minutes > 0 ? (60 * minutes) / pieces : null,
  };
}

/** What cannot well be, and is asked about before a run is sealed. */
export type SealDoubt =
  | { readonly kind: 'coat-before-open'; readonly stage: string }
  | { readonly kind: 'none-dipped' }
  | { readonly kind: 'not-weighed' }
  | { readonly kind: 'few-pieces'; readonly good: number; readonly planned: number }
  | { readonly kind: 'many-pieces'; readonly good: number; readonly planned: number }
  | { readonly kind: 'coat-far-off'; readonly gramsPerPiece: number; readonly expectedGrams: number }
  | { readonly kind: 'pace-far-off'; readonly secondsPerPiece: number; readonly expectedSeconds: number };

/** Doubts of what a run would teach: one that was sealed with such a doubt is not learned from by itself. */
const TEACHES: ReadonlySet<SealDoubt['kind']> = new Set(['many-pieces', 'coat-far-off', 'pace-far-off']);

/** Whether a run that was sealed with these doubts confirmed is learned from only when somebody takes it in on purpose. */
export function isLessonDoubted(confirmed: readonly string[]): boolean {
  return confirmed.some((kind) => TEACHES.has(kind as SealDoubt['kind']));
}

/** What was expected of a run. */
export interface RunExpected {
  readonly pieces: number;
  readonly coat: CoatBelief;
  /** From run to run and piece to piece; absent: of what is dipped. */
  readonly spread?: CoatSpread;
  readonly secondsPerPiece: number;
}

/** What of a run's figures cannot well be: each is asked about. Further than three standard deviations is far off. */
export function sealDoubts(figures: RunFigures, expected: RunExpected): SealDoubt[] {
  if (figures.pieces === 0) return [{ kind: 'none-dipped' }];
  return [
    ...weighedDoubts(figures, expected),
    ...countDoubts(figures, expected),
    ...paceDoubts(figures, expected),
  ];
}

function weighedDoubts(
  { gramsPerPiece, pieces }: RunFigures,
  { coat, spread = DIPPED_SPREAD }: RunExpected,
): SealDoubt[] {
  if (gramsPerPiece === null || gramsPerPiece <= 0) return [{ kind: 'not-weighed' }];
  const distance = Math.log(gramsPerPiece) - coat.logMean;
  if (!isFarOff(distance, coat.logVariance + runLogVariance(spread, pieces))) return [];
  return [{ kind: 'coat-far-off', gramsPerPiece, expectedGrams: Math.exp(coat.logMean) }];
}

function countDoubts({ good }: RunFigures, { pieces: planned }: RunExpected): SealDoubt[] {
  if (good < planned) return [{ kind: 'few-pieces', good, planned }];
  return good > 1.25 * planned ? [{ kind: 'many-pieces', good, planned }] : [];
}

function paceDoubts(
  { secondsPerPiece }: RunFigures,
  { secondsPerPiece: expectedSeconds }: RunExpected,
): SealDoubt[] {
  if (secondsPerPiece === null || expectedSeconds <= 0) return [];
  const times = secondsPerPiece / expectedSeconds;
  return times > MOST_TIMES || times < 1 / MOST_TIMES
    ? [{ kind: 'pace-far-off', secondsPerPiece, expectedSeconds }]
    : [];
}

/**
 * What a bowl still holds: what it last weighed, with what went in since, less what pieces dipped since carry.
 * Never below nothing. By hand: 3,640 g, 72 pieces of 9.6 g since: 2,949 g. Source: conservation of mass.
 * @throws InputError for a mass out of range
 */
export function gramsNow(
  lastWeighedGrams: number,
  addedGrams: number,
  { pieces, gramsPerPiece }: { readonly pieces: number; readonly gramsPerPiece: number },
): number {
  requireWithin('/grams', lastWeighedGrams, BOWL_GRAMS);
  requireWithin('/pieces', pieces, { min: 0, max: RUN_PIECES.max });
  return Math.max(0, lastWeighedGrams + addedGrams - pieces * gramsPerPiece);
}

/** Pieces that a bowl still covers above its tail, whole ones. By hand: 2,949 g, a tail of 550, 9.6 g each: 249. */
export function piecesLeft(grams: number, tailGrams: number, gramsPerPiece: number): number {
  return gramsPerPiece > 0 ? Math.max(0, Math.floor((grams - tailGrams) / gramsPerPiece)) : 0;
}
