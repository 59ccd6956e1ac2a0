import { inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { AllergyWaiver, CounterDeed, CounterDeedDraft, CounterTaken, Order } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { Api } from '../../state/api';
import { OrderActions } from '../../state/orders.state';
import type { Trouble } from '../../state/problem';
import { WorkshopClock } from '../../state/workshop-clock';
import type { KeptDeed } from '../deeds/deed-box';
import { DeedOutbox, type Answered } from '../deeds/deed-outbox';
import { personHere } from '../person/person';

export type CounterRefusal = NonNullable<CounterTaken['taken'][number]['refusal']>;
export type KeptCounterDeed = KeptDeed<CounterDeedDraft, CounterRefusal>;

/** The name of the counter’s box on this device. */
export const COUNTER_BOX = 'alnage-counter';
const UNREADABLE: CounterRefusal = { code: 'invalid-input', params: {}, errors: [] };

/**
 * Sends what is done at the counter. What cannot be sent counts as done: whoever stands there has gone with it. What the server refuses at
 * once is asked about where it was done; what it refuses later is told until somebody has seen it.
 */
@Injectable({ providedIn: 'root' })
export class CounterOutbox extends DeedOutbox<CounterDeedDraft, CounterRefusal> {
  /** Each asks what speaks against it, which takes its time. */
  protected override readonly atOnce = 20;
  private readonly api = inject(Api);
  private readonly clock = inject(WorkshopClock);
  private readonly store = inject(Store);
  /** Deeds that were done while nobody could be asked, by id. */
  private readonly done = signal<ReadonlySet<string>>(new Set());

  constructor() {
    super(COUNTER_BOX, UNREADABLE);
    inject(Actions)
      .pipe(ofType(OrderActions.counterUndoAsked), takeUntilDestroyed())
      .subscribe(({ order }) => this.add(order, { kind: 'take-back' }));
  }

  add(order: Pick<Order, 'id'>, deed: CounterDeed, despiteAllergy: AllergyWaiver | null = null): void {
    const at = Math.round(this.clock.precise());
    const draft = { id: uuid(), order: order.id, at, by: personHere(), isDone: false, despiteAllergy, deed };
    if (this.isAway()) this.found([draft]);
    this.put(draft);
  }

  /** What was done with an order and is on this device alone. */
  doneWith(order: string): CounterDeedDraft[] {
    return this.of(order).filter(({ id }) => this.done().has(id));
  }

  /** Whether something of an order is under way to the server. */
  isUnderWay(order: string): boolean {
    return this.of(order).some(({ id }) => !this.done().has(id));
  }

  protected override found(deeds: readonly CounterDeedDraft[]): void {
    this.done.update((ids) => new Set([...ids, ...deeds.map(({ id }) => id)]));
  }

  protected async post(deeds: readonly CounterDeedDraft[]): Promise<Answered<CounterRefusal>> {
    const drafts = deeds.map((draft) => ({ ...draft, isDone: this.done().has(draft.id) }));
    const { taken } = await firstValueFrom(this.api.sendCounterDeeds({ deeds: drafts }));
    const answers = new Map(taken.map((each) => [each.id, each]));
    const told = drafts.map((draft) => ({ draft, answer: answers.get(draft.id)! }));
    for (const { draft, answer } of told) this.tell(draft, answer);
    // what is asked about at once need not be told again
    const isAsked = (id: string): boolean => drafts.some((draft) => draft.id === id && !draft.isDone);
    return { taken: taken.map(({ id, refusal }) => ({ id, refusal: isAsked(id) ? null : refusal })) };
  }

  private tell({ deed, isDone }: CounterDeedDraft, { order, refusal }: CounterTaken['taken'][number]): void {
    if (!order) return;
    const isMoney = deed.kind === 'cash';
    if (refusal === null) {
      this.store.dispatch(isMoney ? OrderActions.paid({ order }) : OrderActions.counterDone({ order, deed }));
    } else if (!isDone) {
      const trouble = troubleOf(refusal);
      this.store.dispatch(
        isMoney ? OrderActions.payFailed({ trouble }) : OrderActions.moveFailed({ trouble, order }),
      );
    }
  }

  private of(order: string): CounterDeedDraft[] {
    return this.waiting()
      .map(({ event }) => event)
      .filter((event) => event.order === order);
  }
}

/** A refusal as the page tells troubles: its fields are those of the deed. */
export function troubleOf({ code, params, errors }: CounterRefusal): Trouble {
  const fields = errors.map((each) => ({ ...each, pointer: each.pointer.replace(/^\/deed/, '') }));
  return { code, params, errors: fields } as unknown as Trouble;
}
