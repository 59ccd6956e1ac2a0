import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import { BOX_LINES_MOST, BOX_PIECES, PACKING_SECONDS, type BoxDraft, type Box } from '@alnage/contract';
import { MINOR } from '@alnage/core';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { nameControl, TextField } from '../../shared/forms/text-field';
import { TicksField } from '../../shared/forms/ticks-field';
import { workshopFeature } from '../../state/workshop.state';

type BoxForm = ReturnType<typeof boxForm>;

function contentForm(piece = '', pieces: number | null = 6) {
  return new FormGroup({
    piece: new FormControl(piece, { nonNullable: true, validators: [Validators.required] }),
    pieces: new NumberControl(pieces, BOX_PIECES),
  });
}

const FIRST: BoxDraft = {
  name: '',
  contents: [],
  among: [],
  boxMinor: 0,
  packingSeconds: 60,
  priceMinor: null,
};

function boxForm({ name, contents, among, boxMinor, packingSeconds, priceMinor }: BoxDraft = FIRST) {
  const lines = contents.map(({ piece, pieces }) => contentForm(piece, pieces));
  return new FormGroup({
    name: nameControl(name),
    contents: new FormArray(lines.length > 0 ? lines : [contentForm()]),
    among: new FormControl<readonly string[]>(among, { nonNullable: true }),
    boxMinor: new NumberControl(boxMinor, MINOR),
    packingSeconds: new NumberControl(packingSeconds, PACKING_SECONDS),
    priceMinor: new NumberControl(priceMinor, MINOR, { isOptional: true }),
  });
}

function boxDraftOf({ controls: c }: BoxForm): BoxDraft {
  return {
    name: c.name.value.trim(),
    contents: c.contents.controls.map(({ controls }) => ({
      piece: controls.piece.value,
      pieces: controls.pieces.number,
    })),
    among: [...c.among.value],
    boxMinor: c.boxMinor.number,
    packingSeconds: c.packingSeconds.number,
    priceMinor: c.priceMinor.value,
  };
}

/** A box: what is in it, what it costs itself, how long packing takes, and the price asked. */
@Component({
  selector: 'al-box-editor',
  imports: [ChoiceField, QuantityField, RecordEditor, RowsField, RowTemplate, TextField, TicksField],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record">
        <div class="row">
          <al-text class="wide" [control]="form.controls.name" at="/name" />
          <al-quantity
            label="The box itself"
            quantity="money"
            [control]="form.controls.boxMinor"
            at="/boxMinor"
          />
          <al-quantity
            label="Packing takes"
            unit="s"
            [control]="form.controls.packingSeconds"
            at="/packingSeconds"
          />
          <al-quantity
            label="Asked for it"
            quantity="money"
            [control]="form.controls.priceMinor"
            at="/priceMinor"
          />
        </div>
        <al-rows
          legend="In it"
          thing="line"
          [least]="1"
          [most]="BOX_LINES_MOST"
          (added)="form.controls.contents.push(contentForm())"
        >
          <ng-template [alRow]="form.controls.contents" let-line let-index="index">
            <al-quantity
              label="Pieces"
              [control]="line.controls.pieces"
              [at]="'/contents/' + index + '/pieces'"
            />
            <al-choice
              label="Of which piece"
              wanted="Choose a piece."
              [control]="line.controls.piece"
              [choices]="pieces()"
              [at]="'/contents/' + index + '/piece'"
            />
          </ng-template>
        </al-rows>
        <al-ticks
          legend="Whoever orders may fill it with, as many in all; none: it is as it is"
          [choices]="pieces()"
          [control]="form.controls.among"
        />
      </al-record-editor>
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BoxEditor {
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  protected readonly BOX_LINES_MOST = BOX_LINES_MOST;
  protected readonly contentForm = contentForm;
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly record = new RecordForm<Box, BoxForm, BoxDraft>(
    {
      path: 'boxes',
      thing: 'box',
      records: () => this.workshop()?.boxes ?? [],
      form: boxForm,
      draftOf: boxDraftOf,
      done: (id) => this.done.emit(id),
    },
    this.id,
  );
}
