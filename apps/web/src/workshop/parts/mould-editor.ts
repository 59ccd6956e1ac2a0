import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { FormGroup } from '@angular/forms';
import type { Mould, MouldDraft } from '@alnage/contract';
import { MOULD_CAVITIES, MOULD_COUNT } from '@alnage/core/melting';
import { Store } from '@ngrx/store';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { nameControl, TextField } from '../../shared/forms/text-field';
import { workshopFeature } from '../../state/workshop.state';

type MouldForm = ReturnType<typeof mouldForm>;

const FIRST: MouldDraft = { name: '', cavities: 24, count: 1 };

function mouldForm({ name, cavities, count }: MouldDraft = FIRST) {
  return new FormGroup({
    name: nameControl(name),
    cavities: new NumberControl(cavities, MOULD_CAVITIES),
    count: new NumberControl(count, MOULD_COUNT),
  });
}

/** Moulds of one kind: what each casts at once, and how many there are. */
@Component({
  selector: 'al-mould-editor',
  imports: [TextField, QuantityField, RecordEditor],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record">
        <div class="row">
          <al-text class="wide" [control]="form.controls.name" at="/name" />
          <al-quantity label="One casts" unit="pieces" [control]="form.controls.cavities" at="/cavities" />
          <al-quantity label="There are" unit="moulds" [control]="form.controls.count" at="/count" />
        </div>
      </al-record-editor>
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MouldEditor {
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly record = new RecordForm<Mould, MouldForm, MouldDraft>(
    {
      path: 'moulds',
      thing: 'mould',
      records: () => this.workshop()?.moulds ?? [],
      form: mouldForm,
      draftOf: ({ controls }) => ({
        name: controls.name.value.trim(),
        cavities: controls.cavities.number,
        count: controls.count.number,
      }),
      done: (id) => this.done.emit(id),
    },
    this.id,
  );
}
