import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, inject, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Order, OrderState } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { Keys } from '../shared/keys';
import { hourText } from '../shared/formats/wall-time';
import { Margin } from '../shared/margin/margin';
import { OrderDetails } from '../shared/orders/order-details';
import { waivedText } from '../shared/orders/waiver-words';
import { OrderActions, ordersFeature } from '../state/orders.state';
import { CounterPageStore } from './counter.store';

/** The next step of an order at the counter. */
const NEXT: Partial<Record<OrderState, { to: OrderState; verb: string }>> = {
  promised: { to: 'ready', verb: 'On the shelf' },
  ready: { to: 'handed-over', verb: 'Hand over' },
};

/** Counter: who collects when, is it there, tick it off. */
@Component({
  imports: [MatButtonModule, MatFormFieldModule, MatInputModule, Margin, OrderDetails],
  providers: [CounterPageStore],
  templateUrl: './counter-page.html',
  styleUrl: './counter-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CounterPage {
  private readonly store = inject(Store);
  protected readonly page = inject(CounterPageStore);
  protected readonly isRead = this.store.selectSignal(ordersFeature.selectIsRead);
  private readonly findField = viewChild.required<ElementRef<HTMLInputElement>>('find');
  protected readonly next = NEXT;

  constructor() {
    inject(Keys).bind(
      { key: '/', does: 'Find a name or ticket', run: () => this.findField().nativeElement.focus() },
      { key: 'ArrowDown', does: 'Next order', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'Order before', run: () => this.page.step(-1) },
      { key: 'Enter', does: 'Next step of the chosen order', run: () => this.advance(this.page.chosen()) },
    );
  }

  protected advance(order: Order | null): void {
    const next = order && NEXT[order.state];
    if (next) this.store.dispatch(OrderActions.moveAsked({ order, to: next.to }));
  }

  protected readonly hourText = hourText;
  protected readonly waivedText = waivedText;

  protected goTo(hour: string): void {
    document.getElementById(`hour-${hour}`)?.scrollIntoView({ block: 'start' });
  }
}
