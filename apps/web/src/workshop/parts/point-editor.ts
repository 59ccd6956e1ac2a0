import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import {
  EXCEPTIONS_MOST,
  HOURS_MOST,
  WAY_DAYS_MOST,
  type PickupPoint,
  type PickupPointDraft,
} from '@alnage/contract';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { DateField } from '../../shared/forms/date-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { FileChoice } from '../../shared/forms/file-choice';
import { counted } from '../../shared/formats/formats';
import { forecastOf } from '../forecast-file';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { TextField } from '../../shared/forms/text-field';
import { TicksField } from '../../shared/forms/ticks-field';
import { SupplyLines } from '../../shared/larder/supply-lines';
import { workshopFeature } from '../../state/workshop.state';
import {
  exceptionForm,
  fitSending,
  hoursForm,
  pointDraftOf,
  pointForm,
  wayDayForm,
  type PointForm,
} from '../point-form';
import { weekdayChoices } from '../hours-form';
import { HoursFields } from './hours-fields';
import { WeekRows } from './week-rows';

/** A pickup point: its opening hours, the days that differ, how far it is, and what a slot hands over. */
@Component({
  selector: 'al-point-editor',
  imports: [
    ReactiveFormsModule,
    MatCheckboxModule,
    SupplyLines,
    DateField,
    ChoiceField,
    FileChoice,
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
          @if (form.controls.isSent.value) {
            <al-quantity
              label="On its way"
              quantity="hours"
              [control]="form.controls.journeyMinutes"
              at="/journeyMinutes"
            />
          } @else {
            <al-quantity
              label="Journey there"
              unit="min"
              [control]="form.controls.journeyMinutes"
              at="/journeyMinutes"
            />
            <al-quantity
              label="Warm on the way"
              quantity="temperature"
              [control]="form.controls.wayCelsius"
              at="/wayCelsius"
            />
          }
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
        <div class="row">
          <mat-checkbox [formControl]="form.controls.isSent"
            >orders are sent from here, by post or courier</mat-checkbox
          >
        </div>
        @if (form.controls.isSent.value) {
          <p class="note">
            An order’s hour is when it arrives; it leaves the shop as long before as it is on its way. What
            would be too warm on one of these days, or never goes by post, is not promised for then. Figures
            are the shop’s own, as planning aids: local food law decides what may be sent.
          </p>
          <div class="row">
            <al-quantity
              label="Warmest, usually"
              quantity="temperature"
              [control]="form.controls.usualCelsius"
              at="/sending/usualCelsius"
            />
            <al-quantity
              label="Parcel, empty"
              quantity="mass"
              [control]="form.controls.parcelGrams"
              at="/sending/parcelGrams"
            />
            <mat-checkbox [formControl]="form.controls.isIced">with an ice pack, insulated</mat-checkbox>
          </div>
          <al-ticks
            legend="The carrier collects on"
            [choices]="weekdays"
            [control]="form.controls.collectsOn"
          />
          <al-rows
            legend="Days that are forecast otherwise"
            thing="day"
            [most]="WAY_DAYS_MOST"
            (added)="form.controls.wayDays.push(wayDayForm(firstDay()))"
          >
            <ng-template [alRow]="form.controls.wayDays" let-day let-index="index">
              <al-date label="Date" [control]="day.controls.date" [at]="'/sending/days/' + index + '/date'" />
              <al-quantity
                label="Warmest then"
                quantity="temperature"
                [control]="day.controls.celsius"
                [at]="'/sending/days/' + index + '/celsius'"
              />
            </ng-template>
          </al-rows>
          <al-file
            label="A forecast, as CSV with date and celsius"
            accept=".csv,text/csv"
            (picked)="takeForecast(form, $event)"
          />
          @if (forecast(); as told) {
            <p class="note" [class.over]="told.isWrong" role="status">{{ told.text }}</p>
          }
          <al-supply-lines legend="One parcel takes" at="/sending" [lines]="form.controls.supplies" />
        }
        <al-week-rows
          [legend]="form.controls.isSent.value ? 'Brought every week' : 'Open every week'"
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
  /** What became of a forecast that was taken last. */
  protected readonly forecast = signal<{ readonly text: string; readonly isWrong: boolean } | null>(null);

  /** Days of a forecast stand in place of those that were there of the same date; none is lost where it cannot be read. */
  protected async takeForecast(form: PointForm, file: File): Promise<void> {
    const read = await forecastOf(await file.text());
    if (typeof read === 'string') return this.forecast.set({ text: read, isWrong: true });
    const { wayDays } = form.controls;
    const dates = new Set(read.map(({ date }) => date));
    const kept = wayDays.controls.filter(({ controls }) => !dates.has(controls.date.value));
    const all = [...kept, ...read.map(({ date, celsius }) => wayDayForm(date, celsius))];
    const most = all
      .sort((a, b) => (a.controls.date.value < b.controls.date.value ? -1 : 1))
      .slice(-WAY_DAYS_MOST);
    wayDays.clear({ emitEvent: false });
    for (const day of most) wayDays.push(day, { emitEvent: false });
    wayDays.updateValueAndValidity();
    form.markAsDirty();
    this.forecast.set({ text: `${counted(read.length, 'day')} taken from the forecast.`, isWrong: false });
  }

  /** The pickup point to change; null for a new one. */
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly HOURS_MOST = HOURS_MOST;
  protected readonly EXCEPTIONS_MOST = EXCEPTIONS_MOST;
  protected readonly kinds = choicesOf({ shut: 'shut', open: 'open, at' });
  protected readonly weekdays = weekdayChoices();
  protected readonly hoursForm = hoursForm;
  protected readonly exceptionForm = exceptionForm;
  protected readonly wayDayForm = wayDayForm;
  protected readonly WAY_DAYS_MOST = WAY_DAYS_MOST;
  protected readonly NAMES = ['Opens', 'Closes'] as const;
  protected readonly firstDay = computed(() => this.workshop()?.season?.days[0]?.date ?? '');
  protected readonly record = new RecordForm<PickupPoint, PointForm, PickupPointDraft>(
    {
      path: 'points',
      thing: 'pickup point',
      records: () => this.workshop()?.pickupPoints ?? [],
      form: (point) => fitted(pointForm(point)),
      draftOf: pointDraftOf,
      done: (id) => this.done.emit(id),
    },
    this.id,
  );
}

/** Keeps what belongs to a parcel in step with whether there is one. */
function fitted(form: PointForm): PointForm {
  fitSending(form);
  form.controls.isSent.valueChanges.subscribe(() => fitSending(form));
  return form;
}
