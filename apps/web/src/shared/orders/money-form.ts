import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  type OnInit,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { AMOUNT_MINOR, OPEN_CARD_STATES, type CardState, type Order, type Payment } from '@alnage/contract';
import { changeDue, noShowRefundDue, refundDue } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { startWith } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { OrderActions, ordersFeature, type CardDeed } from '../../state/orders.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { money } from '../formats/formats';
import { ChoiceField, choicesOf } from '../forms/choice-field';
import { FieldErrors } from '../forms/field-errors';
import { faultFocus } from '../forms/focus-fault';
import { NumberControl } from '../forms/number-control';
import { QuantityField } from '../forms/quantity-field';
import { troubleText } from '../problem-text';
import { CounterOutbox } from './counter-outbox';
import { KIND_WORDS, METHOD_WORDS } from './method-words';

/** How a terminal ended, as people say it. */
const CARD_WORDS: Readonly<Record<Exclude<CardState, 'asked' | 'unanswered' | 'taken'>, string>> = {
  declined: 'The card was declined: nothing was taken. Try another card, or take cash.',
  cancelled: 'The card payment was called off: nothing was taken.',
  unplugged: 'The card terminal is not connected: nothing was taken. Plug it in, or take cash.',
};

/** Takes money for an order, or gives it back: cash with its change, or a card at the terminal. */
@Component({
  selector: 'al-money-form',
  imports: [ChoiceField, MatButtonModule, QuantityField],
  template: `
    @if (waits(); as card) {
      <div class="terminal" role="status">
        @if (card.state === 'asked') {
          <p>
            <strong>The terminal waits for the card:</strong> {{ what(card.kind) }}
            <span class="figure">{{ money(card.amountMinor) }}</span>
          </p>
          <button matButton="outlined" type="button" (click)="terminal({ kind: 'cancel', card: card.id })">
            Call it off
          </button>
        } @else {
          <p class="over">
            The terminal did not answer. Look at it: did it {{ what(card.kind) }}
            <span class="figure">{{ money(card.amountMinor) }}</span>?
          </p>
          <div class="row">
            <button
              matButton="outlined"
              type="button"
              (click)="terminal({ kind: 'seen', card: card.id, wasTaken: true })"
            >
              It did
            </button>
            <button
              matButton="outlined"
              type="button"
              (click)="terminal({ kind: 'seen', card: card.id, wasTaken: false })"
            >
              It did not
            </button>
          </div>
        }
        @if (trouble(); as trouble) {
          <p class="note over" role="alert">{{ troubleText(trouble) }}</p>
        }
      </div>
    } @else {
      <form novalidate aria-label="Payment" (submit)="$event.preventDefault(); pay()">
        @if (ended(); as text) {
          <p class="note care" role="status">{{ text }}</p>
        }
        @if (rule(); as text) {
          <p class="soft">{{ text }}</p>
        }
        <div class="row">
          <al-choice label="Kind" [control]="form.controls.kind" [choices]="kinds" at="/kind" />
          <al-choice label="By" [control]="form.controls.method" [choices]="methods" at="/method" />
          <al-quantity
            label="Amount"
            quantity="money"
            [control]="form.controls.amountMinor"
            at="/amountMinor"
          />
          @if (isCashIn()) {
            <al-quantity
              label="Customer gives"
              quantity="money"
              [control]="form.controls.givenMinor"
              at="/givenMinor"
            />
          }
        </div>
        @if (change(); as text) {
          <p class="change">{{ text }}</p>
        }
        @if (trouble(); as trouble) {
          <p class="note over" role="alert">{{ troubleText(trouble) }}</p>
        }
        <div class="deeds">
          <button matButton="outlined" type="button" (click)="left.emit()">Cancel</button>
          <button matButton="filled" type="submit" [disabled]="isBusy()">{{ verb() }}</button>
        </div>
      </form>
    }
  `,
  styleUrl: '../forms/fields.scss',
  styles: `
    form,
    .terminal {
      display: grid;
      gap: 8px;
      margin-top: 6px;
    }
    .row > * {
      flex: 1 1 100px;
    }
    button {
      min-height: 44px;
    }
    .deeds {
      display: flex;
      gap: 8px;
    }
    .change {
      margin: 0;
      font-size: 18px;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MoneyForm implements OnInit {
  readonly order = input.required<Order>();
  readonly left = output();

  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly outbox = inject(CounterOutbox);
  private readonly focusFault = faultFocus();
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly isPaying = this.store.selectSignal(ordersFeature.selectIsPaying);
  protected readonly trouble = this.store.selectSignal(ordersFeature.selectPayTrouble);
  protected readonly troubleText = troubleText;
  protected readonly kinds = choicesOf(KIND_WORDS);
  protected readonly methods = choicesOf(METHOD_WORDS);
  protected readonly form = new FormGroup({
    kind: new FormControl<Payment['kind']>('payment', { nonNullable: true }),
    method: new FormControl<Payment['method']>('card', { nonNullable: true }),
    amountMinor: new NumberControl(null, AMOUNT_MINOR),
    givenMinor: new NumberControl(null, AMOUNT_MINOR, { isOptional: true }),
  });
  private readonly typed = toSignal(this.form.valueChanges.pipe(startWith(null)));
  private readonly value = computed(() => {
    this.typed();
    return this.form.getRawValue();
  });

  protected readonly isBusy = computed(() => this.isPaying() || this.outbox.isUnderWay(this.order().id));
  protected readonly isCashIn = computed(
    () => this.value().method === 'cash' && this.value().kind !== 'refund',
  );
  protected readonly verb = computed(() => {
    const { method, kind } = this.value();
    if (method === 'card') return 'Ask the terminal';
    return kind === 'refund' ? 'Give it back' : 'Take it';
  });
  /** What the drawer gives back out of what the customer gives. */
  protected readonly change = computed(() => {
    const { amountMinor, givenMinor } = this.value();
    if (!this.isCashIn() || amountMinor === null || givenMinor === null) return '';
    const back = changeDue(Math.round(amountMinor), Math.round(givenMinor));
    if (back < 0) return `${this.money(-back)} is missing.`;
    return back === 0 ? 'No change.' : `Change: ${this.money(back)}`;
  });
  /** What the terminal is asked and has not answered. */
  protected readonly waits = computed(() => {
    const { card } = this.order();
    return card && OPEN_CARD_STATES.includes(card.state) ? card : null;
  });
  protected readonly ended = computed(() => {
    const state = this.order().card?.state;
    return state && state in CARD_WORDS ? CARD_WORDS[state as keyof typeof CARD_WORDS] : '';
  });
  /** What goes back by the shop’s rule. */
  private readonly backMinor = computed(() => {
    const rules = this.workshop()?.rules;
    const { payments, state, balanceMinor, pickupAt } = this.order();
    if (!rules) return 0;
    if (state === 'not-collected') return noShowRefundDue(payments, rules.noShowRefundShare);
    if (state !== 'cancelled') return Math.max(0, -balanceMinor);
    const minutesBefore = (Date.parse(pickupAt) - this.clock.now()) / 60_000;
    return refundDue(payments, minutesBefore, rules);
  });
  private readonly isBack = computed(() => isToGiveBack(this.order(), this.backMinor()));
  protected readonly rule = computed(() =>
    this.order().state === 'cancelled' || this.order().state === 'not-collected'
      ? `The shop’s rule gives back ${this.money(this.backMinor())} now.`
      : '',
  );

  constructor() {
    inject(FieldErrors).from(this.trouble);
  }

  ngOnInit(): void {
    this.store.dispatch(OrderActions.payDismissed());
    const isBack = this.isBack();
    const amountMinor = isBack ? this.backMinor() : this.order().balanceMinor;
    this.form.reset({ kind: isBack ? 'refund' : 'payment', method: 'card', amountMinor });
  }

  protected money(minor: number): string {
    return money(minor, this.workshop()?.currency ?? 'EUR');
  }

  protected what(kind: Payment['kind']): string {
    return kind === 'refund' ? 'give back' : 'take';
  }

  protected terminal(deed: CardDeed): void {
    this.store.dispatch(OrderActions.cardDeedAsked({ id: this.order().id, deed }));
  }

  protected pay(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return this.focusFault();
    const { kind, method, amountMinor: amount, givenMinor: given } = this.form.getRawValue();
    const { id, version } = this.order();
    const amountMinor = Math.round(amount!);
    const givenMinor = given === null || kind === 'refund' ? null : Math.round(given);
    if (method === 'card') {
      this.terminal({ kind: 'ask', draft: { id: uuid(), kind, amountMinor, version } });
    } else if (kind === 'payment') {
      // as all that is done at the counter: without the network, too
      this.store.dispatch(OrderActions.payDismissed());
      this.outbox.add(this.order(), { kind: 'cash', amountMinor, givenMinor: givenMinor ?? amountMinor });
    } else {
      const draft = { kind, amountMinor, givenMinor, version };
      this.store.dispatch(OrderActions.payAsked({ id, draft }));
    }
  }
}

/** Whether money is owed to the customer: the order is off, or too much was paid. */
function isToGiveBack({ paidMinor, balanceMinor, state }: Order, backMinor: number): boolean {
  if (paidMinor <= 0) return false;
  return balanceMinor < 0 || state === 'cancelled' || (state === 'not-collected' && backMinor > 0);
}
