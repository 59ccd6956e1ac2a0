import {
  PROMISED_STATES,
  type Order,
  type OrderChange,
  type OrderDraft,
  type OrderMove,
} from '@alnage/contract';
import type { DataSource, EntityManager } from 'typeorm';
import { announce } from '../plugins/live';
import { ProblemError } from '../plugins/problem-error';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { requireSetUp, type SetUp } from '../workshop/set-up';
import { instantOf, wallClockOf } from '../workshop/workshop-time';
import { filledContents } from './filled-contents';
import { orderContext, type OrderContext } from './order-context';
import { canMove, draftProblems } from './order-rules';
import { contentsOf, orderView } from './order-view';
import { OrderBoxEntity, OrderEntity, OrderLineEntity } from './order.entity';
import { PromiseGate } from './promise-gate';

/** Takes, changes and moves orders; each call is one transaction and tells every open page. */
export class OrdersService {
  private readonly gate: PromiseGate;

  constructor(
    private readonly db: DataSource,
    private readonly clock: WorkshopClock,
  ) {
    this.gate = new PromiseGate(clock);
  }

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
  take({ state, despiteKitchen, ...draft }: OrderDraft): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const context = await this.judge(manager, draft, setUp);
      if (state === 'promised')
        await this.gate.requireRoom(manager, setUp, {
          ...asked(draft, context),
          changing: null,
          despiteKitchen,
        });
      const [{ number }] = (await manager.query(`select nextval('order_ticket') as number`)) as [
        { number: string },
      ];
      const order = manager.create(OrderEntity, {
        ...fields(draft, setUp),
        ...orderedRows(draft, context, null),
        ticket: `${setUp.season.ticketPrefix}-${number.padStart(4, '0')}`,
        state,
        version: 1,
        createdAt: this.clock.now(),
      });
      await manager.save(order);
      await announce(manager, 'orders');
      return orderView(order, setUp.timeZone);
    });
  }

  /** @throws ProblemError `order-changed` with the order as it is now, when it is no longer the version given */
  change(id: string, { version, despiteKitchen, ...draft }: OrderChange): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const order = await this.lock(manager, { id, version }, setUp.timeZone);
      if (order.state !== 'promised' && order.state !== 'waiting')
        throw new ProblemError('order-state', { state: order.state });
      const context = await this.judge(manager, draft, setUp);
      if (order.state === 'promised')
        await this.gate.requireRoom(manager, setUp, {
          ...asked(draft, context),
          changing: id,
          despiteKitchen,
        });
      const rows = orderedRows(draft, context, order);
      await manager.delete(OrderLineEntity, { orderId: id });
      await manager.delete(OrderBoxEntity, { orderId: id });
      Object.assign(order, fields(draft, setUp), rows, { version: version + 1 });
      await manager.save(order);
      await announce(manager, 'orders');
      return orderView(order, setUp.timeZone);
    });
  }

  /** @throws ProblemError `order-state` when the order cannot go there from where it is */
  move(id: string, { to, version, despiteKitchen }: OrderMove): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const order = await this.lock(manager, { id, version }, setUp.timeZone);
      if (!canMove(order.state, to)) throw new ProblemError('order-state', { state: order.state, to });
      if (to === 'promised' && !PROMISED_STATES.includes(order.state))
        await this.gate.requireRoom(manager, setUp, {
          contents: contentsOf(order),
          pickup: wallClockOf(order.pickupAt, setUp.timeZone),
          pickupPoint: order.pickupPointId,
          changing: id,
          despiteKitchen,
        });
      Object.assign(order, { state: to, version: order.version + 1 });
      await manager.save(order);
      await announce(manager, 'orders');
      return orderView(order, setUp.timeZone);
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

  private async judge(manager: EntityManager, draft: Fields, setUp: SetUp): Promise<OrderContext> {
    const context = await orderContext(manager, setUp, this.clock.now());
    const problems = draftProblems(draft, context);
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
    return context;
  }
}

type Fields = Omit<OrderDraft, 'state' | 'despiteKitchen'>;

function asked(draft: Fields, { boxes }: OrderContext) {
  const { pickup, pickupPoint } = draft;
  return { contents: filledContents(draft, boxes), pickup, pickupPoint };
}

function fields(
  draft: Fields,
  setUp: SetUp,
): Pick<OrderEntity, 'customer' | 'note' | 'pickupAt' | 'pickupPointId'> {
  return {
    customer: draft.customer.trim(),
    note: draft.note.trim(),
    pickupAt: instantOf(draft.pickup, setUp.timeZone)!,
    pickupPointId: draft.pickupPoint,
  };
}

/** What is ordered, as rows: a price that was agreed before stays, what is new costs what it costs today. */
function orderedRows(
  draft: Fields,
  context: OrderContext,
  before: OrderEntity | null,
): Pick<OrderEntity, 'lines' | 'boxes'> {
  const { lines, boxes } = filledContents(draft, context.boxes);
  return {
    lines: lines.map(({ piece: pieceId, pieces }, position) => {
      const known = before?.lines.find((line) => line.pieceId === pieceId);
      const priceMinor = known ? known.priceMinor : context.pieces.get(pieceId)!.costs.priceMinor;
      return Object.assign(new OrderLineEntity(), { position, pieceId, pieces, priceMinor });
    }),
    boxes: boxes.map(({ box: boxId, count, contents }, position) => {
      const known = before?.boxes.find((each) => each.boxId === boxId);
      const priceMinor = known ? known.priceMinor : context.boxes.get(boxId)!.priceMinor;
      return Object.assign(new OrderBoxEntity(), { position, boxId, count, contents, priceMinor });
    }),
  };
}
