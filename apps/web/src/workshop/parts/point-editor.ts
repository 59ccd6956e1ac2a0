import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { EXCEPTIONS_MOST, HOURS_MOST, type PickupPointDraft, type PickupPoint } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { DateField } from '../../shared/forms/date-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { TextField } from '../../shared/forms/text-field';
import { workshopFeature } from '../../state/workshop.state';
import { exceptionForm, hoursForm, pointDraftOf, pointForm, type PointForm } from '../point-form';
import { HoursFields } from './hours-fields';
import { WeekRows } from './week-rows';

/** A pickup point: its opening hours, the days that differ, how far it is, and what a slot hands over. */
@Component({
  selector: 'al-point-editor',
  imports: [
    DateField,
    ChoiceField,
    HoursFields,
    QuantityField,
    RecordEditor,
    RowsField,
    RowTemplate,
    TextField,
    WeekRows,
  ],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record">
        <div class="row">
          <al-text class="wide" [control]="form.controls.name" at="/name" />
          <al-quantity
            label="Journey there"
            unit="min"
            [control]="form.controls.journeyMinutes"
            at="/journeyMinutes"
          />
          <al-quantity
            label="A slot lasts"
            unit="min"
            [control]="form.controls.slotMinutes"
            at="/slotMinutes"
          />
          <al-quantity
            label="It hands over"
            unit="boxes"
            [control]="form.controls.slotBoxes"
            at="/slotBoxes"
          />
        </div>
        <al-week-rows
          legend="Open every week"
          from="opens"
          to="closes"
          at="/hours"
          [most]="HOURS_MOST"
          [names]="NAMES"
          [days]="form.controls.hours"
          (added)="form.controls.hours.push(hoursForm($event))"
        />
        <al-rows
          legend="Dates that differ"
          thing="date"
          [most]="EXCEPTIONS_MOST"
          (added)="form.controls.exceptions.push(exceptionForm(firstDay()))"
        >
          <ng-template [alRow]="form.controls.exceptions" let-day let-index="index">
            <al-date label="Date" [control]="day.controls.date" [at]="'/exceptions/' + index + '/date'" />
            <al-choice class="narrow" label="It is" [control]="day.controls.kind" [choices]="kinds" />
            @if (day.controls.kind.value === 'open') {
              <al-hours
                [names]="NAMES"
                [from]="day.controls.opens"
                [to]="day.controls.closes"
                [at]="['/exceptions/' + index + '/opens', '/exceptions/' + index + '/closes']"
              />
            }
          </ng-template>
        </al-rows>
      </al-record-editor>
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointEditor {
  /** The pickup point to change; null for a new one. */
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly HOURS_MOST = HOURS_MOST;
  protected readonly EXCEPTIONS_MOST = EXCEPTIONS_MOST;
  protected readonly kinds = choicesOf({ shut: 'shut', open: 'open, at' });
  protected readonly hoursForm = hoursForm;
  protected readonly exceptionForm = exceptionForm;
  protected readonly NAMES = ['Opens', 'Closes'] as const;
  protected readonly firstDay = computed(() => this.workshop()?.season?.days[0]?.date ?? '');
  protected readonly record = new RecordForm<PickupPoint, PointForm, PickupPointDraft>(
    {
      path: 'points',
      thing: 'pickup point',
      records: () => this.workshop()?.pickupPoints ?? [],
      form: pointForm,
      draftOf: pointDraftOf,
      done: (id) => this.done.emit(id),
    },
    this.id,
  );
}
