import type { CounterDeedDraft, CounterTaken, Order } from '@alnage/contract';
import type { DataSource, EntityManager } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import { isAhead } from '../../platform/time/screen-clock';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { instantOf, wallClockOf } from '../../platform/time/workshop-time';
import { requireSetUp } from '../../shop/seasons/set-up';
import { CounterDeedEntity, OrderEntity } from '../../store/work/order.entity';
import { PersonEntity } from '../../store/workshop/resources.entity';
import { orderView } from '../../week/orders/order-view';
import { bookPayment, requireEnough, requirePayable } from './order-money';
import { OrderMoves, type HeldOrder } from './order-moves';
import { PromiseGate } from './promise-gate';
import { lockedOrder, orderNow, told } from './order-rows';

/** A deed with who really did it, and when. */
type Doing = CounterDeedDraft & { readonly on: { readonly at: Date; readonly by: string | null } };

/**
 * Writes down what is done at the counter: each deed once, by its id, however often and late it is sent. A deed is held against the order
 * as it is, not as its screen saw it: what two telephones do at once is taken from one of them and refused to the other.
 */
export class CounterService {
  private readonly moves: OrderMoves;

  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {
    this.moves = new OrderMoves(new PromiseGate(clock));
  }

  /** Takes deeds in their order; what cannot be taken is told, and holds nothing else up. */
  async take(deeds: readonly CounterDeedDraft[]): Promise<CounterTaken> {
    const taken: CounterTaken['taken'] = [];
    for (const draft of deeds) taken.push(await this.taken(draft));
    return { taken };
  }

  private async taken(draft: CounterDeedDraft): Promise<CounterTaken['taken'][number]> {
    const { id, order } = draft;
    const at = new Date(draft.at).toISOString();
    try {
      return {
        id,
        at,
        refusal: null,
        order: await this.db.transaction((manager) => this.one(manager, draft)),
      };
    } catch (error) {
      if (!(error instanceof ProblemError) || error.statusCode >= 500) throw error;
      const { code, params, errors } = error;
      const refusal = {
        code,
        params: { ...params, current: undefined },
        errors: errors.map((each) => ({ ...each })),
      };
      return { id, at, refusal, order: await this.orderNow(order) };
    }
  }

  private async one(manager: EntityManager, draft: CounterDeedDraft): Promise<Order> {
    const setUp = await requireSetUp(manager);
    const order = await lockedOrder(manager, draft.order);
    if (await manager.existsBy(CounterDeedEntity, { id: draft.id })) return orderView(order, setUp.timeZone);
    const now = this.clock.now();
    if (isAhead(draft.at, now)) {
      const params = { now: wallClockOf(now, setUp.timeZone) };
      throw new ProblemError('invalid-input', {}, [fieldProblem('/at', 'in-future', params)]);
    }
    const isOfCrew = draft.by !== null && (await manager.existsBy(PersonEntity, { id: draft.by }));
    const on = { at: new Date(draft.at), by: isOfCrew ? draft.by : null };
    const after = await this.done({ manager, setUp, order }, { ...draft, on });
    const { id, deed } = draft;
    await manager.insert(CounterDeedEntity, {
      id,
      orderId: order.id,
      ...on,
      kind: deed.kind,
      receivedAt: now,
    });
    return after;
  }

  private done(held: HeldOrder, doing: Doing): Promise<Order> {
    const { manager, setUp, order } = held;
    const { deed, on, despiteAllergy, id, isDone } = doing;
    const step = { ...on, despiteKitchen: null, despiteAllergy };
    switch (deed.kind) {
      case 'shelve':
        return this.moves.move(held, { ...step, to: 'ready' });
      case 'hand-over': {
        const { collectedBy, parts } = deed;
        const collecting = { id, collectedBy, parts, isDone };
        return this.moves.move(held, { ...step, to: 'handed-over', collecting });
      }
      case 'take-back':
        return this.moves.takeBack(held, on);
      case 'not-collected':
        return this.moves.move(held, { ...step, to: 'not-collected' });
      case 'keep':
        return keep(held, deed.until, on);
      case 'cash': {
        const { amountMinor, givenMinor } = deed;
        requireEnough(amountMinor, givenMinor, '/deed/givenMinor');
        requirePayable(
          { kind: 'payment', amountMinor },
          orderView(order, setUp.timeZone),
          '/deed/amountMinor',
        );
        const entry = { kind: 'payment', method: 'cash', amountMinor, givenMinor, reference: null } as const;
        return bookPayment(manager, setUp, { order, ...entry, ...on });
      }
    }
  }

  private async orderNow(id: string): Promise<Order | null> {
    const { timeZone } = await requireSetUp(this.db.manager);
    const order = await this.db.manager.findOneBy(OrderEntity, { id });
    return order && orderView(order, timeZone);
  }
}

/** Keeps an order for somebody who is late. @throws ProblemError `order-state`; `invalid-input` for a time that is over */
async function keep(
  { manager, setUp: { timeZone, span }, order }: HeldOrder,
  until: string | null,
  on: Doing['on'],
): Promise<Order> {
  if (order.state !== 'ready') throw new ProblemError('order-state', { state: order.state });
  const keptUntil = until === null ? null : instantOf(until, timeZone);
  if (until !== null && (keptUntil === null || keptUntil <= on.at || keptUntil > span.end)) {
    const range = `later than ${wallClockOf(on.at, timeZone).replace('T', ' ')}, and within the season`;
    const params = { value: until.replace('T', ' '), range };
    throw new ProblemError('invalid-input', {}, [fieldProblem('/deed/until', 'out-of-range', params)]);
  }
  const before = orderView(order, timeZone);
  const { id, version } = order;
  await manager.update(OrderEntity, { id }, { keptUntil, version: version + 1 });
  return told(manager, { what: 'changed', before, after: await orderNow(manager, id, timeZone) }, on);
}
