import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import { JOURNEY_MINUTES, SLOT_BOXES, SLOT_MINUTES, type PickupPointDraft } from '@alnage/contract';
import { typedTime } from '../shared/formats/typed-time';
import { timeText } from '../shared/formats/wall-time';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl } from '../shared/forms/text-field';

export type PointForm = ReturnType<typeof pointForm>;

export const WEEKDAY_WORDS = {
  1: 'Monday',
  2: 'Tuesday',
  3: 'Wednesday',
  4: 'Thursday',
  5: 'Friday',
  6: 'Saturday',
  7: 'Sunday',
} as const;
type Weekday = `${keyof typeof WEEKDAY_WORDS}`;

const FIRST: PickupPointDraft = {
  name: '',
  journeyMinutes: 0,
  hours: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, opens: '09:00', closes: '17:00' })),
  exceptions: [],
  slotMinutes: 30,
  slotBoxes: null,
};

/** A time of day; 24:00 ends it. */
function clockControl(value: string): FormControl<string> {
  return new FormControl(value === '24:00' ? value : timeText(value), {
    nonNullable: true,
    validators: [(control) => (clockOf(String(control.value)) === null ? { time: true } : null)],
  });
}

function clockOf(text: string): string | null {
  return /^\s*24([:.]?00)?\s*$/.test(text) ? '24:00' : typedTime(text);
}

export function hoursForm(weekday: number, opens = '09:00', closes = '17:00') {
  return new FormGroup({
    weekday: new FormControl(String(weekday) as Weekday, { nonNullable: true }),
    opens: clockControl(opens),
    closes: clockControl(closes),
  });
}

/** A date with hours of its own, or shut. */
export function exceptionForm(date = '', opens: string | null = null, closes: string | null = null) {
  return new FormGroup({
    date: new FormControl(date, { nonNullable: true, validators: [Validators.required] }),
    kind: new FormControl<'shut' | 'open'>(opens === null ? 'shut' : 'open', { nonNullable: true }),
    opens: clockControl(opens ?? '09:00'),
    closes: clockControl(closes ?? '13:00'),
  });
}

export function pointForm(start: PickupPointDraft = FIRST) {
  return new FormGroup({
    name: nameControl(start.name),
    journeyMinutes: new NumberControl(start.journeyMinutes, JOURNEY_MINUTES),
    slotMinutes: new NumberControl(start.slotMinutes, SLOT_MINUTES),
    slotBoxes: new NumberControl(start.slotBoxes, SLOT_BOXES, { isOptional: true }),
    hours: new FormArray(start.hours.map(({ weekday, opens, closes }) => hoursForm(weekday, opens, closes))),
    exceptions: new FormArray(
      start.exceptions.map(({ date, opens, closes }) => exceptionForm(date, opens, closes)),
    ),
  });
}

/** What the form says, as the API takes it. */
export function pointDraftOf({ controls: c }: PointForm): PickupPointDraft {
  return {
    name: c.name.value.trim(),
    journeyMinutes: c.journeyMinutes.number,
    slotMinutes: c.slotMinutes.number,
    slotBoxes: c.slotBoxes.value,
    hours: c.hours.controls.map(({ controls: span }) => ({
      weekday: Number(span.weekday.value),
      opens: clockOf(span.opens.value) ?? '',
      closes: clockOf(span.closes.value) ?? '',
    })),
    exceptions: c.exceptions.controls.map(({ controls: day }) => {
      const isOpen = day.kind.value === 'open';
      return {
        date: day.date.value,
        opens: isOpen ? clockOf(day.opens.value) : null,
        closes: isOpen ? clockOf(day.closes.value) : null,
      };
    }),
  };
}

/** The weekday after the last one that has hours, to go on with. */
export function nextWeekday({ controls }: PointForm['controls']['hours']): number {
  const last = Number(controls.at(-1)?.controls.weekday.value ?? 7);
  return (last % 7) + 1;
}
