import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { Order } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { WallTime } from '../../shared/formats/wall-time';
import { Api } from '../../state/api';
import { OrderActions, ordersFeature } from '../../state/orders.state';
import { planFeature } from '../../state/plan.state';
import { workshopFeature } from '../../state/workshop.state';

const WAIT_MS = 400;

/** Orders on the waiting list for which there is room now: asked for again whenever orders, plan or slots change. */
@Component({
  selector: 'al-waiting-offers',
  imports: [MatButtonModule],
  template: `
    @for (offer of offers(); track offer.order.id) {
      <p class="note" role="status">
        <span>
          There is room now for <strong>{{ offer.order.customer }}</strong>, {{ offer.when }}, who waits.
        </span>
        <button matButton="outlined" type="button" (click)="chosen.emit(offer.order)">Show it</button>
        <button matButton="filled" type="button" (click)="promise(offer.order)">Promise it</button>
      </p>
    }
  `,
  styles: `
    .note {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      align-items: center;
      margin-bottom: 12px;
    }
    span {
      flex: 1 1 240px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WaitingOffers {
  readonly chosen = output<Order>();

  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly orders = this.store.selectSignal(ordersFeature.selectOrders);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly plan = this.store.selectSignal(planFeature.selectSaved);
  private readonly situation = computed(() => ({
    waiting: this.orders().filter(({ state }) => state === 'waiting'),
    orders: this.orders(),
    plan: this.plan(),
    workshop: this.workshop(),
  }));
  private readonly ids = toSignal(
    toObservable(this.situation).pipe(
      debounceTime(WAIT_MS),
      switchMap(({ waiting }) =>
        // what cannot be asked now is asked with the next change
        waiting.length === 0 ? of([]) : this.api.offers().pipe(catchError(() => of([]))),
      ),
    ),
    { initialValue: [] as string[] },
  );
  protected readonly offers = computed(() => {
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    return this.ids().flatMap((id) => {
      const order = this.situation().waiting.find((each) => each.id === id);
      return order ? [{ order, when: wall.dayTime(Date.parse(order.pickupAt)) }] : [];
    });
  });

  protected promise(order: Order): void {
    this.store.dispatch(OrderActions.moveAsked({ order, to: 'promised' }));
  }
}
