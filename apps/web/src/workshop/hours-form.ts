import { FormControl, Validators } from '@angular/forms';
import { typedTime } from '../shared/formats/typed-time';
import { timeText } from '../shared/formats/wall-time';
import type { Choice } from '../shared/forms/choice-field';
import { units } from '../shared/units/units';

export const WEEKDAY_WORDS = {
  1: 'Monday',
  2: 'Tuesday',
  3: 'Wednesday',
  4: 'Thursday',
  5: 'Friday',
  6: 'Saturday',
  7: 'Sunday',
} as const;
export type Weekday = `${keyof typeof WEEKDAY_WORDS}`;

const FIRST_DAYS = { monday: 1, saturday: 6, sunday: 7 } as const;

/** How many days after the first of its reader’s week a weekday comes. */
function placeInWeek(weekday: number): number {
  return (weekday - FIRST_DAYS[units().weekBegins] + 7) % 7;
}

/** Weekdays, or what is of weekdays, from the day on which its reader’s week begins. */
export function inWeekOrder<T extends { readonly weekday: number }>(week: readonly T[]): T[] {
  return [...week].sort((a, b) => placeInWeek(a.weekday) - placeInWeek(b.weekday));
}

/** The weekdays to choose from. */
export function weekdayChoices(): readonly Choice<Weekday>[] {
  const days = Object.entries(WEEKDAY_WORDS) as [Weekday, string][];
  return inWeekOrder(days.map(([id, name]) => ({ id, name, weekday: Number(id) })));
}

export function weekdayControl(weekday: number): FormControl<Weekday> {
  return new FormControl(String(weekday) as Weekday, { nonNullable: true });
}

/** A time of day; 24:00 ends it. */
export function clockControl(value: string): FormControl<string> {
  return new FormControl(value === '24:00' ? value : timeText(value), {
    nonNullable: true,
    validators: [(control) => (clockOf(String(control.value)) === null ? { time: true } : null)],
  });
}

/** What was typed as it is kept, 09:00; null where it is no time. */
export function clockOf(text: string): string | null {
  return /^\s*24([:.]?00)?\s*$/.test(text) ? '24:00' : typedTime(text);
}

/** A date that must be given. */
export function dateControl(value: string): FormControl<string> {
  return new FormControl(value, { nonNullable: true, validators: [Validators.required] });
}

/** The weekday after the last one that has hours, to go on with; the first of the week where none has. */
export function nextWeekday({
  value,
}: {
  readonly value: readonly { readonly weekday?: Weekday }[];
}): number {
  const last = value.at(-1)?.weekday;
  return last ? (Number(last) % 7) + 1 : FIRST_DAYS[units().weekBegins];
}
