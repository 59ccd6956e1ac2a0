import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { RecipeEffects } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { counted, listed } from '../formats/formats';
import { WallTime } from '../formats/wall-time';
import { workshopFeature } from '../../state/workshop.state';

const SHOWN_ORDERS = 6;

/** What saving would change of what pieces declare, and whose promised orders that touches. */
@Component({
  selector: 'al-effects-note',
  template: `
    @if (pieces().length > 0) {
      <div class="note" [class.over]="never().length > 0" [class.care]="never().length === 0" role="alert">
        <p><strong>What is saved changes what must be declared.</strong></p>
        @for (text of pieces(); track text) {
          <p>{{ text }}</p>
        }
        @for (text of never(); track text) {
          <p>
            <strong>{{ text }}</strong>
          </p>
        }
        <p>{{ orders() }}</p>
      </div>
    }
  `,
  styles: `
    .note {
      display: grid;
      gap: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EffectsNote {
  readonly effects = input.required<RecipeEffects | null>();

  private readonly store = inject(Store);
  private readonly names = this.store.selectSignal(workshopFeature.selectPieceNames);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly wall = computed(() => new WallTime(this.workshop()?.timeZone ?? 'UTC'));
  protected readonly pieces = computed(() =>
    (this.effects()?.pieces ?? []).map(({ piece, gains, loses }) => {
      const name = this.names().get(piece) ?? piece;
      const texts = [
        ...(gains.length > 0 ? [`will declare ${listed(gains)}`] : []),
        ...(loses.length > 0 ? [`no longer declares ${listed(loses)}`] : []),
      ];
      return `${name} ${listed(texts)}.`;
    }),
  );
  /** Customers who must never have what would come in. */
  protected readonly never = computed(() =>
    (this.effects()?.orders ?? [])
      .filter(({ mustNot }) => mustNot.length > 0)
      .map(
        ({ customer, ticket, mustNot }) =>
          `${customer} must never have ${listed(mustNot)}: ${ticket} is promised.`,
      ),
  );
  protected readonly orders = computed(() => {
    const orders = this.effects()?.orders ?? [];
    if (orders.length === 0) return 'No promised order is touched.';
    const told = orders
      .slice(0, SHOWN_ORDERS)
      .map(
        ({ ticket, customer, pickupAt }) =>
          `${ticket} ${customer}, ${this.wall().dayTime(Date.parse(pickupAt))}`,
      );
    const more = orders.length > SHOWN_ORDERS ? [`${orders.length - SHOWN_ORDERS} more`] : [];
    return `It touches ${counted(orders.length, 'promised order')}: ${listed([...told, ...more])}. Their labels change.`;
  });
}
