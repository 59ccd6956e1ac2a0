import { randomUUID } from 'node:crypto';
import {
  PROMISED_STATES,
  type AllergyWaived,
  type AllergyWaiver,
  type Order,
  type OrderState,
  type Overruling,
} from '@alnage/contract';
import { countParts, partsLeft, type OrderParts } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import { wallClockOf } from '../../platform/time/workshop-time';
import type { SetUp } from '../../shop/seasons/set-up';
import { HandOverEntity, OrderEntity } from '../../store/work/order.entity';
import { canMove, isTowardsHand } from '../../week/orders/order-rules';
import { contentsOf, orderView } from '../../week/orders/order-view';
import { requireFit } from './allergy-gate';
import { settleBoxes } from './box-stock';
import type { Doing } from './order-events';
import { orderNow, told } from './order-rows';
import { batchesOf, keepPackedFrom, packingOf, requireNotStopped, type Packing } from './packed-from';
import type { PromiseGate } from './promise-gate';

/** Who collects what of an order. */
export interface Collecting {
  readonly id: string;
  readonly collectedBy: string;
  /** Null: all that is left. */
  readonly parts: OrderParts | null;
  /** It is done already: what speaks against it is kept with it, not refused. */
  readonly isDone: boolean;
}

/** An order that is held in a transaction. */
export interface HeldOrder {
  readonly manager: EntityManager;
  readonly setUp: SetUp;
  readonly order: OrderEntity;
}

/** A step of an order. */
export interface MoveAsk extends Doing {
  readonly to: OrderState;
  readonly despiteKitchen: Overruling | null;
  readonly despiteAllergy: AllergyWaiver | null;
  readonly collecting?: Collecting;
}

/** States that an order of which somebody has a part does not go back to. */
const BEFORE_PACKED: readonly OrderState[] = ['asked', 'waiting', 'promised', 'cancelled'];

/** What is known of a step before it is taken. */
interface Passed {
  readonly packing: Packing;
  readonly allergyWaiver: AllergyWaived | null;
  /** What spoke against what is done already; null: nothing. */
  readonly against: string | null;
}

/** Takes orders from one state into the next, and back; each in the transaction of whoever asks, with the order held. */
export class OrderMoves {
  constructor(private readonly gate: PromiseGate) {}

  /**
   * @throws ProblemError `order-state` when the order cannot go there from where it is; `partly-collected`; `invalid-input` where its
   * customer must never have what is in it by now and nobody answers for that, or more is collected than is left; `stopped` where what is
   * in it is not to leave the shop
   */
  async move(held: HeldOrder, ask: MoveAsk): Promise<Order> {
    const { manager, setUp, order } = held;
    const { to } = ask;
    const from = order.state;
    if (!canMove(from, to)) throw new ProblemError('order-state', { state: from, to });
    if (from === 'handed-over') return this.takeBack(held, ask);
    if (BEFORE_PACKED.includes(to) && collectedOf(order).length > 0)
      throw new ProblemError('partly-collected', { ticket: order.ticket });
    const passed = await this.pass(held, ask);
    // what was said once of just this order is not asked again
    const kitchenOverruled = ask.despiteKitchen ?? order.kitchenOverruled;
    if (PROMISED_STATES.includes(to) && !PROMISED_STATES.includes(from)) {
      await this.gate.requireRoom(manager, setUp, {
        contents: contentsOf(order),
        pickup: wallClockOf(order.pickupAt, setUp.timeZone),
        pickupPoint: order.pickupPointId,
        id: order.id,
        changing: order.id,
        despiteKitchen: kitchenOverruled,
      });
    }
    const before = orderView(order, setUp.timeZone);
    const state = to === 'handed-over' ? await handOver(manager, order, { ask, passed }) : to;
    const { allergyWaiver } = passed;
    const keptUntil = state === 'ready' ? order.keptUntil : null;
    await this.become(held, {
      ...ask,
      state,
      passed,
      row: { kitchenOverruled, allergyWaiver, keptUntil },
    });
    const after = await orderNow(manager, order.id, setUp.timeZone);
    return told(manager, { what: 'moved', before, after }, ask);
  }

  /** What was handed over last was not. @throws ProblemError `order-state` where nothing was */
  async takeBack(held: HeldOrder, doing: Doing): Promise<Order> {
    const { manager, setUp, order } = held;
    const last = collectedOf(order).at(-1);
    if (!last && order.state !== 'handed-over')
      throw new ProblemError('order-state', { state: order.state, to: 'ready' });
    const before = orderView(order, setUp.timeZone);
    if (last)
      await manager.update(HandOverEntity, { id: last.id }, { undoneAt: doing.at, undoneBy: doing.by });
    const passed = { packing: { rows: [], isWritten: true }, allergyWaiver: null, against: null };
    // of what nobody came for again the rest is not there for them
    const state = order.state === 'handed-over' ? 'ready' : order.state;
    await this.become(held, { ...doing, state, passed, row: {} });
    const after = await orderNow(manager, order.id, setUp.timeZone);
    return told(manager, { what: 'moved', before, after }, doing);
  }

  /** Asks all that may speak against a step; of what is done already it is told, not refused. */
  private async pass({ manager, setUp, order }: HeldOrder, ask: MoveAsk): Promise<Passed> {
    const { to, at, despiteAllergy: waiver, collecting } = ask;
    const { state: from, customer, customerId, allergies, allergyWaiver: before } = order;
    const packing = await packingOf(manager, setUp, { order, from, to, at });
    const fit = {
      customer,
      customerId,
      allergies,
      contents: contentsOf(order),
      batches: batchesOf(packing),
      waiver,
      before,
    };
    const against: string[] = [];
    const unless = async <T>(what: string, asked: Promise<T>): Promise<T | null> => {
      try {
        return await asked;
      } catch (error) {
        if (!collecting?.isDone || !(error instanceof ProblemError)) throw error;
        against.push(what);
        return null;
      }
    };
    // what is in a piece may have changed since it was promised; what is taken back is not asked
    const fits = isTowardsHand(from, to) ? await unless('allergy', requireFit(manager, fit)) : before;
    await unless('stopped', requireNotStopped(manager, setUp, { order, to, packing }));
    return {
      packing,
      allergyWaiver: against.includes('allergy') ? before : fits,
      against: against.length > 0 ? against.join(' ') : null,
    };
  }

  private async become(
    { manager, setUp, order }: HeldOrder,
    {
      state: to,
      row,
      passed,
      at,
      by,
    }: Doing & { state: OrderState; row: Partial<OrderEntity>; passed: Passed },
  ): Promise<void> {
    const { id, state: from, version } = order;
    // not saved as a whole: what was written into its lists meanwhile would be taken for gone
    await manager.update(OrderEntity, { id }, { ...row, state: to, version: version + 1 } as object);
    await settleBoxes(manager, order, { from, to, at, by, timeZone: setUp.timeZone });
    await keepPackedFrom(manager, { order, from, to, packing: passed.packing });
  }
}

/** Writes down who has what of it, and tells its state: ready as long as something is left. */
async function handOver(
  manager: EntityManager,
  order: OrderEntity,
  { ask: { at, by, collecting }, passed }: { readonly ask: MoveAsk; readonly passed: Passed },
): Promise<OrderState> {
  const contents = contentsOf(order);
  const collected = collectedOf(order);
  const left = partsLeft(contents, collected);
  const parts = collecting?.parts ?? left;
  requireLeft(parts, left);
  await manager.insert(HandOverEntity, {
    ...{ id: collecting?.id ?? randomUUID(), orderId: order.id, at, by },
    collectedBy: collecting?.collectedBy.trim() ?? '',
    ...{ boxes: [...parts.boxes], lines: [...parts.lines] },
    ...{ against: passed.against, undoneAt: null, undoneBy: null },
  });
  return countParts(partsLeft(contents, [...collected, parts])) === 0 ? 'handed-over' : order.state;
}

/** @throws ProblemError `invalid-input` for more than is left, or nothing at all */
function requireLeft(parts: OrderParts, left: OrderParts): void {
  const problems = (['boxes', 'lines'] as const).flatMap((of) =>
    parts[of].flatMap((value, place) => {
      const limit = left[of][place] ?? 0;
      return value > limit
        ? [fieldProblem(`/deed/parts/${of}/${place}`, 'more-than-there', { value, limit, unit: of })]
        : [];
    }),
  );
  if (problems.length === 0 && countParts(parts) === 0)
    problems.push(fieldProblem('/deed/parts', 'too-few', { limit: 1 }));
  if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
}

/** What was collected of an order and not taken back, the first first. */
function collectedOf({ handOvers }: Pick<OrderEntity, 'handOvers'>): HandOverEntity[] {
  return handOvers
    .filter(({ undoneAt }) => undoneAt === null)
    .sort((a, b) => a.at.getTime() - b.at.getTime());
}
