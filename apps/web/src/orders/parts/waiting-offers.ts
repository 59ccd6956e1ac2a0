import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import type { Order, OrderNotices, OrderState } from '@alnage/contract';
import { depositDue } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { money } from '../../shared/formats/formats';
import { WallTime, wallText } from '../../shared/formats/wall-time';
import { Api } from '../../state/api';
import { OrderActions } from '../../state/orders.state';
import { planFeature } from '../../state/plan.state';
import { seasonFeature } from '../../state/season.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';

const WAIT_MS = 400;
const MS_PER_MINUTE = 60_000;
const NONE: OrderNotices = { offers: [], holdsOver: [] };

/**
 * Orders on the waiting list for which there is room now, and holds that are over: asked for again whenever orders, plan
 * or workshop change, and every minute while a place is held.
 */
@Component({
  selector: 'al-waiting-offers',
  imports: [MatButtonModule],
  template: `
    @for (offer of offers(); track offer.order.id) {
      <p class="note" role="status">
        <span>
          There is now room for <strong>{{ offer.order.customer }}</strong>, {{ offer.when }}, from the
          waiting list.
        </span>
        <button matButton="outlined" type="button" (click)="chosen.emit(offer.order)">Show it</button>
        <button matButton="filled" type="button" (click)="move(offer.order, 'promised')">Promise it</button>
      </p>
    }
    @for (hold of holdsOver(); track hold.order.id) {
      <p class="note care" role="status">
        <span>
          The hold of <strong>{{ hold.order.customer }}</strong>, {{ hold.when }}, ended {{ hold.until }}:
          {{ hold.missing }}.
        </span>
        <button matButton="outlined" type="button" (click)="chosen.emit(hold.order)">Show it</button>
        <button matButton="outlined" type="button" (click)="move(hold.order, 'waiting')">
          Release its place
        </button>
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
  private readonly clock = inject(WorkshopClock);
  private readonly figures = this.store.selectSignal(seasonFeature.selectFigures);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly plan = this.store.selectSignal(planFeature.selectSaved);
  private readonly situation = computed(() => ({
    // read anew with every change of an order
    figures: this.figures(),
    isAnyWaiting: (this.figures()?.waiting ?? 0) + (this.figures()?.held ?? 0) > 0,
    minute: (this.figures()?.held ?? 0) > 0 ? Math.floor(this.clock.now() / MS_PER_MINUTE) : 0,
    plan: this.plan(),
    workshop: this.workshop(),
  }));
  private readonly notices = toSignal(
    toObservable(this.situation).pipe(
      debounceTime(WAIT_MS),
      switchMap(({ isAnyWaiting }) =>
        // what cannot be asked now is asked with the next change
        isAnyWaiting ? this.api.orderNotices().pipe(catchError(() => of(NONE))) : of(NONE),
      ),
    ),
    { initialValue: NONE },
  );
  protected readonly offers = computed(() => {
    const wall = new WallTime(this.workshop()?.timeZone ?? 'UTC');
    return this.notices().offers.map((order) => ({ order, when: wall.dayTime(Date.parse(order.pickupAt)) }));
  });

  protected readonly holdsOver = computed(() => {
    const { timeZone = 'UTC', currency = 'EUR' } = this.workshop() ?? {};
    const wall = new WallTime(timeZone);
    return this.notices().holdsOver.map((order) => ({
      order,
      when: wall.dayTime(Date.parse(order.pickupAt)),
      until: wallText(order.holdUntil!),
      missing:
        order.depositMinor > 0
          ? `${money(depositDue(order), currency)} of its deposit is not paid`
          : 'nothing is paid',
    }));
  });

  protected move(order: Order, to: OrderState): void {
    this.store.dispatch(OrderActions.moveAsked({ order, to }));
  }
}
