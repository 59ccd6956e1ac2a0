import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Order, OrderEvent } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api } from '../../state/api';
import { troubleOf } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';
import type { WallTime } from '../formats/wall-time';
import { troubleText } from '../problem-text';
import { changeText, EVENT_WORDS } from './order-event-words';

interface Row {
  readonly head: string;
  readonly changes: readonly string[];
}

/** Who did what with an order, and when; read when it is opened, and again when the order changes. */
@Component({
  selector: 'al-order-history',
  template: `
    <details #details (toggle)="isOpen.set(details.open)">
      <summary>Who did what</summary>
      @if (failure(); as text) {
        <p class="over" role="alert">{{ text }}</p>
      }
      @for (row of rows(); track $index) {
        <p>
          <strong>{{ row.head }}</strong>
          @for (change of row.changes; track change) {
            <br /><span class="soft">{{ change }}</span>
          }
        </p>
      } @empty {
        @if (isOpen() && !failure()) {
          <p class="soft">Nothing is recorded yet: the order was taken before histories were kept.</p>
        }
      }
    </details>
  `,
  styles: `
    summary {
      min-height: 32px;
      font-weight: 600;
      cursor: pointer;
    }
    p {
      padding: 4px 0;
      border-bottom: 1px solid var(--rule);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderHistory {
  readonly order = input.required<Order>();
  readonly wall = input.required<WallTime>();

  private readonly api = inject(Api);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly names = inject(Store).selectSignal(workshopFeature.selectOrderNames);
  protected readonly isOpen = signal(false);
  private readonly read = toSignal(
    toObservable(
      computed(() => ({ id: this.order().id, isOpen: this.isOpen(), version: this.order().version })),
    ).pipe(
      switchMap(({ id, isOpen }) =>
        isOpen
          ? this.api.orderHistory(id).pipe(
              map((events) => ({ events, failure: '' })),
              catchError((error: unknown) => of({ events: [], failure: troubleText(troubleOf(error)) })),
            )
          : of({ events: [] as OrderEvent[], failure: '' }),
      ),
    ),
  );
  protected readonly failure = computed(() => this.read()?.failure ?? '');
  protected readonly rows = computed((): readonly Row[] => {
    const people = new Map((this.workshop()?.people ?? []).map(({ id, name }) => [id, name]));
    const words = {
      currency: this.workshop()?.currency ?? 'EUR',
      points: new Map((this.workshop()?.pickupPoints ?? []).map(({ id, name }) => [id, name])),
      names: this.names(),
    };
    return (this.read()?.events ?? []).map(({ at, by, what, changes }) => ({
      head: `${this.wall().dateTime(Date.parse(at))}: ${EVENT_WORDS[what]}${by === null ? '' : ` by ${people.get(by) ?? by}`}`,
      changes: what === 'taken' ? [] : changes.map((change) => changeText(change, words)),
    }));
  });
}
