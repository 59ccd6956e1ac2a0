import { PROMISED_STATES, type Order } from '@alnage/contract';
import ical, { ICalCalendarMethod } from 'ical-generator';
import type { EntityManager } from 'typeorm';
import { orderView } from '../../week/orders/order-view';
import { ALL_ORDERS, soughtWithin, readOrders } from '../../week/orders/read-orders';
import { workedPlan } from '../../week/kitchen/plan-versions';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { findSetUp } from '../../shop/seasons/set-up';
import { loadNames, type Names } from './names';

const MS_PER_MINUTE = 60_000;
/** Calendars ask again about so often. */
const REFRESH_SECONDS = 900;

/** What is collected in the season that is worked on, an event each. */
export async function pickupCalendar(manager: EntityManager): Promise<string> {
  const names = await loadNames(manager);
  const calendar = newCalendar(`${names.workshop.name}: pickups`);
  const setUp = await findSetUp(manager);
  const { where, values } = setUp ? soughtWithin(setUp.span) : ALL_ORDERS;
  const orders = await readOrders(manager, {
    where: `${where} and o.state = any($${values.length + 1})`,
    values: [...values, [...PROMISED_STATES]],
  });
  const points = new Map((await manager.find(PickupPointEntity)).map((point) => [point.id, point]));
  for (const entity of orders) {
    const order = orderView(entity, names.workshop.timeZone);
    const point = points.get(order.pickupPoint);
    calendar.createEvent({
      id: `${order.id}@alnage`,
      start: entity.pickupAt,
      end: new Date(entity.pickupAt.getTime() + (point?.slotMinutes ?? 30) * MS_PER_MINUTE),
      summary: `${order.ticket} ${order.customer}`,
      description: pickupText(order, names),
      location: point?.name ?? '',
      sequence: order.version,
    });
  }
  return calendar.toString();
}

function pickupText(order: Order, names: Names): string {
  return [
    names.linesText(order),
    ...(order.balanceMinor > 0
      ? [`to pay: ${names.money(order.balanceMinor)} ${names.workshop.currency}`]
      : []),
    ...(order.note ? [order.note] : []),
  ].join('\n');
}

/** The kitchen's work as the published plan has it: every melt, and every stage of every batch. */
export async function kitchenCalendar(manager: EntityManager): Promise<string> {
  const names = await loadNames(manager);
  const calendar = newCalendar(`${names.workshop.name}: kitchen`);
  const setUp = await findSetUp(manager);
  const worked = setUp && (await workedPlan(manager, setUp));
  if (!worked) return calendar.toString();
  const { plan, horizonStart, version: sequence } = worked;
  const at = (minute: number): Date => new Date(horizonStart.getTime() + minute * MS_PER_MINUTE);
  const called = (ids: ReadonlyMap<string, string>, id: string): string => ids.get(id) ?? id;
  for (const { id, coating, melter, grams, person, setupStart, setupEnd } of plan.melts)
    calendar.createEvent({
      id: `melt-${id}@alnage`,
      start: at(setupStart),
      end: at(setupEnd),
      summary: `Melt ${(grams / 1000).toFixed(2)} kg ${called(names.coatings, coating)} in ${called(names.bowls, melter)}`,
      description: called(names.people, person),
      sequence,
    });
  for (const { id, product, pieces, stages } of plan.batches)
    for (const { stage, person, start, end } of stages)
      calendar.createEvent({
        id: `${id}-${stage}@alnage`,
        start: at(start),
        end: at(end),
        summary: `${stage} ${pieces} ${called(names.pieces, product)}`,
        description: `${called(names.people, person)}, batch ${id}`,
        sequence,
      });
  return calendar.toString();
}

function newCalendar(name: string) {
  const calendar = ical({ name, prodId: { company: 'Alnage', product: 'Alnage' }, ttl: REFRESH_SECONDS });
  calendar.method(ICalCalendarMethod.PUBLISH);
  return calendar;
}
