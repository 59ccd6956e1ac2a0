import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { FormArray, FormControl, FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { BoxDraft } from '@alnage/contract';
import { MINOR } from '@alnage/core';
import { Store } from '@ngrx/store';
import { nameControl, NameField } from '../../shared/forms/name-field';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordBar } from '../../shared/forms/record-bar';
import { RecordForm } from '../../shared/forms/record-form';
import { workshopFeature } from '../../state/workshop.state';

const BOX_PIECES = { min: 1, max: 500, isInteger: true } as const;
const PACKING_SECONDS = { min: 0, max: 3600, isInteger: true } as const;

type BoxForm = ReturnType<typeof boxForm>;

function contentForm(piece = '', pieces: number | null = 6) {
  return new FormGroup({
    piece: new FormControl(piece, { nonNullable: true, validators: [Validators.required] }),
    pieces: new NumberControl(pieces, BOX_PIECES),
  });
}

const FIRST: BoxDraft = { name: '', contents: [], boxMinor: 0, packingSeconds: 60, priceMinor: null };

function boxForm({ name, contents, boxMinor, packingSeconds, priceMinor }: BoxDraft = FIRST) {
  const lines = contents.map(({ piece, pieces }) => contentForm(piece, pieces));
  return new FormGroup({
    name: nameControl(name),
    contents: new FormArray(lines.length > 0 ? lines : [contentForm()]),
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
    boxMinor: c.boxMinor.number,
    packingSeconds: c.packingSeconds.number,
    priceMinor: c.priceMinor.value,
  };
}

/** A box: what is in it, what it costs itself, how long packing takes, and the price asked. */
@Component({
  selector: 'al-box-editor',
  imports: [
    ReactiveFormsModule,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    NameField,
    QuantityField,
    RecordBar,
  ],
  template: `
    @if (record.form(); as form) {
      <form [formGroup]="form" (ngSubmit)="record.save()" [attr.aria-label]="id() ? 'Change box' : 'New box'">
        <h2>{{ id() ? 'Change ' + form.controls.name.value : 'New box' }}</h2>
        <div class="row">
          <al-name class="wide" [control]="form.controls.name" [errors]="record.errors('/name')" />
          <al-quantity label="The box itself" quantity="money" [control]="form.controls.boxMinor" />
          <al-quantity label="Packing takes" unit="s" [control]="form.controls.packingSeconds" />
          <al-quantity label="Asked for it" quantity="money" [control]="form.controls.priceMinor" />
        </div>
        <fieldset class="lines">
          <legend>In it</legend>
          @for (line of form.controls.contents.controls; track $index; let index = $index) {
            <div class="row" [formGroup]="line">
              <al-quantity
                label="Pieces"
                [control]="line.controls.pieces"
                [errors]="record.errors('/contents/' + index + '/pieces')"
              />
              <mat-form-field>
                <mat-label>Of which piece</mat-label>
                <select matNativeControl formControlName="piece">
                  <option value="" disabled hidden></option>
                  @for (piece of pieces(); track piece.id) {
                    <option [value]="piece.id">{{ piece.name }}</option>
                  }
                </select>
                @if (line.controls.piece.touched && line.controls.piece.invalid) {
                  <mat-error>Choose a piece.</mat-error>
                }
                @for (text of record.errors('/contents/' + index + '/piece'); track text) {
                  <mat-hint class="over" role="alert">{{ text }}</mat-hint>
                }
              </mat-form-field>
              <button
                matButton="outlined"
                type="button"
                [attr.aria-label]="'Remove line ' + (index + 1)"
                [disabled]="form.controls.contents.length === 1"
                (click)="form.controls.contents.removeAt(index)"
              >
                Remove
              </button>
            </div>
          }
          <button
            matButton="outlined"
            type="button"
            [disabled]="form.controls.contents.length >= 20"
            (click)="addLine(form)"
          >
            Add a line
          </button>
        </fieldset>
        @if (record.draft(); as draft) {
          <al-record-bar
            [verb]="id() ? 'Save the box' : 'Keep the box'"
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
export class BoxEditor {
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();

  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly record = new RecordForm<BoxForm, BoxDraft>(
    {
      path: 'boxes',
      fill: (id) => boxForm(this.find(id) ?? undefined),
      draftOf: boxDraftOf,
      done: (id) => this.done.emit(id),
    },
    this.id,
    (id) => this.find(id),
  );

  protected addLine(form: BoxForm): void {
    form.controls.contents.push(contentForm());
  }

  protected readonly isTold = (pointer: string): boolean =>
    pointer === '/name' || /^\/contents\/\d+\//.test(pointer);

  private find(id: string | null) {
    return this.workshop()?.boxes.find((box) => box.id === id) ?? null;
  }
}
