import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { ZONE_TRAYS, type ZoneDraft } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { nameControl, NameField } from '../../shared/forms/name-field';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordBar } from '../../shared/forms/record-bar';
import { RecordForm } from '../../shared/forms/record-form';
import { workshopFeature } from '../../state/workshop.state';

type ZoneForm = ReturnType<typeof zoneForm>;

const FIRST: ZoneDraft = { name: '', trays: 12 };

function zoneForm({ name, trays }: ZoneDraft = FIRST) {
  return new FormGroup({
    name: nameControl(name),
    trays: new NumberControl(trays, { min: 0, max: ZONE_TRAYS, isInteger: true }),
  });
}

/** A shelf, rack or cold space, counted in trays. */
@Component({
  selector: 'al-zone-editor',
  imports: [ReactiveFormsModule, MatFormFieldModule, MatInputModule, NameField, QuantityField, RecordBar],
  template: `
    @if (record.form(); as form) {
      <form
        [formGroup]="form"
        (ngSubmit)="record.save()"
        [attr.aria-label]="id() ? 'Change zone' : 'New zone'"
      >
        <h2>{{ id() ? 'Change ' + form.controls.name.value : 'New zone' }}</h2>
        <div class="row">
          <al-name class="wide" [control]="form.controls.name" [errors]="record.errors('/name')" />
          <al-quantity
            label="Room for"
            unit="trays"
            [control]="form.controls.trays"
            [errors]="record.errors('/trays')"
          />
        </div>
        @if (record.draft(); as draft) {
          <al-record-bar
            [verb]="id() ? 'Save the zone' : 'Keep the zone'"
            [draft]="draft"
            [isRemovable]="id() !== null"
            [isToldAtField]="isTold"
            (dismissed)="record.reset()"
            (removed)="record.remove()"
          />
        }
      </form>
    }
  `,
  styleUrl: './editor.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ZoneEditor {
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly record = new RecordForm<ZoneForm, ZoneDraft>(
    {
      path: 'zones',
      fill: (id) => zoneForm(this.find(id) ?? undefined),
      draftOf: ({ controls }) => ({ name: controls.name.value.trim(), trays: controls.trays.number }),
      done: (id) => this.done.emit(id),
    },
    this.id,
    (id) => this.find(id),
  );

  protected readonly isTold = (pointer: string): boolean => pointer === '/name' || pointer === '/trays';

  private find(id: string | null) {
    return this.workshop()?.zones.find((zone) => zone.id === id) ?? null;
  }
}
