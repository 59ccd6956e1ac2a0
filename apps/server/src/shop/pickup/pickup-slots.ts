import { slotAt, slotsOfDay, type SlotRules } from '@alnage/core';
import { dayOf, instantOf, type DaySpan } from '../../platform/time/workshop-time';

/** A slot by its start, on the wall and as an instant. */
export interface Slot {
  readonly at: string;
  readonly instant: Date;
}

/** The start of the slot that a wall-clock time falls in; null while the point is shut. */
export function slotStart(rules: SlotRules, at: string): string | null {
  const day = dayOf(at.slice(0, 10));
  const slot = slotAt(rules, day, at.slice(11));
  return slot === null ? null : `${day.date}T${slot}`;
}

/** The slots of these days that are still to come. */
export function slotsToCome(
  rules: SlotRules,
  {
    days,
    timeZone,
    now,
  }: { readonly days: readonly DaySpan[]; readonly timeZone: string; readonly now: Date },
): Slot[] {
  return days
    .flatMap(({ date }) => slotsOfDay(rules, dayOf(date)).map((time) => `${date}T${time}`))
    .flatMap((at) => {
      const instant = instantOf(at, timeZone);
      return instant && instant > now ? [{ at, instant }] : [];
    });
}
