import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { leftoverUses, PLAIN_BARK, type LeftoverForm } from '@alnage/core/recipes';
import { Store } from '@ngrx/store';
import { count, mass } from '../../shared/formats/formats';
import { FigureTable } from '../../shared/figures/figure-table';
import { baseOf, neededText, stockText, weighedText } from '../../shared/larder/larder-words';
import { workshopFeature } from '../../state/workshop.state';
import { chanceText, lastsText, needRows, optionTexts, purchaseTexts } from '../need-words';
import type { LarderRow } from '../larder-rows';
import { LarderPageStore } from '../larder.store';
import { LotForm } from './lot-form';
import { LotRow } from './lot-row';

/** Why so much of an item is needed, what to buy of it, what a pack fewer or more risks, and its lots. */
@Component({
  selector: 'al-item-margin',
  imports: [MatButtonModule, RouterLink, FigureTable, LotForm, LotRow],
  template: `
    @let one = row();
    <div>
      <h2>{{ one.name }}</h2>
      <p class="soft">{{ why() }}</p>
    </div>
    @if (one.need.neededAmount > 0) {
      <al-figure-table label="Why so much" [rows]="rows()" />
    }
    @if (purchases().length > 0) {
      <div class="note">
        @for (text of purchases(); track text) {
          <p>{{ text }}</p>
        }
        @if (lasts(); as text) {
          <p>{{ text }}</p>
        }
        <p class="soft">{{ risk() }}</p>
        @for (text of options(); track text) {
          <p>{{ text }}</p>
        }
      </div>
    }
    @if (one.need.spoiledAmount > 0) {
      <p class="note care">{{ spoiled() }} of it is out of date, or will be before anybody uses it.</p>
    }
    <div class="buttons">
      @if (!isTaking()) {
        <button matButton="outlined" type="button" (click)="isTaking.set(true)">Add stock</button>
      }
      <a
        matButton="outlined"
        [routerLink]="['/workshop', one.need.item.kind === 'coating' ? 'coatings' : 'supplies']"
        [queryParams]="{ record: one.need.item.id }"
      >
        Edit its details
      </a>
    </div>
    @if (isTaking()) {
      <al-lot-form
        [item]="one.need.item"
        [base]="base()"
        [amount]="one.need.boughtAmount || null"
        (closed)="isTaking.set(false)"
      />
    }
    <section aria-label="Lots">
      <h3>Lots</h3>
      @for (lot of page.lots(); track lot.id) {
        <al-lot-row [lot]="lot" [base]="base()" />
      } @empty {
        <p class="soft">None of it is recorded in the larder.</p>
      }
    </section>
    @if (leftover(); as told) {
      <p class="note">{{ told }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .note {
      display: grid;
      gap: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ItemMargin {
  readonly row = input.required<LarderRow>();

  protected readonly page = inject(LarderPageStore);
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  /** Another item closes what was being taken in. */
  protected readonly isTaking = linkedSignal({ source: () => this.row().key, computation: () => false });
  protected readonly base = computed(() => baseOf(this.row().need.item, this.workshop()));
  protected readonly rows = computed(() => {
    const context = this.page.context();
    return context ? needRows(this.row().need, context) : [];
  });
  protected readonly purchases = computed(() => {
    const context = this.page.context();
    return context ? purchaseTexts(this.row().need, context) : [];
  });
  protected readonly lasts = computed(() => {
    const context = this.page.context();
    return context ? lastsText(this.row().need, context) : '';
  });
  protected readonly options = computed(() => {
    const context = this.page.context();
    return context ? optionTexts(this.row().need, context) : [];
  });
  protected readonly risk = computed(() => `If you buy that, ${chanceText(this.row().need.chanceShort)}.`);
  protected readonly spoiled = computed(() => stockText(this.row().need.spoiledAmount, this.base()));
  protected readonly why = computed(() => {
    const { need, kind } = this.row();
    return need.neededAmount > 0
      ? `why ${neededText(need.neededAmount, this.base())}`
      : `${kind}, not used by the plan`;
  });

  /** What can be made of the coating that is left over. */
  protected readonly leftover = computed(() => {
    const { item } = this.row().need;
    const grams = this.page
      .lots()
      .filter(({ origin }) => origin === 'leftover')
      .reduce((sum, { amount }) => sum + amount, 0);
    if (item.kind !== 'coating' || grams < 1) return '';
    const made = leftoverUses(grams, [PLAIN_BARK, ...this.clusters(item.id)]);
    const texts = made
      .filter(({ pieces }) => pieces > 0)
      .map(({ id, pieces, inclusionGrams }) => {
        const name =
          this.pieces()
            .find((piece) => piece.id === id)
            ?.name.toLowerCase() ?? `bark of ${mass(PLAIN_BARK.portionGrams)}`;
        return `${count(pieces)} ${name} with ${weighedText(inclusionGrams)} of nuts, crumb or fruit`;
      });
    return `${weighedText(grams)} left over: melted again as stock, not as seed unless it is in temper; or ${texts.join(', or ')}.`;
  });

  private clusters(coating: string): LeftoverForm[] {
    return this.pieces().flatMap(({ id, form }) =>
      form.kind === 'cluster' && form.coating === coating
        ? [{ id, portionGrams: form.portionGrams, coatingShare: form.coatingShare }]
        : [],
    );
  }
}
