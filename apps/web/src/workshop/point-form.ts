import { FormArray, FormControl, FormGroup } from '@angular/forms';
import {
  JOURNEY_MINUTES,
  SLOT_BOXES,
  SLOT_MINUTES,
  type PickupPointDraft,
  type Sending,
} from '@alnage/contract';
import { PARCEL_GRAMS, WAY_CELSIUS } from '@alnage/core/ordering';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl } from '../shared/forms/text-field';
import { supplyLinesForm, supplyLinesOf } from '../shared/larder/supply-lines';
import {
  clockControl,
  clockOf,
  dateControl,
  inWeekOrder,
  weekdayChoices,
  weekdayControl,
} from './hours-form';

export type PointForm = ReturnType<typeof pointForm>;

const FIRST: PickupPointDraft = {
  name: '',
  journeyMinutes: 0,
  hours: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, opens: '09:00', closes: '17:00' })),
  exceptions: [],
  slotMinutes: 30,
  slotBoxes: null,
  sending: null,
};

/** A parcel as it begins: a mild way, no ice. */
const FIRST_SENDING: Sending = {
  ...{ usualCelsius: 18, days: [], isIced: false, parcelGrams: 200, supplies: [] },
};

/** How warm it is on one day of the way. */
export function wayDayForm(date = '', celsius: number | null = null) {
  return new FormGroup({ date: dateControl(date), celsius: new NumberControl(celsius, WAY_CELSIUS) });
}

function sendingControls(sending: Sending | null) {
  const { usualCelsius, days, isIced, parcelGrams, supplies, collectsOn } = sending ?? FIRST_SENDING;
  const tick = (value: boolean) => new FormControl(value, { nonNullable: true });
  return {
    isSent: tick(sending !== null),
    usualCelsius: new NumberControl(usualCelsius, WAY_CELSIUS),
    wayDays: new FormArray(days.map(({ date, celsius }) => wayDayForm(date, celsius))),
    isIced: tick(isIced),
    parcelGrams: new NumberControl(parcelGrams, PARCEL_GRAMS),
    supplies: supplyLinesForm(supplies),
    collectsOn: new FormControl<readonly string[]>(
      collectsOn?.map(String) ?? weekdayChoices().map(({ id }) => id),
      { nonNullable: true },
    ),
  };
}

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
    wayCelsius: new NumberControl(start.wayCelsius ?? null, WAY_CELSIUS, { isOptional: true }),
    slotMinutes: new NumberControl(start.slotMinutes, SLOT_MINUTES),
    slotBoxes: new NumberControl(start.slotBoxes, SLOT_BOXES, { isOptional: true }),
    ...sendingControls(start.sending ?? null),
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
    ...(!c.isSent.value && c.wayCelsius.value !== null && { wayCelsius: c.wayCelsius.value }),
    slotMinutes: c.slotMinutes.number,
    slotBoxes: c.slotBoxes.value,
    sending: sendingOf(c),
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

function sendingOf(c: PointForm['controls']): Sending | null {
  if (!c.isSent.value) return null;
  return {
    usualCelsius: c.usualCelsius.number,
    days: c.wayDays.controls.map(({ controls: { date, celsius } }) => ({
      ...{ date: date.value, celsius: celsius.number },
    })),
    isIced: c.isIced.value,
    parcelGrams: c.parcelGrams.number,
    supplies: supplyLinesOf(c.supplies),
    // ticked all or none: on every day
    ...(c.collectsOn.value.length % 7 > 0 && { collectsOn: c.collectsOn.value.map(Number).sort() }),
  };
}

/** What belongs to a parcel counts only where orders are sent: nothing that is not shown is in the way of saving. */
export function fitSending({ controls: c }: PointForm): void {
  for (const control of [c.usualCelsius, c.parcelGrams, c.wayDays, c.supplies, c.collectsOn])
    if (c.isSent.value !== control.enabled) {
      if (c.isSent.value) control.enable({ emitEvent: false });
      else control.disable({ emitEvent: false });
    }
}
