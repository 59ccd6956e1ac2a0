import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RUN_OFF_SECONDS, runOffSeconds, yieldPaByRunOff } from '@alnage/core/coating';
import { Store } from '@ngrx/store';
import { lotAge, runOffText } from '../../shared/flow-words';
import { EntryField } from '../../shared/forms/entry-field';
import { LarderActions, larderFeature } from '../../state/larder.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { BenchStore } from '../bench.store';

/** How the coating in hand runs off a spoon, read back into its flow: a question of whoever wonders, which keeps nothing. */
@Component({
  selector: 'al-flow-check',
  imports: [EntryField],
  template: `
    @if (lot(); as lot) {
      <p class="note care">{{ lot.text }}</p>
    }
    @if (coating(); as coating) {
      <details>
        <summary>How does it run?</summary>
        <p class="soft">
          Tip a full tablespoon and count until it falls in single drops. {{ coating.name }} is reckoned to
          take about {{ expected() }} s.
        </p>
        <al-entry
          label="It took"
          unit="s"
          [value]="seconds()"
          [problems]="problems()"
          (typed)="seconds.set($event)"
        />
        @if (told(); as text) {
          <p class="note" role="status">{{ text }}</p>
        }
      </details>
    }
  `,
  styleUrl: './flow-check.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FlowCheck {
  private readonly bench = inject(BenchStore);
  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  protected readonly seconds = signal('');
  /** The coating that is melted, or dipped in. */
  protected readonly coating = computed(() => {
    const work = this.bench.current()?.work;
    const id = work?.kind === 'melt' ? work.coating : work?.melt?.coating;
    return this.bench.workshop()?.coatings.find((each) => each.id === id) ?? null;
  });
  protected readonly expected = computed(() => Math.round(runOffSeconds(this.coating()?.yieldPa ?? 0)));
  private readonly counted = computed(() => Number(this.seconds().trim().replace(',', '.')));
  protected readonly problems = computed(() => {
    const { min, max } = RUN_OFF_SECONDS;
    const isGood = this.counted() >= min && this.counted() <= max;
    return this.seconds().trim() === '' || isGood
      ? []
      : [`${this.seconds()} will not do: ${min} to ${max} s.`];
  });
  protected readonly told = computed(() => {
    const coating = this.coating();
    if (!coating || this.seconds().trim() === '' || this.problems().length > 0) return '';
    const { kind, own, yieldPa } = coating;
    const seen = yieldPaByRunOff(this.counted());
    return runOffText({ kind, fluidity: own.fluidity }, { seen, reckoned: yieldPa });
  });
  /** Before it is melted: how old the lot is that is used first. */
  protected readonly lot = computed(() => {
    const [coating, current] = [this.coating(), this.bench.current()];
    if (!coating || coating.own.kind === 'blend' || current?.work.kind !== 'melt' || current.isDone)
      return null;
    const { kind, fluidity } = coating.own;
    return lotAge({ id: coating.id, kind, fluidity }, this.larder()?.lots ?? [], this.clock.now());
  });

  constructor() {
    this.store.dispatch(LarderActions.opened());
  }
}
