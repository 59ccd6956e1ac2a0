import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { FormArray, FormGroup } from '@angular/forms';
import { ZONE_TIMES_MOST, ZONE_TRAYS, type ZoneDraft, type ZoneView } from '@alnage/contract';
import { HUMIDITY, ZONE_CELSIUS } from '@alnage/core/temper';
import { Store } from '@ngrx/store';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { nameControl, TextField } from '../../shared/forms/text-field';
import { DateField } from '../../shared/forms/date-field';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { workshopFeature } from '../../state/workshop.state';
import { clockControl, clockOf, dateControl } from '../hours-form';

type ZoneForm = ReturnType<typeof zoneForm>;

const FIRST: ZoneDraft = { name: '', trays: 12 };

const [DAY_BEGINS, DAY_ENDS] = ['07:00', '19:00'];

/** From when to when it is there. */
function timeForm(from: string, until: string) {
  return new FormGroup({
    fromDay: dateControl(from.slice(0, 10)),
    from: clockControl(from.slice(11)),
    untilDay: dateControl(until.slice(0, 10)),
    until: clockControl(until.slice(11)),
  });
}

function timesOf(times: FormArray<ReturnType<typeof timeForm>>): ZoneDraft['there'] {
  if (times.length === 0) return null;
  return times.controls.map(({ controls: c }) => ({
    from: `${c.fromDay.value}T${clockOf(c.from.value) ?? ''}`,
    until: `${c.untilDay.value}T${clockOf(c.until.value) ?? ''}`,
  }));
}

function zoneForm({ name, trays, celsius = null, humidity = null, there }: ZoneDraft = FIRST) {
  return new FormGroup({
    name: nameControl(name),
    trays: new NumberControl(trays, { min: 0, max: ZONE_TRAYS, isInteger: true }),
    celsius: new NumberControl(celsius, ZONE_CELSIUS, { isOptional: true }),
    humidity: new NumberControl(humidity, HUMIDITY, { isOptional: true }),
    there: new FormArray((there ?? []).map(({ from, until }) => timeForm(from, until))),
  });
}

/** A shelf, rack or cold space, counted in trays. */
@Component({
  selector: 'al-zone-editor',
  imports: [DateField, QuantityField, RecordEditor, RowsField, RowTemplate, TextField],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record">
        <div class="row">
          <al-text class="wide" [control]="form.controls.name" at="/name" />
          <al-quantity label="Room for" unit="trays" [control]="form.controls.trays" at="/trays" />
          <al-quantity
            label="Kept at"
            quantity="temperature"
            [control]="form.controls.celsius"
            at="/celsius"
          />
          <al-quantity label="Humidity" quantity="share" [control]="form.controls.humidity" at="/humidity" />
        </div>
        <al-rows
          legend="It is there only at times; always, where none is said"
          thing="time"
          [most]="ZONE_TIMES_MOST"
          (added)="add(form)"
        >
          <ng-template [alRow]="form.controls.there" let-time let-index="index">
            <al-date label="From" [control]="time.controls.fromDay" [at]="'/there/' + index + '/from'" />
            <al-text
              class="narrow"
              label="at"
              wanted="Give a time, such as 9:00."
              [control]="time.controls.from"
              [at]="'/there/' + index + '/from'"
            />
            <al-date label="Until" [control]="time.controls.untilDay" [at]="'/there/' + index + '/until'" />
            <al-text
              class="narrow"
              label="at"
              wanted="Give a time, such as 18:30."
              [control]="time.controls.until"
              [at]="'/there/' + index + '/until'"
            />
          </ng-template>
        </al-rows>
      </al-record-editor>
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ZoneEditor {
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  protected readonly ZONE_TIMES_MOST = ZONE_TIMES_MOST;
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly record = new RecordForm<ZoneView, ZoneForm, ZoneDraft>(
    {
      path: 'zones',
      thing: 'zone',
      records: () => this.workshop()?.zones ?? [],
      form: zoneForm,
      draftOf: ({ controls }) => ({
        name: controls.name.value.trim(),
        trays: controls.trays.number,
        celsius: controls.celsius.value,
        humidity: controls.humidity.value,
        there: timesOf(controls.there),
      }),
      done: (id) => this.done.emit(id),
    },
    this.id,
  );

  protected add({ controls }: ZoneForm): void {
    const day = this.workshop()?.season?.days[0]?.date ?? '';
    controls.there.push(timeForm(`${day}T${DAY_BEGINS}`, `${day}T${DAY_ENDS}`));
  }
}
