import { minutesOf, type DayOfWeek } from '../ordering/slots';

/** Hours of work on one day; times are `09:00`, `24:00` its end. */
export interface WorkSpan {
  readonly starts: string;
  readonly ends: string;
}

/** When somebody works. */
export interface WorkRules {
  /** Every week, Monday 1 to Sunday 7. */
  readonly week: readonly (WorkSpan & { readonly weekday: number })[];
  /** On dates whose hours differ: they stand in place of the week's. */
  readonly shifts: readonly (WorkSpan & { readonly day: string })[];
  /** From the first to the last day nobody can count on them, whatever else is written. */
  readonly absences: readonly { readonly from: string; readonly to: string }[];
}

/**
 * The hours of a day, in order; none when away.
 * By hand: Monday 9 to 17 every week, Monday 15 June 7 to 12: on the 15th it is 7 to 12 alone.
 */
export function workingHours(
  { week, shifts, absences }: WorkRules,
  { date, weekday }: DayOfWeek,
): WorkSpan[] {
  if (absences.some(({ from, to }) => from <= date && date <= to)) return [];
  const own = shifts.filter(({ day }) => day === date);
  return (own.length > 0 ? own : week.filter((each) => each.weekday === weekday))
    .map(({ starts, ends }) => ({ starts, ends }))
    .sort((a, b) => minutesOf(a.starts) - minutesOf(b.starts));
}
