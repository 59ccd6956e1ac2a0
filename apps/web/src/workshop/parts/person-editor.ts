import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ABSENCES_MOST, SHIFTS_MOST, WEEK_MOST, type Person, type PersonDraft } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { DateField } from '../../shared/forms/date-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { TextField } from '../../shared/forms/text-field';
import { TicksField } from '../../shared/forms/ticks-field';
import { knownSkills } from '../../shared/skills';
import { workshopFeature } from '../../state/workshop.state';
import { HoursFields } from './hours-fields';
import { WeekRows } from './week-rows';
import { absenceForm, personDraftOf, personForm, shiftForm, weekForm, type PersonForm } from '../person-form';

/** Somebody of the crew: what they can do, how fast, their week, the dates that differ, and when they are away. */
@Component({
  selector: 'al-person-editor',
  imports: [
    DateField,
    HoursFields,
    QuantityField,
    RecordEditor,
    RowsField,
    RowTemplate,
    TextField,
    TicksField,
    WeekRows,
  ],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record">
        <div class="row">
          <al-text class="wide" [control]="form.controls.name" at="/name" />
          <al-quantity
            label="Takes, of the standard time"
            unit="%"
            [control]="form.controls.pace"
            at="/pace"
          />
        </div>
        <al-ticks legend="Can do" [choices]="skills()" [control]="form.controls.skills" />
        <al-week-rows
          legend="Every week"
          from="starts"
          to="ends"
          at="/week"
          [most]="WEEK_MOST"
          [names]="NAMES"
          [days]="form.controls.week"
          (added)="form.controls.week.push(weekForm($event))"
        />
        <al-rows
          legend="Dates that differ: these hours replace the week’s"
          thing="shift"
          [most]="SHIFTS_MOST"
          (added)="form.controls.shifts.push(shiftForm(nextDay(form)))"
        >
          <ng-template [alRow]="form.controls.shifts" let-span let-index="index">
            <al-date label="Date" [control]="span.controls.day" [at]="'/shifts/' + index + '/day'" />
            <al-hours
              [names]="NAMES"
              [from]="span.controls.starts"
              [to]="span.controls.ends"
              [at]="['/shifts/' + index + '/starts', '/shifts/' + index + '/ends']"
            />
          </ng-template>
        </al-rows>
        <al-rows
          legend="Away"
          thing="absence"
          [most]="ABSENCES_MOST"
          (added)="form.controls.absences.push(absenceForm(firstDay()))"
        >
          <ng-template [alRow]="form.controls.absences" let-away let-index="index">
            <al-date label="First day" [control]="away.controls.from" [at]="'/absences/' + index + '/from'" />
            <al-date label="Last day" [control]="away.controls.to" [at]="'/absences/' + index + '/to'" />
            <al-text class="wide" label="Why" [control]="away.controls.why" />
          </ng-template>
        </al-rows>
      </al-record-editor>
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PersonEditor {
  /** The person to change; null for a new one. */
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly WEEK_MOST = WEEK_MOST;
  protected readonly SHIFTS_MOST = SHIFTS_MOST;
  protected readonly ABSENCES_MOST = ABSENCES_MOST;
  protected readonly weekForm = weekForm;
  protected readonly shiftForm = shiftForm;
  protected readonly absenceForm = absenceForm;
  protected readonly NAMES = ['From', 'To'] as const;
  protected readonly skills = computed(() =>
    knownSkills(this.pieces(), this.workshop()?.people ?? []).map((id) => ({ id, name: id })),
  );
  protected readonly firstDay = computed(() => this.workshop()?.season?.days[0]?.date ?? '');
  protected readonly record = new RecordForm<Person, PersonForm, PersonDraft>(
    {
      path: 'people',
      thing: 'person',
      records: () => this.workshop()?.people ?? [],
      form: personForm,
      draftOf: personDraftOf,
      done: (id) => this.done.emit(id),
    },
    this.id,
  );

  /** The day of the last shift, or the season’s first. */
  protected nextDay({ controls }: PersonForm): string {
    return controls.shifts.controls.at(-1)?.controls.day.value || this.firstDay();
  }
}
