import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { OPEN_CARD_STATES, type CounterDeed } from '@alnage/contract';
import { noShowRefundDue } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { money } from '../../shared/formats/formats';
import { timeText, wallText, type WallTime } from '../../shared/formats/wall-time';
import { CounterOutbox } from '../../shared/orders/counter-outbox';
import { MoneyForm } from '../../shared/orders/money-form';
import { OrderActions } from '../../state/orders.state';
import { workshopFeature } from '../../state/workshop.state';
import type { CounterRow } from '../counter-rows';
import { HandOverForm } from './hand-over-form';
import { SlotForm } from './slot-form';

type Opened = 'parts' | 'slot' | 'money' | 'not-collected';

/** What else can be done with the chosen order: in part, paid, late, at another time, not collected, taken back. */
@Component({
  selector: 'al-order-steps',
  imports: [HandOverForm, MatButtonModule, MoneyForm, SlotForm],
  template: `
    @if (told(); as words) {
      <p class="told">{{ words }}</p>
    }
    @if (opened() === null) {
      <div class="deeds">
        @if (pays(); as words) {
          <button matButton="outlined" type="button" (click)="opened.set('money')">{{ words }}</button>
        }
        @if (row().order.state === 'ready') {
          <button matButton="outlined" type="button" (click)="opened.set('parts')">
            In part, or to whom
          </button>
          @if (row().order.keptUntil) {
            <button matButton="outlined" type="button" (click)="keep(null)">No longer kept</button>
          } @else {
            <button matButton="outlined" type="button" (click)="keep(row().keepUntil)">
              Late: keep until {{ timeText(row().keepUntil.slice(11)) }}
            </button>
          }
          <button matButton="outlined" type="button" (click)="opened.set('slot')">Another time</button>
          <button matButton="outlined" type="button" (click)="opened.set('not-collected')">
            Not collected
          </button>
        }
        @if (row().order.state === 'not-collected') {
          <button matButton="outlined" type="button" (click)="backOnShelf()">Back on the shelf</button>
        }
        @if (canTakeBack()) {
          <button matButton="outlined" type="button" (click)="add({ kind: 'take-back' })">
            Not handed over after all
          </button>
        }
      </div>
    }
    @switch (opened()) {
      @case ('parts') {
        <al-hand-over-form [order]="row().order" (handed)="hand($event)" (left)="opened.set(null)" />
      }
      @case ('slot') {
        <al-slot-form [order]="row().order" (left)="opened.set(null)" />
      }
      @case ('money') {
        <al-money-form [order]="row().order" (left)="opened.set(null)" />
      }
      @case ('not-collected') {
        <p>{{ noShow() }}</p>
        <div class="deeds">
          <button matButton="filled" type="button" (click)="add({ kind: 'not-collected' })">
            It was not collected
          </button>
          <button matButton="outlined" type="button" (click)="opened.set(null)">Cancel</button>
        </div>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      grid-column: 1 / -1;
      padding-top: 8px;
      border-top: 1px solid var(--rule);
      cursor: default;
    }
    .deeds {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    button {
      min-height: 44px;
    }
    p {
      margin: 0 0 8px;
      max-width: 68ch;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderSteps {
  readonly row = input.required<CounterRow>();
  readonly wall = input.required<WallTime>();
  /** Hands over parts of it, or to somebody who is named; what speaks against that is asked first. */
  readonly handed = output<Extract<CounterDeed, { kind: 'hand-over' }>>();

  private readonly store = inject(Store);
  private readonly outbox = inject(CounterOutbox);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly opened = signal<Opened | null>(null);
  protected readonly timeText = timeText;
  protected readonly wallText = wallText;
  /** Where it lies and what to say, as long as it is here. */
  protected readonly told = computed(() => {
    const { lies, says, order } = this.row();
    return order.state === 'ready' || order.state === 'promised' ? [lies, ...says].join(' ').trim() : '';
  });
  /** What is to pay, or what the terminal waits for. */
  protected readonly pays = computed(() => {
    const { balanceMinor, card, state } = this.row().order;
    if (card && OPEN_CARD_STATES.includes(card.state)) return 'Card terminal';
    if (balanceMinor > 0) return `Take ${this.money(balanceMinor)}`;
    if (balanceMinor < 0) return `Give back ${this.money(-balanceMinor)}`;
    return state === 'not-collected' && this.backMinor() > 0
      ? `Give back ${this.money(this.backMinor())}`
      : '';
  });
  protected readonly canTakeBack = computed(() => {
    const { state, handOvers } = this.row().order;
    return state === 'handed-over' || (state === 'ready' && handOvers.length > 0);
  });
  private readonly backMinor = computed(() => {
    const share = this.workshop()?.rules.noShowRefundShare ?? 0;
    return noShowRefundDue(this.row().order.payments, share);
  });
  /** What becomes of it and of the money. */
  protected readonly noShow = computed(() => {
    const { paidMinor, ticket } = this.row().order;
    const paid =
      paidMinor > 0
        ? ` Of ${this.money(paidMinor)} paid, the shop’s rule gives back ${this.money(this.backMinor())}.`
        : ' Nothing was paid for it.';
    return `What is left of ${ticket} can then be had by others, or sold under Keeping.${paid} It can be undone.`;
  });

  constructor() {
    // another order, or one that has moved on, starts closed
    const shown = computed(() => {
      const { id, state, handOvers, paidMinor, pickup } = this.row().order;
      return [id, state, handOvers.length, paidMinor, pickup].join(' ');
    });
    effect(() => {
      shown();
      untracked(() => this.opened.set(null));
    });
  }

  protected keep(until: string | null): void {
    this.add({ kind: 'keep', until });
  }

  protected hand(deed: Extract<CounterDeed, { kind: 'hand-over' }>): void {
    this.handed.emit(deed);
  }

  protected add(deed: CounterDeed): void {
    this.outbox.add(this.row().order, deed);
  }

  protected backOnShelf(): void {
    this.store.dispatch(OrderActions.moveAsked({ order: this.row().order, to: 'ready' }));
  }

  private money(minor: number): string {
    return money(minor, this.workshop()?.currency ?? 'EUR');
  }
}
