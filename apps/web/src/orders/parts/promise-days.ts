import type { PromisedSlot } from '@alnage/contract';
import { count, duration } from '../../shared/formats/formats';
import { hourText, WallTime } from '../../shared/formats/wall-time';
import { blockerText } from '../../shared/plan/plan-words';
import type { PlanWords } from '../../shared/plan/plan-names';

/** One pickup on the grid. */
export interface PromiseCell {
  readonly slot: PromisedSlot;
  /** Shape of the answer, never its colour alone. */
  readonly mark: string;
  readonly name: string;
}

/** The pickups of one day. */
export interface PromiseDay {
  readonly date: string;
  readonly name: string;
  readonly cells: readonly PromiseCell[];
}

const MARKS: Readonly<Record<PromisedSlot['kind'], string>> = { open: '●', tight: '◐', no: '–' };
const WORDS: Readonly<Record<PromisedSlot['kind'], string>> = {
  open: 'open',
  tight: 'tight',
  no: 'not possible',
};

/** The grid’s hours, as they are headed. */
export function promiseHours(slots: readonly PromisedSlot[]): { hour: string; text: string }[] {
  const hours = [...new Set(slots.map(({ at }) => at.slice(11, 13)))].sort();
  return hours.map((hour) => ({ hour, text: hourText(hour) }));
}

/** Pickups day by day. */
export function promiseDays(slots: readonly PromisedSlot[], timeZone: string): PromiseDay[] {
  const wall = new WallTime(timeZone);
  const dates = [...new Set(slots.map(({ at }) => at.slice(0, 10)))];
  return dates.map((date) => {
    const own = slots.filter(({ at }) => at.startsWith(date));
    const cells = own.map((slot): PromiseCell => ({
      slot,
      mark: MARKS[slot.kind],
      name: `${wall.dayTime(Date.parse(slot.atInstant))}: ${WORDS[slot.kind]}`,
    }));
    return { date, name: wall.day(Date.parse(own[0]!.atInstant)), cells };
  });
}

/** Why a pickup is possible, or why not and which is nearest to it that is. */
export function promiseText(
  slot: PromisedSlot,
  slots: readonly PromisedSlot[],
  { words, timeZone }: { readonly words: PlanWords; readonly timeZone: string },
): string {
  const wall = new WallTime(timeZone);
  const when = wall.dayTime(Date.parse(slot.atInstant));
  if (slot.kind !== 'no') {
    const room = slot.kind === 'open' ? 'As much again would fit too.' : 'Just this fits, not as much again.';
    return `${when} can be: the oldest piece is ${duration(slot.ageMinutes ?? 0)} old then. ${room}`;
  }
  const why =
    slot.blocker && slot.piece ? `${words.piece(slot.piece)}: ${blockerText(slot.blocker, words)}` : '';
  const near = nearest(slot, slots);
  const instead = near
    ? ` Nearest that is: ${wall.dayTime(Date.parse(near.atInstant))}.`
    : ' No other hour is, either.';
  return `${when} cannot be. ${why.charAt(0).toUpperCase()}${why.slice(1)}${instead}`;
}

function nearest(slot: PromisedSlot, slots: readonly PromisedSlot[]): PromisedSlot | null {
  const away = (other: PromisedSlot): number =>
    Math.abs(Date.parse(other.atInstant) - Date.parse(slot.atInstant));
  const possible = slots.filter(({ kind }) => kind !== 'no').sort((a, b) => away(a) - away(b));
  return possible[0] ?? null;
}

/** How many of the hours can be, in words. */
export function promiseSummary(slots: readonly PromisedSlot[]): string {
  const yes = slots.filter(({ kind }) => kind !== 'no').length;
  return `${count(yes)} of ${count(slots.length)} hours can be`;
}
