import type { Order, OrderChange, OrderDraft, OrderMove } from '@alnage/contract';
import type { DataSource, EntityManager } from 'typeorm';
import { announce } from '../plugins/live';
import { ProblemError } from '../plugins/problem-error';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { PieceEntity } from '../pieces/piece.entity';
import { PickupPointEntity } from '../workshop/resources.entity';
import { requireSetUp, type SetUp } from '../workshop/set-up';
import { instantOf } from '../workshop/workshop-time';
import { canMove, draftProblems, type OrderContext } from './order-rules';
import { orderView } from './order-view';
import { OrderEntity, OrderLineEntity } from './order.entity';

/** Takes, changes and moves orders; each call is one transaction and tells every open page. */
export class OrdersService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: WorkshopClock,
  ) {}

  async list(): Promise<Order[]> {
    const { timeZone } = await requireSetUp(this.db.manager);
    const orders = await this.db
      .getRepository(OrderEntity)
      .find({ order: { pickupAt: 'ASC', ticket: 'ASC' } });
    return orders.map((order) => orderView(order, timeZone));
  }

  async find(id: string): Promise<Order> {
    const { timeZone } = await requireSetUp(this.db.manager);
    const order = await this.db.getRepository(OrderEntity).findOneBy({ id });
    if (!order) throw new ProblemError('order-not-found', { id });
    return orderView(order, timeZone);
  }

  /** @throws ProblemError `invalid-input` naming each field at fault; nothing is stored then */
  take(draft: OrderDraft): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      await this.judge(manager, draft, setUp);
      const [{ number }] = (await manager.query(`select nextval('order_ticket') as number`)) as [
        { number: string },
      ];
      const order = manager.create(OrderEntity, {
        ...fields(draft, setUp),
        ticket: `${setUp.season.ticketPrefix}-${number.padStart(4, '0')}`,
        state: 'promised',
        version: 1,
        createdAt: this.clock.now(),
        lines: linesOf(draft),
      });
      await manager.save(order);
      await announce(manager, 'orders');
      return orderView(order, setUp.timeZone);
    });
  }

  /** @throws ProblemError `order-changed` with the order as it is now, when it is no longer the version given */
  change(id: string, change: OrderChange): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const order = await this.lock(manager, { id, version: change.version }, setUp.timeZone);
      if (order.state !== 'promised') throw new ProblemError('order-state', { state: order.state });
      await this.judge(manager, change, setUp);
      await manager.delete(OrderLineEntity, { orderId: id });
      Object.assign(order, fields(change, setUp), { version: order.version + 1, lines: linesOf(change) });
      await manager.save(order);
      await announce(manager, 'orders');
      return orderView(order, setUp.timeZone);
    });
  }

  /** @throws ProblemError `order-state` when the order cannot go there from where it is */
  move(id: string, { to, version }: OrderMove): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const { timeZone } = await requireSetUp(manager);
      const order = await this.lock(manager, { id, version }, timeZone);
      if (!canMove(order.state, to)) throw new ProblemError('order-state', { state: order.state, to });
      Object.assign(order, { state: to, version: order.version + 1 });
      await manager.save(order);
      await announce(manager, 'orders');
      return orderView(order, timeZone);
    });
  }

  private async lock(
    manager: EntityManager,
    { id, version }: { id: string; version: number },
    timeZone: string,
  ): Promise<OrderEntity> {
    const row = await manager.findOne(OrderEntity, {
      where: { id },
      lock: { mode: 'pessimistic_write' },
      loadEagerRelations: false,
    });
    if (!row) throw new ProblemError('order-not-found', { id });
    const order = await manager.findOneByOrFail(OrderEntity, { id });
    if (order.version !== version)
      throw new ProblemError('order-changed', { current: orderView(order, timeZone) });
    return order;
  }

  private async judge(manager: EntityManager, draft: OrderDraft, setUp: SetUp): Promise<void> {
    const ids = async (entity: typeof PieceEntity | typeof PickupPointEntity): Promise<Set<string>> =>
      new Set((await manager.find(entity, { select: { id: true } })).map(({ id }) => id));
    const context: OrderContext = {
      pieceIds: await ids(PieceEntity),
      pickupPointIds: await ids(PickupPointEntity),
      timeZone: setUp.timeZone,
      now: this.clock.now(),
      season: setUp.span,
    };
    const problems = draftProblems(draft, context);
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
  }
}

function fields(
  draft: OrderDraft,
  setUp: SetUp,
): Pick<OrderEntity, 'customer' | 'note' | 'pickupAt' | 'pickupPointId'> {
  return {
    customer: draft.customer.trim(),
    note: draft.note.trim(),
    pickupAt: instantOf(draft.pickup, setUp.timeZone)!,
    pickupPointId: draft.pickupPoint,
  };
}

function linesOf(draft: OrderDraft): OrderLineEntity[] {
  return draft.lines.map((line, position) =>
    Object.assign(new OrderLineEntity(), { position, pieceId: line.piece, pieces: line.pieces }),
  );
}
