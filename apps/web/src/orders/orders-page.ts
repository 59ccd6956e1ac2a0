import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, effect, inject, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatTableModule } from '@angular/material/table';
import { countPieces } from '@alnage/core';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { EllStore } from '../shared/ell/ell.store';
import { count } from '../shared/formats/formats';
import { Keys } from '../shared/keys';
import { Margin } from '../shared/margin/margin';
import { OrderActions, ordersFeature } from '../state/orders.state';
import { OrdersPageStore } from './orders.store';
import { WaitingOffers } from './parts/waiting-offers';
import { OrderComposer } from './parts/order-composer';
import { OrderDetails } from '../shared/orders/order-details';

/** Orders: take, change and cancel; how each one stands in the plan. */
@Component({
  imports: [
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatTableModule,
    Margin,
    OrderComposer,
    OrderDetails,
    WaitingOffers,
  ],
  providers: [OrdersPageStore],
  templateUrl: './orders-page.html',
  styleUrl: './orders-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrdersPage {
  private readonly store = inject(Store);
  protected readonly page = inject(OrdersPageStore);
  protected readonly ell = inject(EllStore);
  private readonly findField = viewChild.required<ElementRef<HTMLInputElement>>('find');
  protected readonly columns = ['ticket', 'customer', 'pickup', 'what', 'pieces', 'state', 'standing'];
  protected readonly isRead = this.store.selectSignal(ordersFeature.selectIsRead);
  private readonly open = this.store.selectSignal(ordersFeature.selectOpenOrders);

  protected readonly summary = computed(() => {
    const pieces = countPieces(this.open().flatMap((order) => order.pieces));
    const orders = this.open().length;
    return `${count(orders)} ${orders === 1 ? 'order' : 'orders'} · ${count(pieces)} pieces`;
  });

  constructor() {
    inject(Keys).bind(
      { key: '+', does: 'New order', run: () => this.page.compose({ kind: 'new' }) },
      { key: '/', does: 'Find an order', run: () => this.findField().nativeElement.focus() },
      { key: 'ArrowDown', does: 'Next order', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'Order before', run: () => this.page.step(-1) },
      { key: 'Enter', does: 'Change the chosen order', run: () => this.change() },
      { key: 'Escape', does: 'Close what is open', run: () => this.close() },
    );
    inject(Actions)
      .pipe(ofType(OrderActions.saved), takeUntilDestroyed())
      .subscribe(({ order }) => {
        this.page.compose(null);
        this.page.choose(order);
      });
    effect(() => {
      const id = this.page.chosenId();
      document.getElementById(`order-${id}`)?.scrollIntoView({ block: 'nearest' });
    });
  }

  protected change(): void {
    const order = this.page.chosen();
    if (order?.state === 'promised' || order?.state === 'waiting')
      this.page.compose({ kind: 'change', order });
  }

  private close(): void {
    if (this.page.composing()) this.page.compose(null);
    else this.ell.clear();
  }
}
