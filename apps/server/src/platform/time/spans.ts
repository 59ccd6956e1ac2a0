import { minutesOf } from '@alnage/core';

/** Hours of one day; null where it is shut. */
export interface DaySpanOfHours {
  readonly day: string;
  readonly opens: string | null;
  readonly closes: string | null;
}

/** Indices of hours that run into earlier ones of their day, or of a day that is shut and open. */
export function overlapping(spans: readonly DaySpanOfHours[]): number[] {
  return spans.flatMap((span, index) =>
    spans.slice(0, index).some((other) => other.day === span.day && meet(other, span)) ? [index] : [],
  );
}

function meet(a: DaySpanOfHours, b: DaySpanOfHours): boolean {
  if (a.opens === null || a.closes === null || b.opens === null || b.closes === null) return true;
  return minutesOf(a.opens) < minutesOf(b.closes) && minutesOf(b.opens) < minutesOf(a.closes);
}
