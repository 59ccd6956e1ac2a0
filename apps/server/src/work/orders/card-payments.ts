import type { CardDraft, CardSeen, CardState, Order } from '@alnage/contract';
import { In, type DataSource, type EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { answerWithin, type CardTerminal, type TerminalAnswer } from '../../platform/devices/card-terminal';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp } from '../../shop/seasons/set-up';
import { CardRequestEntity, OrderEntity } from '../../store/work/order.entity';
import { orderView } from '../../week/orders/order-view';
import { bookPayment, requirePayable } from './order-money';
import { lockedOrder, orderNow, requireVersion } from './order-rows';

/** A terminal that has not answered for so long is looked at by somebody. Shop default. */
const WAIT_MS = 60_000;

/** What becomes of a request that the terminal did not answer. */
type Settled = TerminalAnswer | { readonly kind: 'unanswered' };

/** A request, and whose it is. */
type RequestKey = Pick<CardRequestEntity, 'id' | 'orderId'>;

interface CardParts {
  readonly db: DataSource;
  readonly clock: Pick<WorkshopClock, 'now'>;
  readonly terminal: CardTerminal;
  readonly log: (error: unknown) => void;
  readonly waitMs?: number;
}

/**
 * Card payments of orders. The terminal is asked beside any transaction, since it may answer late or never; what it was asked is written
 * down first, so that nothing it takes is lost, and while it is open nobody takes the same money another way.
 */
export class CardPayments {
  constructor(private readonly parts: CardParts) {}

  /**
   * Asks the terminal, once by the request's id however often it comes.
   * @throws ProblemError `order-changed`, `card-open`; `already-done` for an id of another order; `invalid-input` for more than is due
   */
  async ask(orderId: string, { id, version, ...entry }: CardDraft, by: string | null): Promise<Order> {
    const { db, clock } = this.parts;
    const { order, isNew } = await db.transaction(async (manager) => {
      const { timeZone } = await requireSetUp(manager);
      const order = await lockedOrder(manager, orderId);
      const known = await manager.findOneBy(CardRequestEntity, { id });
      if (known && known.orderId !== orderId) throw new ProblemError('already-done', { id });
      if (known) return { order: orderView(order, timeZone), isNew: false };
      requireVersion(order, version, timeZone);
      requirePayable(entry, orderView(order, timeZone));
      const row = { id, orderId, ...entry, state: 'asked' as const, at: clock.now(), by, settledAt: null };
      await manager.insert(CardRequestEntity, row);
      await touched(manager, order);
      return { order: await orderNow(manager, orderId, timeZone), isNew: true };
    });
    if (isNew) void this.follow(id, entry).catch(this.parts.log);
    return order;
  }

  /** Wishes that the terminal called it off; what came of it is told once it answers. @throws ProblemError `record-not-found` */
  async cancel(request: RequestKey): Promise<Order> {
    await this.find(request);
    this.parts.terminal.cancel(request.id);
    return this.orderOf(request.orderId);
  }

  /** What somebody saw on a terminal that did not answer. @throws ProblemError `record-not-found`, `already-done` */
  async seen(request: RequestKey, { wasTaken }: CardSeen, by: string | null): Promise<Order> {
    const { state, id } = await this.find(request);
    if (state !== 'unanswered') throw new ProblemError('already-done', { state });
    await this.settle(id, wasTaken ? { kind: 'taken', reference: SEEN } : { kind: 'cancelled' }, by);
    return this.orderOf(request.orderId);
  }

  /** What was asked before the server ended is answered by nobody any more: somebody looks. */
  async resume(): Promise<void> {
    const open = await this.parts.db.manager.findBy(CardRequestEntity, { state: In(['asked']) });
    for (const { id } of open) await this.settle(id, { kind: 'unanswered' });
  }

  private async follow(
    id: string,
    { kind, amountMinor }: Pick<CardDraft, 'kind' | 'amountMinor'>,
  ): Promise<void> {
    const { terminal, waitMs = WAIT_MS, log } = this.parts;
    const asked = { id, kind: kind === 'refund' ? 'refund' : 'charge', amountMinor } as const;
    const late = (answer: TerminalAnswer): void => void this.settle(id, answer).catch(log);
    const answer = await answerWithin(terminal.transact(asked), waitMs, late);
    await this.settle(id, answer ?? { kind: 'unanswered' });
  }

  /** Books what the terminal took, whatever became of the order meanwhile: the money has moved. */
  private settle(id: string, settled: Settled, by?: string | null): Promise<void> {
    const { db, clock } = this.parts;
    return db.transaction(async (manager) => {
      const known = await manager.findOneByOrFail(CardRequestEntity, { id });
      const setUp = await requireSetUp(manager);
      const order = await lockedOrder(manager, known.orderId);
      const request = order.cards.find((each) => each.id === id)!;
      if (!isNews(request.state, settled)) return;
      const at = clock.now();
      await manager.update(CardRequestEntity, { id }, { state: settled.kind, settledAt: at });
      if (settled.kind !== 'taken') return touched(manager, order);
      const { kind, amountMinor } = request;
      await bookPayment(manager, setUp, {
        ...{ order, kind, method: 'card', amountMinor, reference: settled.reference, givenMinor: null },
        ...{ at, by: by === undefined ? request.by : by },
      });
    });
  }

  private async find({ id, orderId }: RequestKey): Promise<CardRequestEntity> {
    const found = await this.parts.db.manager.findOneBy(CardRequestEntity, { id, orderId });
    if (!found) throw new ProblemError('record-not-found', { what: 'card request', id });
    return found;
  }

  private async orderOf(id: string): Promise<Order> {
    const { manager } = this.parts.db;
    return orderNow(manager, id, (await requireSetUp(manager)).timeZone);
  }
}

/** Stands for the terminal's number where somebody read it off the terminal. */
const SEEN = 'seen on the terminal';

/** Whether an answer tells something that is not known yet; money that was taken always does, once. */
function isNews(state: CardState, { kind }: Settled): boolean {
  if (kind === 'taken') return state !== 'taken';
  return state === 'asked' || (state === 'unanswered' && kind !== 'unanswered');
}

/** The order is another for whoever has it open. */
async function touched(manager: EntityManager, { id, version }: OrderEntity): Promise<void> {
  await manager.update(OrderEntity, { id }, { version: version + 1 });
  await announce(manager, 'orders');
}
