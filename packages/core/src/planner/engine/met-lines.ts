import type { Schedule } from './schedule';

/** The lines that a schedule meets in full. */
export function metLines({ open }: Schedule): number[] {
  return [...open.keys()].filter((line) => open[line] === 0);
}

/** Whether a schedule meets all of these lines in full. */
export function meets({ open }: Schedule, lines: readonly number[]): boolean {
  return lines.every((line) => open[line] === 0);
}
