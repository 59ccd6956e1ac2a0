import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Order } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { catchError, of, startWith, switchMap } from 'rxjs';
import { MessagesApi } from '../../state/messages-api';
import { LiveActions } from '../../state/live.state';
import type { WallTime } from '../formats/wall-time';
import { MESSAGE_WORDS, messageStanding } from './message-words';

/** What the customer of an order was told, and will be; what did not arrive is seen without looking for it. */
@Component({
  selector: 'al-order-messages',
  template: `
    @for (row of bounced(); track row.id) {
      <p class="note over">
        <strong>{{ row.what }}</strong> {{ row.text }}. Ring them.
      </p>
    }
    @if (rows().length > 0) {
      <details>
        <summary>What they are told</summary>
        <ul>
          @for (row of rows(); track row.id) {
            <li>
              {{ row.what }}<small [class]="row.tone">{{ row.text }}</small>
            </li>
          }
        </ul>
      </details>
    }
  `,
  styles: `
    summary {
      min-height: 44px;
      padding: 12px 0;
      cursor: pointer;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 6px 0;
      border-bottom: 1px solid var(--rule);
    }
    small {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderMessages {
  readonly order = input.required<Order>();
  readonly wall = input.required<WallTime>();

  private readonly api = inject(MessagesApi);
  private readonly actions = inject(Actions);
  private readonly id = computed(() => this.order().id);
  private readonly read = toSignal(
    toObservable(this.id).pipe(
      switchMap((id) =>
        this.actions.pipe(
          ofType(LiveActions.messagesChanged),
          startWith(null),
          switchMap(() => this.api.messages(id).pipe(catchError(() => of([])))),
          startWith([]),
        ),
      ),
    ),
    { initialValue: [] },
  );
  protected readonly rows = computed(() =>
    this.read().map((message) => ({
      ...{ id: message.id, what: MESSAGE_WORDS[message.kind], state: message.state },
      ...messageStanding(message, this.wall()),
    })),
  );
  protected readonly bounced = computed(() => this.rows().filter(({ state }) => state === 'bounced'));
}
