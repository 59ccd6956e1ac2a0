import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { WeighedWhat } from '@alnage/core/bench';
import { BOWL_GRAMS } from '@alnage/core/coating';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { mass } from '../../shared/formats/formats';
import { BenchStore } from '../bench.store';

const WHAT: readonly { readonly id: WeighedWhat; readonly name: string }[] = [
  { id: 'start', name: 'Before the run' },
  { id: 'added', name: 'Put in' },
  { id: 'left', name: 'After the run' },
];

/** Weighs the bowl: what is in it, by the scale or as it is typed. */
@Component({
  selector: 'al-weigh-panel',
  imports: [MatButtonModule, QuantityField],
  template: `
    <section class="card" aria-label="Weigh bowl">
      <h2>Weigh bowl</h2>
      <div class="choices" role="group" aria-label="Weighed for what">
        @for (each of choices(); track each.id) {
          <button
            matButton="outlined"
            type="button"
            class="big"
            [class.chosen]="what() === each.id"
            [attr.aria-pressed]="what() === each.id"
            (click)="choose(each.id)"
          >
            {{ each.name }}
          </button>
        }
      </div>
      <al-quantity
        [label]="what() === 'added' ? 'Coating that went in' : 'Coating in the bowl, without the bowl'"
        quantity="mass"
        [control]="grams"
        at="/grams"
      />
      <p class="soft">{{ hint() }}</p>
      <div class="buttons">
        <button matButton="outlined" type="button" class="big" (click)="bench.open(null)">Not now</button>
        <button matButton="filled" type="button" class="big" (click)="keep()">Save the weight</button>
      </div>
    </section>
  `,
  styleUrl: './panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeighPanel {
  protected readonly bench = inject(BenchStore);
  private readonly wanted = signal<WeighedWhat | null>(null);
  protected readonly grams = new NumberControl(null, BOWL_GRAMS);
  protected readonly choices = computed(() => WHAT);
  /** Before the run until it is weighed, or all of its pieces are down; then after it. */
  protected readonly what = computed((): WeighedWhat => {
    const weighed = this.bench.current()?.state.weighed ?? [];
    const run = this.bench.run();
    const isDown = run !== null && run.good + run.rejected >= run.wanted;
    return this.wanted() ?? (isDown || weighed.some(({ what }) => what === 'start') ? 'left' : 'start');
  });
  protected readonly hint = computed(() => {
    const [scale, contents] = [this.bench.scaleGrams(), this.bench.contents()];
    const told = scale
      ? `The scale shows ${mass(scale.grams)}. `
      : 'There is no scale at this bowl: type what yours shows. ';
    return contents ? `${told}By the pieces dipped there should be ${mass(contents.grams)}.` : told;
  });

  constructor() {
    // what the scale shows is offered until somebody types
    effect(() => {
      const scale = this.bench.scaleGrams();
      if (scale && this.what() !== 'added' && !this.grams.dirty) this.grams.setValue(scale.grams);
    });
  }

  protected choose(what: WeighedWhat): void {
    this.wanted.set(what);
    if (what === 'added') this.grams.setValue(null);
  }

  protected keep(): void {
    this.grams.markAsTouched();
    if (this.grams.invalid || this.grams.value === null) return;
    this.bench.do({ kind: 'weigh', what: this.what(), grams: this.grams.value });
    this.bench.open(null);
  }
}
