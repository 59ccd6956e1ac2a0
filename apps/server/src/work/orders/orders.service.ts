import { randomUUID } from 'node:crypto';
import {
  type Order,
  type OrderChange,
  type OrderDraft,
  type OrderEvent,
  type OrderMove,
  type OrderPage,
  type OrderNotices,
  type OrderQuery,
  type OrderState,
  type PaymentDraft,
} from '@alnage/contract';
import {
  agreedPrices,
  depositOf,
  filledContents,
  isHoldOver,
  piecesOfOrder,
  pricedOrder,
  type OrderContents,
} from '@alnage/core';
import { ILike, IsNull, Not, type DataSource, type EntityManager } from 'typeorm';
import { CustomerEntity } from '../../store/work/customer.entity';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { instantOf, wallClockOf } from '../../platform/time/workshop-time';
import { orderContext, pricesToday, type OrderContext } from '../../week/orders/order-context';
import { draftProblems } from '../../week/orders/order-rules';
import { contentsOf, orderView, pricedContentsOf } from '../../week/orders/order-view';
import { pickupWithin } from '../../week/orders/pickup-within';
import { escapedLike } from '../../platform/database/escaped-like';
import { requireFit, type FitWanted } from './allergy-gate';
import { orderPage } from './order-pages';
import { orderHistory } from './order-events';
import { OrderMoves } from './order-moves';
import { bookPayment, requireEnough, requirePayable } from './order-money';
import { lockedVersion, told } from './order-rows';
import { OrderBoxEntity, OrderEntity, OrderLineEntity } from '../../store/work/order.entity';
import { PromiseGate } from './promise-gate';

/** States in which what is ordered can still be changed. */
const CHANGEABLE: readonly OrderState[] = ['asked', 'waiting', 'promised'];

/** Takes, changes and moves orders; each call is one transaction and tells every open page. */
export class OrdersService {
  private readonly gate: PromiseGate;
  private readonly moves: OrderMoves;

  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {
    this.gate = new PromiseGate(clock);
    this.moves = new OrderMoves(this.gate);
  }

  /** A part of the season's orders. */
  async page(query: OrderQuery): Promise<OrderPage> {
    const { manager } = this.db;
    return orderPage(manager, await requireSetUp(manager), query);
  }

  async find(id: string): Promise<Order> {
    const { timeZone } = await requireSetUp(this.db.manager);
    const order = await this.db.getRepository(OrderEntity).findOneBy({ id });
    if (!order) throw new ProblemError('order-not-found', { id });
    return orderView(order, timeZone);
  }

  /** @throws ProblemError `invalid-input` naming each field at fault; nothing is stored then */
  take({ state, despiteKitchen, ...draft }: OrderDraft, by: string | null): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const context = await this.judge(manager, draft, setUp);
      const customerId = await customerNamed(manager, draft.customer);
      const wanted = asked(draft, context);
      const allergyWaiver = await requireFit(manager, fitOf(draft, wanted, { customerId, before: null }));
      const id = randomUUID();
      if (state === 'promised')
        await this.gate.requireRoom(manager, setUp, {
          ...wanted,
          id,
          changing: null,
          despiteKitchen,
        });
      const [{ number }] = (await manager.query(`select nextval('order_ticket') as number`)) as [
        { number: string },
      ];
      const order = manager.create(OrderEntity, {
        id,
        ...fields(draft, setUp, context),
        customerId,
        allergyWaiver,
        kitchenOverruled: state === 'promised' ? despiteKitchen : null,
        swaps: [],
        ...orderedRows(draft, context, null),
        ticket: `${setUp.season.ticketPrefix}-${number.padStart(4, '0')}`,
        state,
        version: 1,
        createdAt: this.clock.now(),
        payments: [],
      });
      await manager.save(order);
      return told(
        manager,
        { what: 'taken', before: null, after: orderView(order, setUp.timeZone) },
        { by, at: this.clock.now() },
      );
    });
  }

  /** @throws ProblemError `order-changed` with the order as it is now, when it is no longer the version given */
  change(id: string, { version, despiteKitchen, ...given }: OrderChange, by: string | null): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const order = await lockedVersion(manager, { id, version }, setUp.timeZone);
      if (!CHANGEABLE.includes(order.state)) throw new ProblemError('order-state', { state: order.state });
      // what is not told of stays: nobody takes back that somebody must never have nuts by saying nothing of it
      const draft = { phone: order.phone, allergies: order.allergies, ...given };
      const context = await this.judge(manager, withoutKeptHold(draft, order, setUp), setUp);
      const customerId = await customerNamed(manager, draft.customer);
      const known = order.customerId === customerId ? order.allergyWaiver : null;
      const wanted = asked(draft, context);
      const allergyWaiver = await requireFit(manager, fitOf(draft, wanted, { customerId, before: known }));
      const before = orderView(order, setUp.timeZone);
      const kitchenOverruled =
        despiteKitchen ?? (isAskedAsBefore(wanted, before) ? order.kitchenOverruled : null);
      if (order.state === 'promised')
        await this.gate.requireRoom(manager, setUp, {
          ...wanted,
          id,
          changing: id,
          despiteKitchen: kitchenOverruled,
        });
      const rows = orderedRows(draft, context, order);
      await manager.delete(OrderLineEntity, { orderId: id });
      await manager.delete(OrderBoxEntity, { orderId: id });
      // what somebody changed by hand stands for nothing else any more
      const swaps = isSameContents(pricedContentsOf(order), wanted.contents) ? order.swaps : [];
      const others = { customerId, allergyWaiver, kitchenOverruled, swaps, version: version + 1 };
      Object.assign(order, fields(draft, setUp, context), rows, others);
      await manager.save(order);
      return told(
        manager,
        { what: 'changed', before, after: orderView(order, setUp.timeZone) },
        { by, at: this.clock.now() },
      );
    });
  }

  /** Takes an order a step on, or back. @throws ProblemError as `OrderMoves.move`; `order-changed` */
  move(
    id: string,
    { to, version, despiteKitchen, despiteAllergy }: OrderMove,
    by: string | null,
  ): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const order = await lockedVersion(manager, { id, version }, setUp.timeZone);
      return this.moves.move(
        { manager, setUp, order },
        {
          ...{ to, despiteKitchen, despiteAllergy: despiteAllergy ?? null },
          ...{ at: this.clock.now(), by },
        },
      );
    });
  }

  /**
   * Takes cash for an order, or gives it back. The order is held meanwhile, so that two cannot take the same balance.
   * @throws ProblemError `invalid-input` for more than is due, more given back than was paid or less given than is paid; `card-open`
   */
  pay(
    id: string,
    { version, kind, amountMinor, givenMinor }: PaymentDraft,
    by: string | null,
  ): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const order = await lockedVersion(manager, { id, version }, setUp.timeZone);
      requireEnough(amountMinor, givenMinor);
      requirePayable({ kind, amountMinor }, orderView(order, setUp.timeZone));
      const entry = { kind, method: 'cash', amountMinor, givenMinor, reference: null } as const;
      return bookPayment(manager, setUp, { order, ...entry, at: this.clock.now(), by });
    });
  }

  /** Orders that could be promised now, the longest waiting first, and those whose hold is over. */
  async notices(): Promise<OrderNotices> {
    const { manager } = this.db;
    const setUp = await requireSetUp(manager);
    const now = this.clock.now().getTime();
    const held = await manager.find(OrderEntity, {
      where: { state: 'promised', holdUntil: Not(IsNull()), pickupAt: pickupWithin(setUp.span) },
      order: { holdUntil: 'ASC' },
    });
    const holdsOver = held
      .map((order) => ({ until: order.holdUntil!.getTime(), order: orderView(order, setUp.timeZone) }))
      .filter(({ until, order }) => isHoldOver({ ...order, until }, now))
      .map(({ order }) => order);
    return { offers: await this.offers(manager, setUp), holdsOver };
  }

  /** What was done with an order, the oldest first. @throws ProblemError `order-not-found` */
  async history(id: string): Promise<OrderEvent[]> {
    await this.find(id);
    return orderHistory(this.db.manager, id);
  }

  private async offers(manager: EntityManager, setUp: SetUp): Promise<Order[]> {
    const waiting = await manager.find(OrderEntity, {
      where: { state: 'waiting', pickupAt: pickupWithin({ start: this.clock.now(), end: setUp.span.end }) },
      order: { createdAt: 'ASC' },
    });
    const wanted = waiting.map((order) => ({
      order,
      contents: contentsOf(order),
      pickup: wallClockOf(order.pickupAt, setUp.timeZone),
      pickupPoint: order.pickupPointId,
      id: order.id,
      changing: order.id,
    }));
    const found = await this.gate.withRoom(manager, setUp, wanted);
    return found.map(({ order }) => orderView(order, setUp.timeZone));
  }

  private async judge(manager: EntityManager, draft: Fields, setUp: SetUp): Promise<OrderContext> {
    const context = await orderContext(manager, setUp, this.clock.now());
    const problems = draftProblems(draft, context);
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
    return context;
  }
}

/** The customer of this name, by id; null for somebody who is not remembered. */
async function customerNamed(manager: EntityManager, name: string): Promise<string | null> {
  const [known] = await manager.find(CustomerEntity, {
    where: { name: ILike(escapedLike(name.trim())) },
    take: 1,
  });
  return known?.id ?? null;
}

/** A hold that stays as it was is not judged again, though its hour be over. */
function withoutKeptHold(draft: Fields, { holdUntil }: OrderEntity, { timeZone }: SetUp): Fields {
  const isKept = holdUntil !== null && draft.holdUntil === wallClockOf(holdUntil, timeZone);
  return isKept ? { ...draft, holdUntil: null } : draft;
}

type Fields = Omit<OrderDraft, 'state' | 'despiteKitchen'>;

function fitOf(
  { customer, allergies = [], despiteAllergy }: Fields,
  { contents }: Pick<FitWanted, 'contents'>,
  { customerId, before }: Pick<FitWanted, 'customerId' | 'before'>,
): FitWanted {
  return { customer, allergies, customerId, contents, waiver: despiteAllergy ?? null, before };
}

function asked(draft: Fields, { boxes }: OrderContext) {
  const { pickup, pickupPoint } = draft;
  return { contents: filledContents(draft, boxes), pickup, pickupPoint };
}

/** Whether the kitchen is asked for nothing else than before. */
function isAskedAsBefore(
  { contents, pickup, pickupPoint }: ReturnType<typeof asked>,
  before: Order,
): boolean {
  const isSamePlace = pickup === before.pickup && pickupPoint === before.pickupPoint;
  return isSamePlace && isSameContents(contents, before);
}

function isSameContents(before: OrderContents, after: OrderContents): boolean {
  const counts = (of: OrderContents): string =>
    JSON.stringify(
      piecesOfOrder(of)
        .map(({ piece, pieces }) => [piece, pieces])
        .sort(),
    );
  return counts(before) === counts(after);
}

function fields(draft: Fields, setUp: SetUp, { boxes }: OrderContext): Partial<OrderEntity> {
  const { giftMessage = '', phone = '', allergies = [], holdUntil = null } = draft;
  return {
    giftMessage: giftMessage.trim(),
    phone: phone.trim(),
    allergies,
    holdUntil: holdUntil === null ? null : instantOf(holdUntil, setUp.timeZone),
    depositMinor: depositOf(draft.boxes, (box) => boxes.get(box)?.depositMinor),
    customer: draft.customer.trim(),
    note: draft.note.trim(),
    pickupAt: instantOf(draft.pickup, setUp.timeZone)!,
    pickupPointId: draft.pickupPoint,
  };
}

/** What is ordered, as rows, at the prices that were agreed before or are asked today. */
function orderedRows(
  draft: Fields,
  context: OrderContext,
  before: OrderEntity | null,
): Pick<OrderEntity, 'lines' | 'boxes'> {
  const agreed = before ? agreedPrices(pricedContentsOf(before)) : undefined;
  const { lines, boxes } = pricedOrder(filledContents(draft, context.boxes), pricesToday(context), agreed);
  return {
    lines: lines.map(({ piece: pieceId, ...rest }, position) =>
      Object.assign(new OrderLineEntity(), { position, pieceId, ...rest }),
    ),
    boxes: boxes.map(({ box: boxId, ...rest }, position) =>
      Object.assign(new OrderBoxEntity(), { position, boxId, ...rest }),
    ),
  };
}
