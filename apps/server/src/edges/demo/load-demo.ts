import { depositOf } from '@alnage/core';
import { DateTime } from 'luxon';
import type { DataSource, EntityManager } from 'typeorm';
import { orderView } from '../../week/orders/order-view';
import {
  OrderBoxEntity,
  OrderEntity,
  OrderLineEntity,
  OrderPaymentEntity,
} from '../../store/work/order.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PlanService } from '../../work/plan/versions/plan.service';
import { CustomerEntity } from '../../store/work/customer.entity';
import { BoxEntity } from '../../store/workshop/box.entity';
import { LotsService } from '../../work/larder/lots.service';
import { PreparationsService } from '../../work/larder/preparations.service';
import { RecipeEntity, RecipeVersionEntity } from '../../store/workshop/recipe.entity';
import { SupplyEntity } from '../../store/workshop/supply.entity';
import { WeighingsService } from '../../work/weighings/weighings.service';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import {
  MouldEntity,
  PersonEntity,
  PickupPointEntity,
  ZoneEntity,
} from '../../store/workshop/resources.entity';
import { SeasonEntity } from '../../store/workshop/season.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { instantOf } from '../../platform/time/workshop-time';
import { OrdersService } from '../../work/orders/orders.service';
import { DEMO_LATE_ORDERS, DEMO_ORDERS, type DemoOrder } from './demo-orders';
import {
  DEMO_BERRIES,
  DEMO_BOX_SUPPLIES,
  DEMO_LOTS,
  DEMO_PIECE_SUPPLIES,
  DEMO_RECIPES,
  DEMO_SUPPLIES,
} from './demo-larder';
import { keepPractices } from './demo-practices';
import { sealBegun } from './demo-runs';
import { DEMO_PIECES } from './demo-pieces';
import { DEMO_SET_ASIDE, DEMO_WEIGHINGS } from './demo-weighings';
import {
  DEMO_BOWLS,
  DEMO_BOXES,
  DEMO_COATINGS,
  DEMO_CUSTOMERS,
  DEMO_LAST_SEASON,
  DEMO_MOULDS,
  DEMO_PEOPLE,
  DEMO_PICKUP_POINTS,
  DEMO_PLANNED,
  DEMO_SEASON,
  DEMO_START,
  DEMO_WORKSHOP,
  DEMO_ZONES,
} from './demo-workshop';

const FIRST_TICKET = 361;
const HOUR_MS = 3_600_000;
const DEPOSIT_SHARE = 0.3;
/** Of plans as good as each other one that has something of everything left to do on Thursday. */
const PLAN_SEED = 393;
const LAST_FIRST_TICKET = 101;
/** Every sixth of this season's orders had none last season, and the others less. */
const LAST_SEASON_MISSES = 6;
const LAST_SEASON_SHARE = 0.8;
const BOOKING_DAYS = 26;
const BOOKING_CURVE = 1.7;

/**
 * Fills an empty database with the demo workshop: its orders as if taken over the weeks before, the plan as it was
 * made on Monday, and on Thursday's clock what is collected handed over and the next hour's boxes ready.
 */
export async function loadDemo(db: DataSource): Promise<void> {
  await db.transaction(async (manager) => {
    await manager.save(WorkshopEntity, DEMO_WORKSHOP);
    await manager.save(SeasonEntity, listed([DEMO_LAST_SEASON, DEMO_SEASON]));
    await manager.save(PickupPointEntity, listed(DEMO_PICKUP_POINTS));
    await manager.save(BowlEntity, listed(DEMO_BOWLS));
    await manager.save(ZoneEntity, listed(DEMO_ZONES));
    await manager.save(MouldEntity, listed(DEMO_MOULDS));
    await manager.save(CoatingEntity, listed(DEMO_COATINGS));
    await savePeople(manager);
    await keepLarder(manager);
    await manager.save(
      PieceEntity,
      listed(DEMO_PIECES.map((piece) => ({ ...piece, ...piecesTake(piece.id) }))),
    );
    await manager.save(BoxEntity, listed(DEMO_BOXES.map((box) => ({ ...box, supplies: boxTakes(box.id) }))));
    await manager.save(CustomerEntity, listed(DEMO_CUSTOMERS));
    await manager.save(OrderEntity, [...lastSeasonsOrders(), ...DEMO_ORDERS.map(orderOf)]);
    await manager.query(`select setval('order_ticket', $1)`, [FIRST_TICKET + DEMO_ORDERS.length - 1]);
  });
  await takeWeighings(db, DEMO_PLANNED);
  const lots = new LotsService(db, { now: () => DEMO_PLANNED });
  for (const lot of DEMO_LOTS) await lots.take(lot, 'runa');
  const plans = new PlanService(db, { now: () => DEMO_PLANNED });
  await plans.make({ seed: PLAN_SEED });
  await takeLate(db);
  await plans.publish((await plans.make({ steps: 0 })).version);
  await takeWeighings(db, DEMO_START);
  for (const { at, lot } of DEMO_BERRIES)
    await new LotsService(db, { now: () => new Date(at) }).take(lot, 'tove');
  await prepareBegun(db);
  await sealBegun(db, DEMO_START);
  await keepPractices(db);

  await db.transaction((manager) => bringToThursday(manager));
}

/** Orders that came after the plan was made, through the same door as people: what they need is laid into it. */
async function takeLate(db: DataSource): Promise<void> {
  const orders = new OrdersService(db, { now: () => DEMO_PLANNED });
  for (const { customer, pickup, lines, point = 'shop' } of DEMO_LATE_ORDERS)
    await orders.take(
      {
        ...{
          customer,
          pickup,
          pickupPoint: point,
          note: '',
          state: 'promised',
          boxes: [],
          despiteKitchen: null,
        },
        lines: Object.entries(lines).map(([piece, pieces]) => ({ piece, pieces })),
      },
      'runa',
    );
}

async function keepLarder(manager: EntityManager): Promise<void> {
  await manager.save(SupplyEntity, listed(DEMO_SUPPLIES));
  await manager.save(RecipeEntity, listed(DEMO_RECIPES));
  await manager.insert(
    RecipeVersionEntity,
    DEMO_RECIPES.map(({ id: recipeId, ...recipe }) => ({
      recipeId,
      version: 1,
      at: DEMO_PLANNED,
      by: 'runa',
      recipe,
    })),
  );
}

function piecesTake(id: string): Pick<PieceEntity, 'recipe' | 'madeParts' | 'supplies'> {
  const { recipe = null, madeParts = [], supplies } = DEMO_PIECE_SUPPLIES[id]!;
  return {
    recipe,
    madeParts,
    supplies: supplies.map(([supply, amount, unit]) => ({ supply, amount, unit })),
  };
}

function boxTakes(id: string): BoxEntity['supplies'] {
  const supply = DEMO_BOX_SUPPLIES[id];
  return supply ? [{ supply, amount: 1, unit: 'piece' }] : [];
}

/** What was to be made before Thursday noon is made, each when its stage ended. */
async function prepareBegun(db: DataSource): Promise<void> {
  const all = await new PreparationsService(db, { now: () => DEMO_START }).list();
  for (const { batch, recipe, end, person } of all.filter((each) => new Date(each.end) <= DEMO_START))
    await new PreparationsService(db, { now: () => new Date(end) }).finish(
      { batch, recipe },
      {
        despiteShort: true,
        by: person,
      },
    );
}

/** Takes the weighings that had been made by an instant and are not there yet, through the same door as people. */
async function takeWeighings(db: DataSource, until: Date): Promise<void> {
  const weighings = new WeighingsService(db, { now: () => until });
  const { timeZone } = DEMO_WORKSHOP;
  const known = (await weighings.list()).length;
  const byTime = [...DEMO_WEIGHINGS].sort((a, b) => a.at.localeCompare(b.at)).slice(known);
  for (const draft of byTime.filter(({ at }) => instantOf(at, timeZone)! <= until)) {
    const { id, version } = await weighings.take(draft);
    const { piece, at, reason } = DEMO_SET_ASIDE;
    if (draft.piece === piece && draft.at === at) await weighings.setAside(id, { reason, version });
  }
}

function listed<T>(rows: readonly T[]): (T & { position: number; version: number })[] {
  return rows.map((row, position) => ({ ...row, position, version: 1 }));
}

async function savePeople(manager: EntityManager): Promise<void> {
  const people = listed(DEMO_PEOPLE).map(({ hours, ...person }) => ({
    ...person,
    week: [],
    shifts: hours.map(([day, starts, ends]) => ({ day, starts, ends })),
    absences: [],
  }));
  await manager.save(PersonEntity, people);
}

/** One of so many orders of a season, in the order in which they were taken. */
interface Place {
  readonly index: number;
  readonly count: number;
}

function orderOf(order: DemoOrder, index: number): OrderEntity {
  return Object.assign(new OrderEntity(), {
    ticket: ticketOf(DEMO_SEASON.ticketPrefix, FIRST_TICKET + index),
    customer: order.customer,
    customerId: DEMO_CUSTOMERS.find(({ name }) => name === order.customer)?.id ?? null,
    note: order.note ?? '',
    giftMessage: '',
    phone: '',
    allergies: [],
    allergyWaiver: null,
    kitchenOverruled: null,
    swaps: [],
    holdUntil: null,
    depositMinor: depositOf(
      (order.boxes ?? []).map(([box, count]) => ({ box, count })),
      (box) => DEMO_BOXES.find(({ id }) => id === box)?.depositMinor,
    ),
    pickupAt: instantOf(order.pickup, DEMO_WORKSHOP.timeZone)!,
    pickupPointId: order.point ?? 'shop',
    state: 'promised',
    version: 1,
    createdAt: takenAt({ index, count: DEMO_ORDERS.length }, '2026-06-14T00:00'),
    ...rowsOf(order),
  });
}

/** Last season's: most of the same people a year earlier, with a fifth less, all of it collected. */
function lastSeasonsOrders(): OrderEntity[] {
  const orders = DEMO_ORDERS.filter((_order, index) => index % LAST_SEASON_MISSES !== LAST_SEASON_MISSES - 1);
  return orders.map((order, index) => {
    const lines = Object.entries(order.lines).map(([piece, pieces]) => [
      piece,
      Math.ceil(pieces * LAST_SEASON_SHARE),
    ]);
    const at = DateTime.fromISO(order.pickup, { zone: DEMO_WORKSHOP.timeZone }).minus({ weeks: 52 });
    return Object.assign(orderOf(order, index), {
      ticket: ticketOf(DEMO_LAST_SEASON.ticketPrefix, LAST_FIRST_TICKET + index),
      pickupAt: at.toJSDate(),
      state: 'handed-over',
      createdAt: new Date(
        Math.min(
          takenAt({ index, count: orders.length }, '2025-06-19T00:00').getTime(),
          at.toMillis() - 2 * HOUR_MS,
        ),
      ),
      ...rowsOf({ ...order, lines: Object.fromEntries(lines) as Record<string, number> }),
    });
  });
}

function ticketOf(prefix: string, number: number): string {
  return `${prefix}-${String(number).padStart(4, '0')}`;
}

/** Orders come slowly at first and fast towards the last day, between 9 and 17 o'clock. */
function takenAt({ index, count }: Place, lastDay: string): Date {
  const daysBefore = BOOKING_DAYS * (1 - (index + 1) / count) ** BOOKING_CURVE;
  const wholeDays = Math.floor(daysBefore);
  return DateTime.fromISO(lastDay, { zone: DEMO_WORKSHOP.timeZone })
    .minus({ days: wholeDays })
    .plus({ minutes: Math.round(60 * (9 + 8 * (1 - (daysBefore - wholeDays)))) })
    .toJSDate();
}

function rowsOf(order: DemoOrder): Pick<OrderEntity, 'lines' | 'boxes'> {
  return {
    lines: Object.entries(order.lines).map(([pieceId, pieces], position) => {
      const { priceMinor } = DEMO_PIECES.find(({ id }) => id === pieceId)!.costs;
      return Object.assign(new OrderLineEntity(), { pieceId, pieces, position, priceMinor });
    }),
    boxes: (order.boxes ?? []).map(([boxId, count, chosen], position) => {
      const { contents: usual, priceMinor } = DEMO_BOXES.find(({ id }) => id === boxId)!;
      const contents = chosen ? Object.entries(chosen).map(([piece, pieces]) => ({ piece, pieces })) : usual;
      return Object.assign(new OrderBoxEntity(), { boxId, count, contents, position, priceMinor });
    }),
  };
}

async function bringToThursday(manager: EntityManager): Promise<void> {
  const orders = await manager.find(OrderEntity, { order: { ticket: 'ASC' } });
  for (const order of orders) {
    const untilPickup = order.pickupAt.getTime() - DEMO_START.getTime();
    if (untilPickup < 0) order.state = 'handed-over';
    else if (untilPickup < HOUR_MS) order.state = 'ready';
  }
  await manager.save(orders);
  const bySeason = [DEMO_LAST_SEASON, DEMO_SEASON].map(({ ticketPrefix }) =>
    orders.filter(({ ticket }) => ticket.startsWith(ticketPrefix)),
  );
  await manager.insert(
    OrderPaymentEntity,
    bySeason.flatMap((season) => season.flatMap(paymentsOf)),
  );
}

/** Every third order left a deposit when it was taken; what is handed over is paid. */
function paymentsOf(order: OrderEntity, index: number): Partial<OrderPaymentEntity>[] {
  const { totalMinor } = orderView(order, DEMO_WORKSHOP.timeZone);
  const deposit = index % 3 === 0 ? Math.round((totalMinor * DEPOSIT_SHARE) / 100) * 100 : 0;
  const entry = (kind: OrderPaymentEntity['kind'], amountMinor: number, at: Date) =>
    amountMinor === 0
      ? []
      : [
          {
            orderId: order.id,
            at,
            by: 'maj',
            kind,
            method: 'cash' as const,
            amountMinor,
            reference: null,
            givenMinor: null,
          },
        ];
  return [
    ...entry('deposit', deposit, order.createdAt),
    ...(order.state === 'handed-over' ? entry('payment', totalMinor - deposit, order.pickupAt) : []),
  ];
}
