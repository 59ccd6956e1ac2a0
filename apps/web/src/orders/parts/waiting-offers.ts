import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { Order } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { WallTime } from '../../shared/formats/wall-time';
import { Api } from '../../state/api';
import { OrderActions } from '../../state/orders.state';
import { planFeature } from '../../state/plan.state';
import { seasonFeature } from '../../state/season.state';
import { workshopFeature } from '../../state/workshop.state';

const WAIT_MS = 400;

/** Orders on the waiting list for which there is room now: asked for again whenever orders, plan or workshop change. */
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
  private readonly figures = this.store.selectSignal(seasonFeature.selectFigures);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly plan = this.store.selectSignal(planFeature.selectSaved);
  private readonly situation = computed(() => ({
    // read anew with every change of an order
    figures: this.figures(),
    isAnyWaiting: (this.figures()?.waiting ?? 0) > 0,
    plan: this.plan(),
    workshop: this.workshop(),
  }));
  private readonly waiting = toSignal(
    toObservable(this.situation).pipe(
      debounceTime(WAIT_MS),
      switchMap(({ isAnyWaiting }) =>
        // what cannot be asked now is asked with the next change
        isAnyWaiting ? this.api.offers().pipe(catchError(() => of<Order[]>([]))) : of([]),
      ),
    ),
    { initialValue: [] as Order[] },
  );
  protected readonly offers = computed(() => {
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    return this.waiting().map((order) => ({ order, when: wall.dayTime(Date.parse(order.pickupAt)) }));
  });

  protected promise(order: Order): void {
    this.store.dispatch(OrderActions.moveAsked({ order, to: 'promised' }));
  }
}
