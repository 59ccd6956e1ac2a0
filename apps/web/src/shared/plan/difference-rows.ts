import type { PlanFigures } from '@alnage/core/planner';
import { count, duration, mass } from '../formats/formats';

/** One figure of two plans. */
export interface DifferenceRow {
  readonly name: string;
  readonly before: string;
  readonly after: string;
  /** −14 trays; empty where nothing changes. */
  readonly change: string;
  readonly standing: 'better' | 'worse' | 'same';
}

/** 64 h 05: hours of work, not days. */
function hoursText(minutes: number): string {
  const rest = Math.round(minutes % 60);
  return `${count(Math.floor(minutes / 60))} h ${String(rest).padStart(2, '0')}`;
}

type Figure = readonly [
  name: string,
  of: (figures: PlanFigures) => number | null,
  text: (value: number) => string,
  isMoreBetter?: boolean,
];

const FIGURES: readonly Figure[] = [
  ['Not met, pieces', ({ unmetPieces }) => unmetPieces, (value) => count(value)],
  ['Mean age at pickup', ({ meanAgeMinutes }) => meanAgeMinutes, (value) => duration(Math.round(value))],
  [
    'Past target age, piece-hours',
    ({ overAgePieceHours }) => overAgePieceHours,
    (value) => count(Math.round(value)),
  ],
  ['Work', ({ labourMinutes }) => labourMinutes, hoursText],
  ['Melts', ({ melts }) => melts, (value) => count(value)],
  ['Melted and not dipped', ({ leftoverGrams }) => leftoverGrams, (value) => mass(value)],
  [
    'Least time before a pickup',
    ({ leastSlackMinutes }) => leastSlackMinutes,
    (value) => duration(value),
    true,
  ],
];

/** What plans are compared by, figure by figure, in words. */
export function differenceRows(before: PlanFigures, after: PlanFigures): DifferenceRow[] {
  return FIGURES.map(([name, of, text, isMoreBetter = false]): DifferenceRow => {
    const [was, is] = [of(before), of(after)];
    const [told, now] = [was, is].map((value) => (value === null ? '–' : text(value))) as [string, string];
    const isSame = was === null || is === null || told === now || text(Math.abs(is - was)) === text(0);
    const change = isSame ? 0 : is - was;
    return {
      ...{ name, before: told, after: now },
      change: change === 0 ? '' : `${change > 0 ? '+' : '−'}${text(Math.abs(change))}`,
      standing: change === 0 ? 'same' : change > 0 === isMoreBetter ? 'better' : 'worse',
    };
  });
}
