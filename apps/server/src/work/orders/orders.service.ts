import { randomUUID } from 'node:crypto';
import {
  PROMISED_STATES,
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
  isHoldMet,
  isHoldOver,
  piecesOfOrder,
  pricedOrder,
} from '@alnage/core';
import { ILike, IsNull, Not, type DataSource, type EntityManager } from 'typeorm';
import { CustomerEntity } from '../../store/work/customer.entity';
import { announce } from '../../platform/database/live';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { instantOf, wallClockOf } from '../../platform/time/workshop-time';
import { SimulatedCardDevice, type CardDevice } from '../../platform/devices/card-device';
import { orderContext, pricesToday, type OrderContext } from '../../week/orders/order-context';
import { settleBoxes } from './box-stock';
import { canMove, draftProblems, isTowardsHand } from '../../week/orders/order-rules';
import { contentsOf, orderView, pricedContentsOf } from '../../week/orders/order-view';
import { pickupWithin } from '../../week/orders/pickup-within';
import { escapedLike } from '../../platform/database/escaped-like';
import { requireFit, type FitWanted } from './allergy-gate';
import { batchesOf, keepPackedFrom, packingOf, requireNotStopped } from './packed-from';
import { orderPage } from './order-pages';
import { orderHistory, recordEvent } from './order-events';
import {
  OrderBoxEntity,
  OrderEntity,
  OrderLineEntity,
  OrderPaymentEntity,
} from '../../store/work/order.entity';
import { PromiseGate } from './promise-gate';

/** States in which what is ordered can still be changed. */
const CHANGEABLE: readonly OrderState[] = ['asked', 'waiting', 'promised'];

/** Takes, changes and moves orders; each call is one transaction and tells every open page. */
export class OrdersService {
  private readonly gate: PromiseGate;
  private readonly card: CardDevice = new SimulatedCardDevice();

  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {
    this.gate = new PromiseGate(clock);
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
        ...orderedRows(draft, context, null),
        ticket: `${setUp.season.ticketPrefix}-${number.padStart(4, '0')}`,
        state,
        version: 1,
        createdAt: this.clock.now(),
        payments: [],
      });
      await manager.save(order);
      return this.told(manager, { what: 'taken', before: null, after: orderView(order, setUp.timeZone) }, by);
    });
  }

  /** @throws ProblemError `order-changed` with the order as it is now, when it is no longer the version given */
  change(id: string, { version, despiteKitchen, ...given }: OrderChange, by: string | null): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const order = await this.lock(manager, { id, version }, setUp.timeZone);
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
      const others = { customerId, allergyWaiver, kitchenOverruled, version: version + 1 };
      Object.assign(order, fields(draft, setUp, context), rows, others);
      await manager.save(order);
      return this.told(manager, { what: 'changed', before, after: orderView(order, setUp.timeZone) }, by);
    });
  }

  /**
   * @throws ProblemError `order-state` when the order cannot go there from where it is; `invalid-input` where its customer must never
   * have what is in it by now and nobody answers for that; `stopped` where what is in it is not to leave the shop
   */
  move(
    id: string,
    { to, version, despiteKitchen, despiteAllergy }: OrderMove,
    by: string | null,
  ): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const setUp = await requireSetUp(manager);
      const order = await this.lock(manager, { id, version }, setUp.timeZone);
      if (!canMove(order.state, to)) throw new ProblemError('order-state', { state: order.state, to });
      // what was said once of just this order is not asked again
      const kitchenOverruled = despiteKitchen ?? order.kitchenOverruled;
      const contents = contentsOf(order);
      const { customer, customerId, allergies, allergyWaiver: known } = order;
      const waiver = despiteAllergy ?? null;
      const from = order.state;
      const packing = await packingOf(manager, setUp, { order, from, to, at: this.clock.now() });
      const batches = batchesOf(packing);
      // what is in a piece may have changed since it was promised; what is taken back is not asked
      const allergyWaiver = isTowardsHand(from, to)
        ? await requireFit(manager, {
            ...{ customer, customerId, allergies, contents, batches, waiver, before: known },
          })
        : known;
      await requireNotStopped(manager, setUp, { order, to, packing });
      if (PROMISED_STATES.includes(to) && !PROMISED_STATES.includes(order.state)) {
        await this.gate.requireRoom(manager, setUp, {
          contents,
          pickup: wallClockOf(order.pickupAt, setUp.timeZone),
          pickupPoint: order.pickupPointId,
          id,
          changing: id,
          despiteKitchen: kitchenOverruled,
        });
      }
      const before = orderView(order, setUp.timeZone);
      Object.assign(order, { state: to, kitchenOverruled, allergyWaiver, version: order.version + 1 });
      await manager.save(order);
      await settleBoxes(manager, order, {
        ...{ from, to, at: this.clock.now(), by, timeZone: setUp.timeZone },
      });
      await keepPackedFrom(manager, { order, from, to, packing });
      return this.told(manager, { what: 'moved', before, after: orderView(order, setUp.timeZone) }, by);
    });
  }

  /**
   * Takes money for an order, or gives it back. The order is held meanwhile, so that two cannot take the same balance.
   * @throws ProblemError `card-declined`; `invalid-input` for more given back than was paid
   */
  pay(id: string, { version, ...entry }: PaymentDraft, by: string | null): Promise<Order> {
    return this.db.transaction(async (manager) => {
      const { timeZone } = await requireSetUp(manager);
      const order = await this.lock(manager, { id, version }, timeZone);
      const before = orderView(order, timeZone);
      requirePayable(entry, before);
      const at = this.clock.now();
      const kind = entry.kind === 'refund' ? 'refund' : 'charge';
      const reference = entry.method === 'card' ? await this.card.transact(kind, entry.amountMinor) : null;
      if (entry.method === 'card' && reference === null)
        throw new ProblemError('card-declined', { amountMinor: entry.amountMinor });
      await manager.insert(OrderPaymentEntity, { ...entry, orderId: id, at, by, reference });
      await manager.update(OrderEntity, { id }, { version: version + 1 });
      const paid = orderView(await manager.findOneByOrFail(OrderEntity, { id }), timeZone);
      // what a hold waited for is there: it is promised for good
      if (isHoldMet(paid)) await manager.update(OrderEntity, { id }, { holdUntil: null });
      const after = { ...paid, ...(isHoldMet(paid) && { holdUntil: null }) };
      return this.told(manager, { what: 'paid', before, after }, by);
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

  private async told(
    manager: EntityManager,
    event: { what: OrderEvent['what']; before: Order | null; after: Order },
    by: string | null,
  ): Promise<Order> {
    await recordEvent(manager, event, { by, at: this.clock.now() });
    await announce(manager, 'orders');
    return event.after;
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

/** The customer of this name, by id; null for somebody who is not remembered. */
async function customerNamed(manager: EntityManager, name: string): Promise<string | null> {
  const [known] = await manager.find(CustomerEntity, {
    where: { name: ILike(escapedLike(name.trim())) },
    take: 1,
  });
  return known?.id ?? null;
}

/** @throws ProblemError for more than there is to pay, or to give back */
function requirePayable(
  { kind, amountMinor }: Omit<PaymentDraft, 'version'>,
  { paidMinor, balanceMinor }: Order,
): void {
  const [limit, range] =
    kind === 'refund' ? [paidMinor, 'what was paid'] : [Math.max(0, balanceMinor), 'what is still to pay'];
  if (amountMinor <= limit) return;
  const params = { value: amountMinor, limit, range };
  throw new ProblemError('invalid-input', {}, [{ pointer: '/amountMinor', code: 'more-than-due', params }]);
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
  const pieces = piecesOfOrder(contents);
  return (
    pickup === before.pickup &&
    pickupPoint === before.pickupPoint &&
    pieces.length === before.pieces.length &&
    before.pieces.every(({ piece, pieces: count }) =>
      pieces.some((each) => each.piece === piece && each.pieces === count),
    )
  );
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
