import { FormArray, FormControl, FormGroup } from '@angular/forms';
import { JOURNEY_MINUTES, SLOT_BOXES, SLOT_MINUTES, type PickupPointDraft } from '@alnage/contract';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl } from '../shared/forms/text-field';
import { clockControl, clockOf, dateControl, inWeekOrder, weekdayControl } from './hours-form';

export type PointForm = ReturnType<typeof pointForm>;

const FIRST: PickupPointDraft = {
  name: '',
  journeyMinutes: 0,
  hours: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, opens: '09:00', closes: '17:00' })),
  exceptions: [],
  slotMinutes: 30,
  slotBoxes: null,
};

export function hoursForm(weekday: number, opens = '09:00', closes = '17:00') {
  return new FormGroup({
    weekday: weekdayControl(weekday),
    opens: clockControl(opens),
    closes: clockControl(closes),
  });
}

/** A date with hours of its own, or shut. */
export function exceptionForm(date = '', opens: string | null = null, closes: string | null = null) {
  return new FormGroup({
    date: dateControl(date),
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
    hours: new FormArray(
      inWeekOrder(start.hours).map(({ weekday, opens, closes }) => hoursForm(weekday, opens, closes)),
    ),
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
