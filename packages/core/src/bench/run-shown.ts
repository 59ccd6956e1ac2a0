import type { WorkAtBench } from './at-bench';
import type { StageWork } from './bench-works';
import { piecesLeft } from './run-figures';
import { rejectedPieces, weighedGrams, workedMinutes } from './work-state';

const MS_PER_MINUTE = 60_000;

/** A run under way in figures. */
export interface RunShown {
  readonly good: number;
  readonly rejected: number;
  readonly wanted: number;
  readonly toStart: number;
  /** Pieces that go on the next tray. */
  readonly tray: number;
  readonly secondsPerPiece: number | null;
  /** When it will be done, in ms. */
  readonly doneBy: number;
  /** Later than planned, below 0 earlier, in minutes. */
  readonly lateMinutes: number;
  readonly startGrams: number | null;
  readonly leftGrams: number | null;
  readonly covers: number;
}

/** The figures of a run, as it goes on at its pace; before a tray is down at the planned one. */
export function runShown(
  { work, state }: WorkAtBench & { work: StageWork },
  {
    now,
    start,
    grams,
    tailGrams,
  }: { readonly now: number; readonly start: number; readonly grams: number; readonly tailGrams: number },
): RunShown {
  const rejected = rejectedPieces(state);
  const done = state.good + rejected;
  const minutes = workedMinutes(state, now);
  const planned = (60 * (work.end - work.start)) / work.startPieces;
  const secondsPerPiece = done > 0 && minutes > 0 ? (60 * minutes) / done : null;
  const left = Math.max(0, work.pieces - state.good);
  const from = state.begunAt === null ? Math.max(now, start + work.start * MS_PER_MINUTE) : now;
  const doneBy = state.endedAt ?? from + left * (secondsPerPiece ?? planned) * 1000;
  return {
    ...{
      good: state.good,
      rejected,
      wanted: work.pieces,
      toStart: work.startPieces,
      secondsPerPiece,
      doneBy,
    },
    tray: Math.max(1, Math.min(work.rest.piecesPerTray, left === 0 ? work.rest.piecesPerTray : left)),
    lateMinutes: (doneBy - start) / MS_PER_MINUTE - work.end,
    startGrams: weighedGrams(state, 'start'),
    leftGrams: weighedGrams(state, 'left'),
    covers: work.melt ? piecesLeft(grams, tailGrams, work.melt.gramsPerPiece) : 0,
  };
}
