import { FormArray, FormControl, FormGroup } from '@angular/forms';
import { ABSENCE_NOTE_LENGTH, PACE_PERCENT, type PersonDraft } from '@alnage/contract';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl, textControl } from '../shared/forms/text-field';
import { clockControl, clockOf, dateControl, inWeekOrder, weekdayControl } from './hours-form';

export type PersonForm = ReturnType<typeof personForm>;

const FIRST: PersonDraft = {
  name: '',
  pace: 100,
  skills: [],
  week: [],
  shifts: [],
  absences: [],
};

export function weekForm(weekday: number, starts = '08:00', ends = '16:00') {
  return new FormGroup({
    weekday: weekdayControl(weekday),
    starts: clockControl(starts),
    ends: clockControl(ends),
  });
}

export function shiftForm(day = '', starts = '08:00', ends = '16:00') {
  return new FormGroup({ day: dateControl(day), starts: clockControl(starts), ends: clockControl(ends) });
}

export function absenceForm(from = '', to = from, why = '') {
  return new FormGroup({
    from: dateControl(from),
    to: dateControl(to),
    why: textControl(why, ABSENCE_NOTE_LENGTH),
  });
}

export function personForm(start: PersonDraft = FIRST) {
  return new FormGroup({
    name: nameControl(start.name),
    pace: new NumberControl(start.pace, PACE_PERCENT),
    skills: new FormControl<readonly string[]>(start.skills, { nonNullable: true }),
    week: new FormArray(
      inWeekOrder(start.week).map(({ weekday, starts, ends }) => weekForm(weekday, starts, ends)),
    ),
    shifts: new FormArray(start.shifts.map(({ day, starts, ends }) => shiftForm(day, starts, ends))),
    absences: new FormArray(start.absences.map(({ from, to, why }) => absenceForm(from, to, why))),
  });
}

/** What the form says, as the API takes it. */
export function personDraftOf({ controls: c }: PersonForm): PersonDraft {
  const hours = (span: { starts: FormControl<string>; ends: FormControl<string> }) => ({
    starts: clockOf(span.starts.value) ?? '',
    ends: clockOf(span.ends.value) ?? '',
  });
  return {
    name: c.name.value.trim(),
    pace: c.pace.number,
    skills: [...c.skills.value],
    week: c.week.controls.map(({ controls: span }) => ({
      weekday: Number(span.weekday.value),
      ...hours(span),
    })),
    shifts: c.shifts.controls.map(({ controls: span }) => ({ day: span.day.value, ...hours(span) })),
    absences: c.absences.controls.map(({ controls: away }) => ({
      from: away.from.value,
      to: away.to.value,
      why: away.why.value.trim(),
    })),
  };
}
