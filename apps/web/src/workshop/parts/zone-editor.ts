import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { FormGroup } from '@angular/forms';
import { ZONE_TRAYS, type ZoneDraft, type ZoneView } from '@alnage/contract';
import { ZONE_CELSIUS } from '@alnage/core/temper';
import { Store } from '@ngrx/store';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { nameControl, TextField } from '../../shared/forms/text-field';
import { workshopFeature } from '../../state/workshop.state';

type ZoneForm = ReturnType<typeof zoneForm>;

const FIRST: ZoneDraft = { name: '', trays: 12 };

function zoneForm({ name, trays, celsius = null }: ZoneDraft = FIRST) {
  return new FormGroup({
    name: nameControl(name),
    trays: new NumberControl(trays, { min: 0, max: ZONE_TRAYS, isInteger: true }),
    celsius: new NumberControl(celsius, ZONE_CELSIUS, { isOptional: true }),
  });
}

/** A shelf, rack or cold space, counted in trays. */
@Component({
  selector: 'al-zone-editor',
  imports: [TextField, QuantityField, RecordEditor],
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
        </div>
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
      }),
      done: (id) => this.done.emit(id),
    },
    this.id,
  );
}
