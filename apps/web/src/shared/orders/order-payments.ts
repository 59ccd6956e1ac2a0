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
import { FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { AMOUNT_MINOR, type Order, type Payment } from '@alnage/contract';
import { refundDue } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { OrderActions, ordersFeature } from '../../state/orders.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';
import { money } from '../formats/formats';
import { ChoiceField, choicesOf } from '../forms/choice-field';
import { FieldErrors } from '../forms/field-errors';
import { NumberControl } from '../forms/number-control';
import { QuantityField } from '../forms/quantity-field';
import { troubleText } from '../problem-text';
import { METHOD_WORDS } from './method-words';
import type { WallTime } from '../formats/wall-time';

const KIND_WORDS: Readonly<Record<Payment['kind'], string>> = {
  deposit: 'deposit',
  payment: 'payment',
  refund: 'given back',
};

/** What was paid for an order, what is still to pay, and taking or giving back money. */
@Component({
  selector: 'al-order-payments',
  imports: [ChoiceField, MatButtonModule, QuantityField],
  template: `
    <h3>Paid</h3>
    <p>
      <strong class="figure">{{ money(order().paidMinor) }}</strong> of
      <span class="figure">{{ money(order().totalMinor) }}</span>, {{ standing() }}
    </p>
    @for (entry of entries(); track $index) {
      <p class="soft">{{ entry }}</p>
    }
    @if (isOpen()) {
      <form novalidate aria-label="Payment" (submit)="$event.preventDefault(); pay()">
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
        </div>
        @if (trouble(); as trouble) {
          <p class="note over" role="alert">{{ troubleText(trouble) }}</p>
        }
        <div class="row">
          <button matButton="outlined" type="button" (click)="isOpen.set(false)">Cancel</button>
          <button matButton="filled" type="submit" [disabled]="isPaying()">Record it</button>
        </div>
      </form>
    } @else if (isDue()) {
      <button matButton="outlined" type="button" (click)="open()">
        {{ wantsRefund() ? 'Give back' : 'Take payment' }}
      </button>
    }
  `,
  styleUrl: '../forms/fields.scss',
  styles: `
    form {
      display: grid;
      gap: 8px;
      margin-top: 6px;
    }
    p + button {
      margin-top: 6px;
    }
    .row > * {
      flex: 1 1 100px;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderPayments {
  readonly order = input.required<Order>();
  readonly wall = input.required<WallTime>();

  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly trouble = this.store.selectSignal(ordersFeature.selectPayTrouble);
  protected readonly isPaying = this.store.selectSignal(ordersFeature.selectIsPaying);
  protected readonly troubleText = troubleText;
  protected readonly kinds = choicesOf(KIND_WORDS);
  protected readonly methods = choicesOf(METHOD_WORDS);
  protected readonly isOpen = signal(false);
  protected readonly form = new FormGroup({
    kind: new FormControl<Payment['kind']>('payment', { nonNullable: true }),
    method: new FormControl<Payment['method']>('card', { nonNullable: true }),
    amountMinor: new NumberControl(null, AMOUNT_MINOR),
  });
  /** Whether money is owed to the customer: the order is off, or too much was paid. */
  protected readonly wantsRefund = computed(() => {
    const { paidMinor, balanceMinor } = this.order();
    return paidMinor > 0 && (this.order().state === 'cancelled' || balanceMinor < 0);
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
    return this.order().payments.map(({ at, by, kind, method, amountMinor }) => {
      const who = by === null ? '' : `, ${people.get(by) ?? by}`;
      const when = this.wall().dateTime(Date.parse(at));
      return `${KIND_WORDS[kind]} ${this.money(amountMinor)}, ${METHOD_WORDS[method]}, ${when}${who}`;
    });
  });
  /** What goes back of a cancelled order by the shop’s rule. */
  private readonly backMinor = computed(() => {
    const rules = this.workshop()?.rules;
    const { paidMinor, balanceMinor } = this.order();
    if (!rules || this.order().state !== 'cancelled') return Math.max(0, -balanceMinor);
    const minutesBefore = (Date.parse(this.order().pickupAt) - this.clock.now()) / 60_000;
    return refundDue(paidMinor, minutesBefore, rules);
  });
  protected readonly rule = computed(() =>
    this.order().state === 'cancelled' && this.wantsRefund()
      ? `The shop’s rule gives back ${this.money(this.backMinor())} now.`
      : '',
  );

  constructor() {
    inject(FieldErrors).from(this.trouble);
    // what is booked closes the form; another order starts closed
    const shown = computed(() => `${this.order().id} ${this.order().version}`);
    effect(() => {
      shown();
      untracked(() => this.isOpen.set(false));
    });
  }

  protected money(minor: number): string {
    return money(minor, this.workshop()?.currency ?? 'EUR');
  }

  protected open(): void {
    this.store.dispatch(OrderActions.payDismissed());
    const refund = this.wantsRefund();
    const amountMinor = refund ? this.backMinor() : this.order().balanceMinor;
    this.form.reset({ kind: refund ? 'refund' : 'payment', method: 'card', amountMinor });
    this.isOpen.set(true);
  }

  protected pay(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { kind, method, amountMinor } = this.form.getRawValue();
    const { id, version } = this.order();
    this.store.dispatch(
      OrderActions.payAsked({ id, draft: { kind, method, amountMinor: Math.round(amountMinor!), version } }),
    );
  }
}
