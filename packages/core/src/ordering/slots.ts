/** Opening hours of a weekday, Monday 1 to Sunday 7; a day may have several. Times are `09:00`. */
export interface OpeningHours {
  readonly weekday: number;
  readonly opens: string;
  readonly closes: string;
}

/** A date on which other hours count; none at all where `opens` is null. */
export interface DayException {
  readonly date: string;
  readonly opens: string | null;
  readonly closes: string | null;
}

/** When a pickup point hands over, and in which steps. */
export interface SlotRules {
  readonly hours: readonly OpeningHours[];
  readonly exceptions: readonly DayException[];
  readonly slotMinutes: number;
}

/** A date with its weekday, Monday 1. */
export interface DayOfWeek {
  readonly date: string;
  readonly weekday: number;
}

/**
 * The slots of a day by their start, in order: from opening on in whole steps, the last one cut short by closing.
 * By hand: 09:00 to 10:45 in steps of 30 minutes is 09:00, 09:30, 10:00 and 10:30.
 */
export function slotsOfDay(rules: SlotRules, day: DayOfWeek): string[] {
  return spansOf(rules, day).flatMap(({ from, to }) => {
    const steps = Math.ceil((to - from) / rules.slotMinutes);
    return Array.from({ length: steps }, (_, step) => clockOf(from + step * rules.slotMinutes));
  });
}

/** The start of the slot that a time of day falls in; null while it is shut. At closing time the last one is not over. */
export function slotAt(rules: SlotRules, day: DayOfWeek, time: string): string | null {
  const at = minutesOf(time);
  const span = spansOf(rules, day).find(({ from, to }) => from <= at && at <= to);
  if (!span) return null;
  const last = Math.ceil((span.to - span.from) / rules.slotMinutes) - 1;
  const step = Math.min(last, Math.floor((at - span.from) / rules.slotMinutes));
  return clockOf(span.from + step * rules.slotMinutes);
}

function spansOf(
  { hours, exceptions }: SlotRules,
  { date, weekday }: DayOfWeek,
): { readonly from: number; readonly to: number }[] {
  const own = exceptions.filter((each) => each.date === date);
  const open = own.length > 0 ? own : hours.filter((each) => each.weekday === weekday);
  return open
    .flatMap(({ opens, closes }) =>
      opens !== null && closes !== null ? [{ from: minutesOf(opens), to: minutesOf(closes) }] : [],
    )
    .sort((a, b) => a.from - b.from);
}

/** Minutes from midnight; `24:00` is the end of the day. */
export function minutesOf(time: string): number {
  const [hours, minutes] = time.split(':').map(Number) as [number, number];
  return hours * 60 + minutes;
}

function clockOf(minutes: number): string {
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;
}
