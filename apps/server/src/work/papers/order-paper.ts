import type { BatchKeeping, Order } from '@alnage/contract';
import { neverOf } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { moneyIn } from '../../platform/paper/money';
import { requireSetUp } from '../../shop/seasons/set-up';
import { CustomerEntity } from '../../store/work/customer.entity';
import { BoxEntity } from '../../store/workshop/box.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { PickupPointEntity, ZoneEntity } from '../../store/workshop/resources.entity';
import { keepingOfPlan } from '../../week/kitchen/keeping-of-plan';
import { ordersFor, type PapersOf } from './orders-for';

const MS_PER_MINUTE = 60_000;

/** An order as the counter’s papers tell it. */
export interface OrderOnPaper {
  readonly order: Order;
  /** When it leaves the counter, in ms. */
  readonly leavesAt: number;
  readonly point: string;
  readonly never: readonly string[];
  readonly contents: readonly string[];
  /** Where it is fetched from; empty where nothing is made, or it is gone. */
  readonly zones: readonly string[];
}

/** What the counter’s papers are printed with. */
export interface CounterPaper {
  readonly workshop: string;
  readonly timeZone: string;
  readonly orders: readonly OrderOnPaper[];
  readonly kept: readonly BatchKeeping[];
  readonly names: PaperNames;
  money(minor: number): string;
}

/** What records are called; an id that there is no more stands for itself. */
export interface PaperNames {
  piece(id: string): string;
  box(id: string): string;
  zone(id: string): string;
}

/** Orders with what the counter’s papers say of them, by when they leave. @throws ProblemError `order-not-found` */
export async function counterPaper(
  manager: EntityManager,
  clock: Pick<WorkshopClock, 'now'>,
  of: PapersOf,
): Promise<CounterPaper> {
  const setUp = await requireSetUp(manager);
  const { name: workshop, timeZone, currency } = setUp.workshop;
  const orders = await ordersFor(manager, of, timeZone);
  const kept = await keepingOfPlan(manager, setUp, clock.now());
  const customers = new Map((await manager.find(CustomerEntity)).map((each) => [each.id, each]));
  const points = new Map((await manager.find(PickupPointEntity)).map((each) => [each.id, each]));
  const names = await paperNames(manager);
  return {
    ...{ workshop, timeZone, kept, names, money: moneyIn(currency) },
    orders: orders.map((order): OrderOnPaper => {
      const point = points.get(order.pickupPoint);
      const journey = point?.sending ? point.journeyMinutes * MS_PER_MINUTE : 0;
      const isHere = order.state !== 'handed-over';
      const zones = kept
        .filter(({ pickups }) => isHere && pickups.some((each) => each.order === order.id))
        .flatMap(({ zone }) => zone ?? []);
      return {
        ...{ order, point: point?.name ?? order.pickupPoint },
        leavesAt: Date.parse(order.pickupAt) - journey,
        never: neverOf(customers.get(order.customerId ?? '')?.allergies, order.allergies),
        contents: contentsOf(order, names),
        zones: [...new Set(zones)].map((zone) => names.zone(zone)),
      };
    }),
  };
}

async function paperNames(manager: EntityManager): Promise<PaperNames> {
  const named = (rows: readonly { id: string; name: string }[]) => {
    const names = new Map(rows.map(({ id, name }) => [id, name]));
    return (id: string): string => names.get(id) ?? id;
  };
  return {
    piece: named(await manager.find(PieceEntity)),
    box: named(await manager.find(BoxEntity)),
    zone: named(await manager.find(ZoneEntity)),
  };
}

function contentsOf({ boxes, lines }: Order, names: PaperNames): string[] {
  const pieces = (all: readonly { readonly piece: string; readonly pieces: number }[]): string =>
    all.map((each) => `${each.pieces} ${names.piece(each.piece).toLowerCase()}`).join(', ');
  return [
    ...boxes.map(({ box, count, contents }) => `${count} × ${names.box(box)}: ${pieces(contents)}`),
    ...(lines.length > 0 ? [pieces(lines)] : []),
  ];
}
