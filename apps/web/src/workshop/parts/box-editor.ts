import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import {
  BOX_LINES_MOST,
  BOX_PIECES,
  NET_GRAMS,
  PACKING_SECONDS,
  type BoxDraft,
  type Box,
} from '@alnage/contract';
import { centreGramsOf, pieceCoat } from '@alnage/core/coating';
import { MINOR } from '@alnage/core/pricing';
import { piecesOfWeight } from '@alnage/core/units';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { counted, mass, pieceMass } from '../../shared/formats/formats';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { nameControl, TextField } from '../../shared/forms/text-field';
import { TicksField } from '../../shared/forms/ticks-field';
import { SupplyLines, supplyLinesForm, supplyLinesOf } from '../../shared/larder/supply-lines';
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
  depositMinor: 0,
  netGrams: null,
  supplies: [],
};

function boxForm(start: BoxDraft = FIRST) {
  const { name, contents, among, boxMinor, packingSeconds, priceMinor } = start;
  const lines = contents.map(({ piece, pieces }) => contentForm(piece, pieces));
  return new FormGroup({
    name: nameControl(name),
    contents: new FormArray(lines.length > 0 ? lines : [contentForm()]),
    among: new FormControl<readonly string[]>(among, { nonNullable: true }),
    boxMinor: new NumberControl(boxMinor, MINOR),
    packingSeconds: new NumberControl(packingSeconds, PACKING_SECONDS),
    priceMinor: new NumberControl(priceMinor, MINOR, { isOptional: true }),
    depositMinor: new NumberControl(start.depositMinor, MINOR),
    netGrams: new NumberControl(start.netGrams, NET_GRAMS, { isOptional: true }),
    supplies: supplyLinesForm(start.supplies),
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
    depositMinor: c.depositMinor.number,
    netGrams: c.netGrams.value,
    supplies: supplyLinesOf(c.supplies),
  };
}

/** A box: what is in it, what it costs itself, how long packing takes, and the price asked. */
@Component({
  selector: 'al-box-editor',
  imports: [
    MatButtonModule,
    ChoiceField,
    QuantityField,
    RecordEditor,
    RowsField,
    RowTemplate,
    SupplyLines,
    TextField,
    TicksField,
  ],
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
          <al-quantity
            label="Deposit when ordered"
            quantity="money"
            [control]="form.controls.depositMinor"
            at="/depositMinor"
          />
          <al-quantity
            label="Sold by weight, at least"
            quantity="mass"
            [control]="form.controls.netGrams"
            at="/netGrams"
          />
        </div>
        @if (weight(); as told) {
          <p class="soft">
            {{ told.text }}
            @if (told.wanted) {
              <button matButton="outlined" type="button" (click)="take(form, told.wanted)">
                Take {{ told.wanted }}
              </button>
            }
          </p>
        }
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
              class="wide"
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
        <al-supply-lines legend="What one takes of the larder" [lines]="form.controls.supplies" />
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

  private readonly dippery = this.store.selectSignal(workshopFeature.selectDippery);
  /** What a bag sold by weight has to hold, and how that stands to what is in it. */
  protected readonly weight = computed(() => {
    const draft = this.record.draft();
    const [line, ...others] = draft?.contents ?? [];
    const piece = this.pieces().find(({ id }) => id === line?.piece);
    if (!draft?.netGrams) return null;
    if (!piece || others.length > 0) return { text: 'Sold by weight it holds one kind of piece.', wanted: 0 };
    const grams = centreGramsOf(piece.form) + pieceCoat(piece, this.dippery()).totalGrams;
    const wanted = piecesOfWeight(draft.netGrams, grams);
    return {
      text: `${mass(draft.netGrams)} at ${pieceMass(grams)} a piece are ${counted(wanted, 'piece')}.`,
      wanted: line?.pieces === wanted ? 0 : wanted,
    };
  });

  /** Puts in as many pieces as the weight needs. */
  protected take({ controls }: BoxForm, pieces: number): void {
    controls.contents.controls[0]?.controls.pieces.setValue(pieces);
  }
}
