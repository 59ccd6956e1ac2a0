import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
  type OnInit,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, Validators } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import {
  AMOUNT_MINOR,
  CAUSE_LENGTH,
  type Payment,
  type PieceMoveDraft,
  type PieceMoveKind,
} from '@alnage/contract';
import { orderPrice } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import { troubleText } from '../../shared/problem-text';
import { KeepingActions, keepingFeature } from '../../state/keeping.state';
import { METHOD_WORDS } from '../../shared/orders/method-words';
import { MOVE_WORDS } from '../../shared/keeping/move-words';
import type { BatchRow } from './keeping-rows';

interface Kind {
  readonly verb: string;
  readonly cause: string;
  readonly told: string;
}

const SPARE = 'Only of what nobody is to have. It can be undone.';
const KINDS: Readonly<Record<PieceMoveKind, Kind>> = {
  sold: { verb: 'Sell them', cause: 'Sold as', told: SPARE },
  staff: { verb: 'Give them', cause: 'Who has them', told: SPARE },
  'given-away': { verb: 'Give them away', cause: 'To whom', told: SPARE },
  'written-off': {
    ...{ verb: 'Write them off', cause: 'Why' },
    told: 'What orders lack by it is told at the bench, which can make it anew. It can be undone.',
  },
};
/** What becomes of pieces of a batch that do not go into the orders that they were made for. */
@Component({
  selector: 'al-move-pieces',
  imports: [ChoiceField, MatButtonModule, QuantityField, TextField],
  template: `
    <form
      novalidate
      [attr.aria-label]="'What becomes of ' + row().name + ', batch ' + row().id"
      (submit)="$event.preventDefault(); save()"
    >
      <div class="row">
        @if (kinds().length > 1) {
          <al-choice
            class="wide"
            label="They are"
            [choices]="kinds()"
            [value]="kind()"
            (chosen)="choose($event)"
            at="/kind"
          />
        }
        <al-quantity
          class="narrow"
          [label]="kinds().length > 1 ? 'How many' : 'Write off'"
          unit="pieces"
          [control]="form.controls.pieces"
          at="/pieces"
        />
        <al-text
          class="wide"
          [label]="words().cause"
          [wanted]="kind() === 'written-off' ? 'Say why.' : ''"
          [control]="form.controls.cause"
          at="/cause"
        />
      </div>
      @if (kind() === 'sold') {
        <div class="row">
          <al-quantity
            class="narrow"
            label="Paid"
            quantity="money"
            [control]="form.controls.amountMinor"
            at="/paid/amountMinor"
          />
          <al-choice label="By" [control]="form.controls.method" [choices]="methods" at="/paid/method" />
        </div>
      }
      <p class="soft">{{ words().told }}</p>
      @if (declined(); as text) {
        <p class="note over" role="alert">{{ text }}</p>
      }
      <div class="deeds">
        <button matButton="filled" type="submit">{{ words().verb }}</button>
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
export class MovePieces implements OnInit {
  readonly row = input.required<BatchRow>();
  readonly left = output();

  private readonly store = inject(Store);
  private readonly failed = this.store.selectSignal(keepingFeature.selectFailed);
  private readonly said = this.store.selectSignal(keepingFeature.selectTrouble);
  private readonly trouble = computed(() => (this.failed()?.batch === this.row().id ? this.said() : null));
  protected readonly declined = computed(() => {
    const trouble = this.trouble();
    return trouble && trouble.errors.length === 0 ? troubleText(trouble) : null;
  });
  protected readonly kind = signal<PieceMoveKind>('written-off');
  protected readonly words = computed(() => KINDS[this.kind()]);
  protected readonly methods = choicesOf(METHOD_WORDS);
  /** What is somebody’s can only be written off, and what nobody is to have is the first to be sold. */
  protected readonly kinds = computed(() =>
    choicesOf(MOVE_WORDS, this.row().spare > 0 ? undefined : ['written-off']),
  );
  protected readonly form = new FormGroup({
    pieces: new NumberControl(null, { min: 1, max: 10_000, isInteger: true }),
    cause: new FormControl('', { nonNullable: true }),
    amountMinor: new NumberControl(null, AMOUNT_MINOR),
    method: new FormControl<Payment['method']>('cash', { nonNullable: true }),
  });
  /** Whether somebody typed what is paid: then the price of the pieces says nothing any more. */
  private isPriced = false;
  private isPricing = false;

  constructor() {
    inject(FieldErrors).from(this.trouble);
    const { pieces, amountMinor } = this.form.controls;
    pieces.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => this.price());
    amountMinor.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => (this.isPriced ||= !this.isPricing));
  }

  ngOnInit(): void {
    this.choose(this.kinds()[0]!.id);
  }

  protected choose(kind: PieceMoveKind): void {
    const { most, spare, cause } = this.row();
    const isLost = kind === 'written-off';
    const { controls } = this.form;
    this.kind.set(kind);
    controls.pieces.setBound({ min: 1, max: isLost ? most : spare, isInteger: true });
    controls.pieces.setValue(isLost ? most : spare);
    controls.cause.setValidators([
      Validators.maxLength(CAUSE_LENGTH),
      ...(isLost ? [Validators.required] : []),
    ]);
    // why it is written off is no name of who has it
    if (controls.cause.pristine) controls.cause.setValue(isLost ? cause : '');
    if (kind === 'sold') controls.amountMinor.enable({ emitEvent: false });
    else controls.amountMinor.disable({ emitEvent: false });
    this.price();
  }

  protected save(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { pieces, cause, amountMinor, method } = this.form.controls;
    const isSold = this.kind() === 'sold';
    const draft: PieceMoveDraft = {
      ...{ kind: this.kind(), pieces: pieces.number, cause: cause.value.trim() },
      paid: isSold ? { method: method.value, amountMinor: amountMinor.number } : null,
    };
    this.store.dispatch(KeepingActions.deedAsked({ deed: { kind: 'move', batch: this.row().id, draft } }));
  }

  /** What the pieces cost, until somebody types what is paid. */
  private price(): void {
    const { pieces, amountMinor } = this.form.controls;
    const { priceMinor } = this.row();
    if (this.isPriced || priceMinor === null || !pieces.valid) return;
    this.isPricing = true;
    const lines = [{ piece: '', pieces: pieces.number, priceMinor }];
    amountMinor.setValue(orderPrice({ lines, boxes: [] }).totalMinor);
    this.isPricing = false;
  }
}
