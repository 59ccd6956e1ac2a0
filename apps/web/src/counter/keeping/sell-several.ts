import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, FormRecord, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import {
  AMOUNT_MINOR,
  CAUSE_LENGTH,
  type Payment,
  type PieceMoveView,
  type PieceMovesDraft,
} from '@alnage/contract';
import { orderPrice } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { take } from 'rxjs';
import { counted } from '../../shared/formats/formats';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import { allergensText } from '../../shared/orders/allergen-words';
import { METHOD_WORDS } from '../../shared/orders/method-words';
import { troubleText } from '../../shared/problem-text';
import { CounterApi } from '../../state/counter-api';
import { troubleOf, type Trouble } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';
import type { BatchRow } from './keeping-rows';

const NONE = 0;

/** A box that is filled from what nobody is to have, out of several batches, and paid for once. */
@Component({
  selector: 'al-sell-several',
  imports: [ChoiceField, MatButtonModule, QuantityField, TextField],
  template: `
    <form novalidate class="card" aria-label="Sell several" (submit)="$event.preventDefault(); save()">
      <h2>Out of several batches</h2>
      <div class="row">
        @for (row of rows(); track row.id; let index = $index) {
          @if (form.controls.pieces.controls[row.id]; as control) {
            <al-quantity
              [label]="row.name + ', batch ' + row.id"
              unit="pieces"
              [control]="control"
              [at]="'/from/' + placeOf(row.id) + '/pieces'"
            />
          }
        }
      </div>
      @if (chosen().length > 0) {
        <p>
          <strong>{{ counted(count(), 'piece') }}.</strong>
          @if (allergens().contains) {
            Contains {{ allergens().contains }}.
          }
          @if (allergens().may) {
            May contain {{ allergens().may }}.
          }
        </p>
      }
      <div class="row">
        <al-quantity
          class="narrow"
          label="Paid"
          quantity="money"
          [control]="form.controls.amountMinor"
          at="/paid/amountMinor"
        />
        <al-choice label="By" [control]="form.controls.method" [choices]="methods" at="/paid/method" />
        <al-text class="wide" label="Sold as" [control]="form.controls.cause" at="/cause" />
      </div>
      @if (nothing()) {
        <p class="note over" role="alert">Say how many of which.</p>
      }
      @if (trouble(); as failed) {
        @if (failed.errors.length === 0) {
          <p class="note over" role="alert">{{ troubleText(failed) }}</p>
        }
      }
      <div class="deeds">
        <button matButton="filled" type="submit" [disabled]="isBusy()">Sell them</button>
        <button matButton="outlined" type="button" (click)="left.emit()">Cancel</button>
      </div>
    </form>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    .deeds {
      display: flex;
      gap: 8px;
      margin-top: 8px;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SellSeveral {
  /** Batches of which nobody is to have some. */
  readonly rows = input.required<readonly BatchRow[]>();
  readonly left = output();
  readonly sold = output<readonly PieceMoveView[]>();

  private readonly api = inject(CounterApi);
  private readonly clashBook = inject(Store).selectSignal(workshopFeature.selectClashBook);
  protected readonly methods = choicesOf(METHOD_WORDS);
  protected readonly form = new FormGroup({
    pieces: new FormRecord<NumberControl>({}),
    amountMinor: new NumberControl(null, AMOUNT_MINOR),
    method: new FormControl<Payment['method']>('cash', { nonNullable: true }),
    cause: new FormControl('Mixed box', {
      nonNullable: true,
      validators: [Validators.maxLength(CAUSE_LENGTH)],
    }),
  });
  protected readonly trouble = signal<Trouble | null>(null);
  protected readonly isBusy = signal(false);
  protected readonly nothing = signal(false);
  /** How many of each batch, by what is typed. */
  private readonly typed = signal<ReadonlyMap<string, number>>(new Map());
  protected readonly chosen = computed(() =>
    this.rows().flatMap((row) => {
      const pieces = this.typed().get(row.id) ?? NONE;
      return pieces > 0 ? [{ row, pieces }] : [];
    }),
  );
  protected readonly count = computed(() => this.chosen().reduce((sum, { pieces }) => sum + pieces, 0));
  protected readonly allergens = computed(() => {
    const pieces = this.chosen().map(({ row, pieces: count }) => ({ piece: row.piece, pieces: count }));
    return allergensText({ pieces }, this.clashBook());
  });
  protected readonly counted = counted;
  protected readonly troubleText = troubleText;

  constructor() {
    inject(FieldErrors).from(this.trouble);
    // the batches that there were when it was opened: what is typed does not jump
    toObservable(this.rows)
      .pipe(take(1))
      .subscribe((rows) => {
        for (const { id, spare } of rows)
          this.form.controls.pieces.addControl(
            id,
            new NumberControl(null, { min: 0, max: spare, isInteger: true }, { isOptional: true }),
          );
      });
    this.form.controls.pieces.valueChanges.pipe(takeUntilDestroyed()).subscribe((values) => {
      this.typed.set(new Map(Object.entries(values).map(([id, count]) => [id, count ?? NONE])));
      this.nothing.set(false);
      this.price();
    });
  }

  /** Where a batch stands in what is sent, for what is wrong with it. */
  protected placeOf(id: string): number {
    return this.chosen().findIndex(({ row }) => row.id === id);
  }

  protected save(): void {
    this.form.markAllAsTouched();
    this.nothing.set(this.chosen().length === 0);
    if (this.form.invalid || this.nothing()) return;
    const { amountMinor, method, cause } = this.form.controls;
    const draft: PieceMovesDraft = {
      ...{ kind: 'sold', cause: cause.value.trim() },
      from: this.chosen().map(({ row, pieces }) => ({ batch: row.id, pieces })),
      paid: { method: method.value, amountMinor: amountMinor.number },
    };
    this.isBusy.set(true);
    this.trouble.set(null);
    this.api.movePieces(draft).subscribe({
      next: (moves) => this.sold.emit(moves),
      error: (error: unknown) => {
        this.isBusy.set(false);
        this.trouble.set(troubleOf(error));
      },
    });
  }

  /** What they cost, until somebody types what is paid. */
  private price(): void {
    const { amountMinor } = this.form.controls;
    if (amountMinor.dirty) return;
    const lines = this.chosen()
      .filter(({ row, pieces }) => row.priceMinor !== null && Number.isInteger(pieces))
      .map(({ row, pieces }) => ({ piece: row.piece, pieces, priceMinor: row.priceMinor }));
    const { totalMinor } = orderPrice({ lines, boxes: [] });
    amountMinor.setValue(totalMinor > 0 ? totalMinor : null);
  }
}
