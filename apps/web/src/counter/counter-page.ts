import { ChangeDetectionStrategy, Component, inject, signal, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { AllergyWaiver, Order, OrderState } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { EntryField } from '../shared/forms/entry-field';
import { Keys } from '../shared/keys';
import { hourText, shortHour, spokenHour } from '../shared/formats/wall-time';
import { Margin } from '../shared/margin/margin';
import { Knowingly } from '../shared/orders/knowingly';
import { LabelSheetChoice } from '../shared/orders/label-sheet';
import { OrderDetails } from '../shared/orders/order-details';
import { fieldTexts } from '../shared/problem-text';
import { waivedText } from '../shared/orders/waiver-words';
import { KeepingActions } from '../state/keeping.state';
import { OrderActions, ordersFeature } from '../state/orders.state';
import type { CounterRow } from './counter-rows';
import { CounterPageStore } from './counter.store';

/** The next step of an order at the counter. */
const NEXT: Partial<Record<OrderState, { to: OrderState; verb: string }>> = {
  promised: { to: 'ready', verb: 'On the shelf' },
  ready: { to: 'handed-over', verb: 'Hand over' },
};

/** Counter: who collects when, is it there, tick it off. */
@Component({
  imports: [MatButtonModule, RouterLink, EntryField, Knowingly, LabelSheetChoice, Margin, OrderDetails],
  providers: [CounterPageStore],
  templateUrl: './counter-page.html',
  styleUrl: './counter-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CounterPage {
  private readonly store = inject(Store);
  protected readonly page = inject(CounterPageStore);
  protected readonly isRead = this.store.selectSignal(ordersFeature.selectIsRead);
  private readonly findField = viewChild.required<EntryField>('find');
  protected readonly next = NEXT;
  /** The order that is asked about, as it was then. */
  private readonly asked = signal<Pick<Order, 'id' | 'state'> | null>(null);
  /** What the server knows against it that no page does: what the lots brought in that really went into it. */
  private readonly refused = signal('');

  constructor() {
    this.store.dispatch(KeepingActions.opened());
    inject(Actions)
      .pipe(ofType(OrderActions.moveFailed), takeUntilDestroyed())
      .subscribe(({ trouble, order }) => this.askOf(order, fieldTexts(trouble, '/customer')));
    inject(Keys).bind(
      { key: '/', does: 'Find a name, ticket or telephone', run: () => this.findField().focus() },
      { key: 'ArrowDown', does: 'Next order', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'Order before', run: () => this.page.step(-1) },
      { key: 'Enter', does: 'Next step of the chosen order', run: () => this.advanceChosen() },
    );
  }

  /** Takes an order a step on; what speaks against that is asked about first. */
  protected advance({ order, stop }: CounterRow): void {
    this.page.choose(order.id);
    this.refused.set('');
    // pressed twice it still waits for its answer
    if (stop) this.asked.set(order);
    else this.goOn(order);
  }

  protected isAsked(row: CounterRow): boolean {
    const asked = this.asked();
    return this.stopText(row) !== '' && asked?.id === row.order.id && asked.state === row.order.state;
  }

  /** What speaks against the next step of the order that is asked about. */
  protected stopText({ stop }: CounterRow): string {
    return this.refused() || (stop ?? '');
  }

  /** Whether somebody has to answer for it with their name. */
  protected isAnswered({ isClash }: CounterRow): boolean {
    return isClash || this.refused() !== '';
  }

  protected leave(): void {
    this.asked.set(null);
    this.refused.set('');
  }

  private askOf(order: Order, against: readonly string[]): void {
    if (against.length === 0) return;
    this.refused.set(against.join(' '));
    this.asked.set(order);
  }

  /** Takes an order a step on, with who answers for what its customer must never have. */
  protected goOn(order: Order, despiteAllergy?: AllergyWaiver): void {
    const next = NEXT[order.state];
    this.leave();
    if (!next) return;
    this.store.dispatch(
      OrderActions.moveAsked({ order, to: next.to, ...(despiteAllergy && { despiteAllergy }) }),
    );
  }

  private advanceChosen(): void {
    const rows = this.page.hours().flatMap((hour) => hour.rows);
    const row = rows.find((each) => each.order.id === this.page.chosenId());
    if (row && NEXT[row.order.state]) this.advance(row);
  }

  protected readonly hourText = hourText;
  protected readonly shortHour = shortHour;
  protected readonly spokenHour = spokenHour;
  protected readonly waivedText = waivedText;

  protected goTo(hour: string): void {
    const section = document.getElementById(`hour-${hour}`);
    section?.querySelector('details')?.setAttribute('open', '');
    section?.scrollIntoView({ block: 'start' });
  }

  /** Enter takes the one order that is found, or whose ticket was scanned, and the line is free for the next. */
  protected takeFound(find: string): void {
    const rows = this.page.hours().flatMap((hour) => hour.rows);
    const ticket = find.trim().toLowerCase();
    const row =
      rows.find(({ order }) => order.ticket.toLowerCase() === ticket) ?? (rows.length === 1 ? rows[0] : null);
    if (!row || ticket === '') return;
    this.page.choose(row.order.id);
    this.page.look('');
    const shown = document.getElementById(`order-${row.order.id}`);
    shown?.closest('details')?.setAttribute('open', '');
    shown?.scrollIntoView({ block: 'center' });
  }
}
