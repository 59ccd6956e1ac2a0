import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  type OnInit,
} from '@angular/core';
import { FormArray, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { CUSTOMER_LENGTH, type CounterDeed, type Order } from '@alnage/contract';
import { countParts, partsLeft } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField, textControl } from '../../shared/forms/text-field';
import { workshopFeature } from '../../state/workshop.state';

type HandOverDeed = Extract<CounterDeed, { kind: 'hand-over' }>;

/** A row of what is handed over: so many of what is left of it. */
interface Row {
  readonly of: 'boxes' | 'lines';
  readonly place: number;
  readonly name: string;
  readonly left: number;
  readonly control: NumberControl;
}

/** Who collects, and which parts of the order. */
@Component({
  selector: 'al-hand-over-form',
  imports: [MatButtonModule, QuantityField, TextField],
  template: `
    <form novalidate aria-label="Who collects, and what" (submit)="$event.preventDefault(); handOver()">
      <div class="row">
        <al-text class="wide" label="Collected by" [control]="form.controls.collectedBy" />
        @for (row of rows; track $index) {
          <al-quantity
            class="narrow"
            [label]="row.name"
            [unit]="'of ' + row.left"
            [control]="row.control"
            [at]="'/parts/' + row.of + '/' + row.place"
          />
        }
      </div>
      @if (isNothing) {
        <p class="note over" role="alert">Say how many of at least one of them.</p>
      }
      <div class="deeds">
        <button matButton="filled" type="submit">Hand over these</button>
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
    button {
      min-height: 44px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOverForm implements OnInit {
  readonly order = input.required<Order>();
  readonly handed = output<HandOverDeed>();
  readonly left = output();

  private readonly names = inject(Store).selectSignal(workshopFeature.selectOrderNames);
  private readonly remaining = computed(() => partsLeft(this.order(), this.order().handOvers));
  protected rows: readonly Row[] = [];
  protected isNothing = false;
  protected readonly form = new FormGroup({
    collectedBy: textControl('', CUSTOMER_LENGTH),
    counts: new FormArray<NumberControl>([]),
  });

  ngOnInit(): void {
    const { boxes, lines } = this.order();
    const names = this.names();
    const rowsOf = (of: Row['of'], all: readonly string[]): Row[] =>
      all.flatMap((name, place) => {
        const left = this.remaining()[of][place] ?? 0;
        if (left === 0) return [];
        const control = new NumberControl(left, { min: 0, max: left, isInteger: true });
        return [{ of, place, name, left, control }];
      });
    this.rows = [
      ...rowsOf(
        'boxes',
        boxes.map(({ box }) => names.boxes.get(box)?.name ?? box),
      ),
      ...rowsOf(
        'lines',
        lines.map(({ piece }) => names.pieces.get(piece) ?? piece),
      ),
    ];
    for (const { control } of this.rows) this.form.controls.counts.push(control);
  }

  protected handOver(): void {
    this.form.markAllAsTouched();
    const parts = this.parts();
    this.isNothing = this.form.valid && countParts(parts) === 0;
    if (this.form.invalid || this.isNothing) return;
    const collectedBy = this.form.controls.collectedBy.value.trim();
    const isAll = countParts(parts) === countParts(this.remaining());
    this.handed.emit({ kind: 'hand-over', collectedBy, parts: isAll ? null : parts });
  }

  private parts(): { boxes: number[]; lines: number[] } {
    const { boxes, lines } = this.order();
    const count = (of: Row['of'], place: number): number =>
      this.rows.find((row) => row.of === of && row.place === place)?.control.number ?? 0;
    return {
      boxes: boxes.map((_, place) => count('boxes', place)),
      lines: lines.map((_, place) => count('lines', place)),
    };
  }
}
