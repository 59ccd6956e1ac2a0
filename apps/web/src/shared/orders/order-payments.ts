import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { OPEN_CARD_STATES, type Order } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../../state/workshop.state';
import { money } from '../formats/formats';
import type { WallTime } from '../formats/wall-time';
import { KIND_WORDS, METHOD_WORDS } from './method-words';
import { MoneyForm } from './money-form';

/** What was paid for an order, what is still to pay, and taking or giving back money. */
@Component({
  selector: 'al-order-payments',
  imports: [MatButtonModule, MoneyForm],
  template: `
    <h3>Paid</h3>
    <p>
      <strong class="figure">{{ money(order().paidMinor) }}</strong> of
      <span class="figure">{{ money(order().totalMinor) }}</span>, {{ standing() }}
    </p>
    @for (entry of entries(); track $index) {
      <p class="soft">{{ entry }}</p>
    }
    @if (isOpen() || isWaiting()) {
      <!-- what takes money is fetched once somebody does -->
      @defer (on immediate) {
        <al-money-form [order]="order()" (left)="isOpen.set(false)" />
      }
    } @else if (isDue()) {
      <button matButton="outlined" type="button" (click)="isOpen.set(true)">
        {{ wantsRefund() ? 'Give back' : 'Take payment' }}
      </button>
    }
  `,
  styles: `
    p + button {
      margin-top: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderPayments {
  readonly order = input.required<Order>();
  readonly wall = input.required<WallTime>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly isOpen = signal(false);
  protected readonly isWaiting = computed(() => {
    const { card } = this.order();
    return card !== null && OPEN_CARD_STATES.includes(card.state);
  });
  /** Whether money is owed to the customer: the order is off, or too much was paid. */
  protected readonly wantsRefund = computed(() => {
    const { paidMinor, balanceMinor, state } = this.order();
    return paidMinor > 0 && (state === 'cancelled' || state === 'not-collected' || balanceMinor < 0);
  });
  protected readonly isDue = computed(
    () => this.wantsRefund() || (this.order().state !== 'cancelled' && this.order().balanceMinor > 0),
  );
  protected readonly standing = computed(() => {
    const { balanceMinor } = this.order();
    if (this.order().state === 'cancelled') return 'and it is cancelled';
    if (balanceMinor === 0) return 'all of it';
    return balanceMinor > 0 ? `${this.money(balanceMinor)} to pay` : `${this.money(-balanceMinor)} too much`;
  });
  protected readonly entries = computed(() => {
    const people = new Map((this.workshop()?.people ?? []).map(({ id, name }) => [id, name]));
    return this.order().payments.map(({ at, by, kind, method, amountMinor, givenMinor }) => {
      const who = by === null ? '' : `, ${people.get(by) ?? by}`;
      const when = this.wall().dateTime(Date.parse(at));
      const given =
        givenMinor !== null && givenMinor > amountMinor ? ` of ${this.money(givenMinor)} given` : '';
      return `${KIND_WORDS[kind]} ${this.money(amountMinor)}${given}, ${METHOD_WORDS[method]}, ${when}${who}`;
    });
  });

  constructor() {
    // what is booked closes the form; another order starts closed
    const shown = computed(() => `${this.order().id} ${this.order().paidMinor}`);
    effect(() => {
      shown();
      untracked(() => this.isOpen.set(false));
    });
  }

  protected money(minor: number): string {
    return money(minor, this.workshop()?.currency ?? 'EUR');
  }
}
