import type { FieldCode, PromisedSlot, SlotFault } from '@alnage/contract';
import { count, counted, duration } from '../../shared/formats/formats';
import { hourText, timeText, WallTime } from '../../shared/formats/wall-time';
import { FIELD_TEXT } from '../../shared/problem-text';
import { blockerText } from '../../shared/plan/plan-words';
import type { PlanWords } from '../../shared/plan/plan-names';

/** One pickup on the grid. */
export interface PromiseCell {
  readonly slot: PromisedSlot;
  /** Shape of the answer, never its colour alone. */
  readonly mark: string;
  readonly name: string;
}

/** The slots of one day, one for each of the grid’s columns; null where it is shut or over. */
export interface PromiseDay {
  readonly date: string;
  readonly name: string;
  readonly cells: readonly (PromiseCell | null)[];
}

const MARKS: Readonly<Record<PromisedSlot['kind'], string>> = { open: '●', tight: '◐', no: '–' };
const WORDS: Readonly<Record<PromisedSlot['kind'], string>> = {
  open: 'open',
  tight: 'tight',
  no: 'not possible',
};

/** The grid’s columns by their time of day; only full hours have their heading shown. */
export function promiseTimes(
  slots: readonly PromisedSlot[],
): { time: string; text: string; isHeaded: boolean }[] {
  const times = [...new Set(slots.map(({ at }) => at.slice(11)))].sort();
  return times.map((time) => {
    const isHeaded = time.endsWith(':00');
    return { time, isHeaded, text: isHeaded ? hourText(time.slice(0, 2)) : timeText(time) };
  });
}

/** Pickups day by day. */
export function promiseDays(slots: readonly PromisedSlot[], timeZone: string): PromiseDay[] {
  const wall = new WallTime(timeZone);
  const times = promiseTimes(slots);
  const dates = [...new Set(slots.map(({ at }) => at.slice(0, 10)))];
  return dates.map((date) => {
    const own = slots.filter(({ at }) => at.startsWith(date));
    const cells = times.map(({ time }): PromiseCell | null => {
      const slot = own.find(({ at }) => at.endsWith(time));
      return slot
        ? {
            slot,
            mark: slot.slotFault === 'closed' || slot.offerFault ? '×' : MARKS[slot.kind],
            name: `${wall.dayTime(Date.parse(slot.atInstant))}: ${WORDS[slot.kind]}`,
          }
        : null;
    });
    return { date, name: wall.day(Date.parse(own[0]!.atInstant)), cells };
  });
}

const SLOT_WORDS: Readonly<Record<SlotFault, (left: number) => string>> = {
  full: (left) => `The slot hands over ${left === 0 ? 'no box' : counted(left, 'box')} more.`,
  closed: () => 'The slot takes no more orders.',
};

/** What stands in the way of a slot: the season’s terms, the slot itself, or the kitchen. */
function whyNotText(
  { offerFault, slotFault, roomBoxes, blocker, piece }: PromisedSlot,
  words: PlanWords,
): string {
  if (offerFault) return offerText(offerFault);
  if (slotFault) return SLOT_WORDS[slotFault](roomBoxes ?? 0);
  return blocker && piece ? `${words.piece(piece)}: ${blockerText(blocker, words)}` : '';
}

/** What the season’s terms of offer say against a slot. */
function offerText({ code, params }: NonNullable<PromisedSlot['offerFault']>): string {
  return FIELD_TEXT[code as FieldCode](params);
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
    const room =
      slot.kind === 'open' ? 'Another like it would fit too.' : 'This order fits, but not another like it.';
    const boxes =
      slot.roomBoxes === null ? '' : ` The slot hands over ${counted(slot.roomBoxes, 'box')} more.`;
    const eatBy = slot.eatBy ? `, to be eaten by ${wall.dateTime(Date.parse(slot.eatBy))}` : '';
    return slot.ageMinutes === null
      ? `${when} is possible by a new plan, which keeps all that is promised.${boxes}`
      : `${when} is possible: the oldest piece is ${duration(slot.ageMinutes)} old then${eatBy}. ${room}${boxes}`;
  }
  const why = whyNotText(slot, words);
  const near = nearest(slot, slots);
  const instead = near
    ? ` Nearest possible: ${wall.dayTime(Date.parse(near.atInstant))}.`
    : ' No other slot is possible as things are.';
  const told = `${why.charAt(0).toUpperCase()}${why.slice(1)}${instead}`;
  return slot.blocker && !slot.slotFault && !slot.offerFault
    ? `${when} does not fit beside what is planned; a new plan may find room. ${told}`
    : `${when} is not possible. ${told}`;
}

function nearest(slot: PromisedSlot, slots: readonly PromisedSlot[]): PromisedSlot | null {
  const away = (other: PromisedSlot): number =>
    Math.abs(Date.parse(other.atInstant) - Date.parse(slot.atInstant));
  const possible = slots.filter(({ kind }) => kind !== 'no').sort((a, b) => away(a) - away(b));
  return possible[0] ?? null;
}

/** How many of the slots can be, in words. */
export function promiseSummary(slots: readonly PromisedSlot[]): string {
  const yes = slots.filter(({ kind }) => kind !== 'no').length;
  return `${count(yes)} of ${count(slots.length)} slots are possible`;
}
