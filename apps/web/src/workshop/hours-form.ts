import { FormControl, Validators } from '@angular/forms';
import { typedTime } from '../shared/formats/typed-time';
import { timeText } from '../shared/formats/wall-time';

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

/** The weekday after the last one that has hours, to go on with. */
export function nextWeekday({
  value,
}: {
  readonly value: readonly { readonly weekday?: Weekday }[];
}): number {
  const last = Number(value.at(-1)?.weekday ?? 7);
  return (last % 7) + 1;
}
