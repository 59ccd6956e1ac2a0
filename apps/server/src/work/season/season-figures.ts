import {
  plainOffer,
  PROMISED_STATES,
  type PieceBooked,
  type PieceOffer,
  type SeasonDayFigures,
  type SeasonFigures,
  type SlotLoad,
} from '@alnage/contract';
import {
  boxesHandedOver,
  bookingPace,
  countPieces,
  cutOff,
  expectedPieces,
  offerFault,
  piecesOfOrder,
  slotsOfDay,
  type Booking,
  type PieceCount,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { BoxEntity } from '../../store/workshop/box.entity';
import { termsOf } from '../../week/orders/offer-terms';
import { orderedIn, sliceByPickup, type Ordered } from '../../week/orders/ordered';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { slotsToCome, slotStart } from '../../shop/pickup/pickup-slots';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { SeasonEntity } from '../../store/workshop/season.entity';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { dayOf, instantOf, spanOfDays, wallClockOf } from '../../platform/time/workshop-time';

const DAY_MS = 86_400_000;

interface Situation {
  readonly setUp: SetUp;
  readonly orders: readonly Ordered[];
  readonly points: readonly PickupPointEntity[];
  readonly boxes: ReadonlyMap<string, BoxEntity>;
  readonly now: Date;
}

/** The season that is worked on, in figures. @throws ProblemError `nothing-set-up` */
export async function seasonFigures(manager: EntityManager, now: Date): Promise<SeasonFigures> {
  const setUp = await requireSetUp(manager);
  const { season, span, timeZone } = setUp;
  const [orders, waiting] = [
    await orderedIn(manager, span, PROMISED_STATES),
    await orderedIn(manager, span, ['waiting']),
  ];
  const boxes = new Map((await manager.find(BoxEntity)).map((box) => [box.id, box]));
  const points = await manager.find(PickupPointEntity, { order: { position: 'ASC' } });
  const situation: Situation = { setUp, orders, points, boxes, now };
  const peak = instantOf(`${season.peakOn}T00:00`, timeZone) ?? span.start;
  const daysToPeak = (peak.getTime() - now.getTime()) / DAY_MS;
  const before = await seasonBefore(manager, setUp);
  const pieces = orders.reduce((sum, order) => sum + piecesIn(order), 0);
  const targets = season.offers.flatMap(({ targetPieces }) => (targetPieces === null ? [] : [targetPieces]));
  return {
    season: season.id,
    orders: orders.length,
    pieces,
    waiting: waiting.length,
    held: orders.filter(({ isHeld }) => isHeld).length,
    days: dayFigures(situation),
    booked: bookedPieces(await manager.find(PieceEntity, { order: { position: 'ASC' } }), situation),
    daysToPeak,
    pace: bookingPace(orders.map(bookingOf), peak.getTime()),
    before,
    expectedPieces: before && expectedPieces(pieces, { pace: before.pace, daysBefore: daysToPeak }),
    targetPieces: targets.length > 0 ? targets.reduce((sum, target) => sum + target, 0) : null,
  };
}

/** How the season that this one is held against was booked; null where there is none. */
async function seasonBefore(
  manager: EntityManager,
  { season, timeZone }: SetUp,
): Promise<SeasonFigures['before']> {
  if (season.comparedWith === null) return null;
  const other = await manager.findOneBy(SeasonEntity, { id: season.comparedWith });
  if (!other) return null;
  const span = spanOfDays(other.startsOn, other.endsOn, timeZone);
  const orders = await orderedIn(manager, span, PROMISED_STATES);
  const peak = instantOf(`${other.peakOn}T00:00`, timeZone) ?? span.start;
  return { name: other.name, pace: bookingPace(orders.map(bookingOf), peak.getTime()) };
}

function bookingOf(order: Ordered): Booking {
  return { at: order.createdAt.getTime(), pieces: piecesIn(order) };
}

/** Pieces of an order are asked for by day, by booking and by piece. */
const pieceCounts = new WeakMap<Ordered, readonly PieceCount[]>();

function piecesBy(order: Ordered): readonly PieceCount[] {
  const known = pieceCounts.get(order) ?? piecesOfOrder(order.contents);
  pieceCounts.set(order, known);
  return known;
}

function piecesIn(order: Ordered): number {
  return countPieces(piecesBy(order));
}

function dayFigures({ setUp, orders, points, boxes }: Situation): SeasonDayFigures[] {
  return setUp.days.map(({ date, start, end }) => {
    const here = sliceByPickup(orders, { start, end });
    const slots = points.flatMap((point) => slotLoads(point, { date, orders: here, setUp }));
    const counted = slots.filter((slot) => slot.room !== null);
    return {
      date,
      orders: here.length,
      pieces: here.reduce((sum, order) => sum + piecesIn(order), 0),
      boxes: slots.reduce((sum, slot) => sum + slot.boxes, 0),
      handover:
        counted.length === 0
          ? null
          : {
              boxes: counted.reduce((sum, slot) => sum + slot.boxes, 0),
              room: counted.reduce((sum, slot) => sum + slot.room!, 0),
            },
      packingSeconds: here
        .flatMap(({ contents }) => contents.boxes)
        .reduce((sum, { box, count }) => sum + count * (boxes.get(box)?.packingSeconds ?? 0), 0),
      slots: slots.filter((slot) => slot.orders > 0),
    };
  });
}

/** The slots of a day at one point; an order outside them, from before its hours changed, counts at its own time. */
function slotLoads(
  point: PickupPointEntity,
  {
    date,
    orders,
    setUp: { timeZone },
  }: { readonly date: string; readonly orders: readonly Ordered[]; readonly setUp: SetUp },
): SlotLoad[] {
  const taken = new Map<string, { orders: number; boxes: number }>();
  const starting = new Map<number, string>();
  for (const { pickupAt, contents } of orders.filter(({ pickupPointId }) => pickupPointId === point.id)) {
    // many are collected at the same time
    const known = starting.get(pickupAt.getTime());
    const wall = known ?? wallClockOf(pickupAt, timeZone);
    const at = known ?? slotStart(point, wall) ?? wall;
    starting.set(pickupAt.getTime(), at);
    const slot = taken.get(at) ?? { orders: 0, boxes: 0 };
    taken.set(at, { orders: slot.orders + 1, boxes: slot.boxes + boxesHandedOver(contents) });
  }
  const starts = slotsOfDay(point, dayOf(date)).map((time) => `${date}T${time}`);
  return [...new Set([...starts, ...taken.keys()])].sort().flatMap((at): SlotLoad[] => {
    const instant = instantOf(at, timeZone);
    const slot = taken.get(at) ?? { orders: 0, boxes: 0 };
    if (!instant) return [];
    const isOpen = starts.includes(at) && !point.closedSlots.includes(at);
    const room =
      point.slotBoxes === null ? null : isOpen ? Math.max(point.slotBoxes, slot.boxes) : slot.boxes;
    return [{ point: point.id, at: instant.toISOString(), ...slot, room }];
  });
}

/** Every piece with what is booked of it, and whether it can still be ordered. */
function bookedPieces(pieces: readonly PieceEntity[], situation: Situation): PieceBooked[] {
  const { setUp, orders, points, now } = situation;
  const { season, days, timeZone } = setUp;
  const sums = new Map<string, number>();
  for (const order of orders)
    for (const { piece, pieces: count } of piecesBy(order)) sums.set(piece, (sums.get(piece) ?? 0) + count);
  const slots = points
    .flatMap((point) => slotsToCome(point, { days, timeZone, now }))
    .sort((a, b) => a.at.localeCompare(b.at));
  return pieces.map(({ id }) => {
    const offer = season.offers.find(({ piece }) => piece === id) ?? plainOffer(id);
    const terms = termsOf(offer, timeZone);
    const open = slots.filter(
      ({ at, instant }) =>
        offerFault(terms, { day: at.slice(0, 10), pickup: instant.getTime(), now: now.getTime() }) === null,
    );
    const last = open.at(-1);
    const until = last ? cutOff(terms, last.instant.getTime()) : null;
    return {
      piece: id,
      pieces: sums.get(id) ?? 0,
      targetPieces: offer.targetPieces,
      state: stateOf(offer, open.length),
      until: until === null ? null : new Date(until).toISOString(),
      from: offer.from ?? season.startsOn,
      to: offer.to ?? season.endsOn,
    };
  });
}

function stateOf({ isClosed }: PieceOffer, slotsOpen: number): PieceBooked['state'] {
  if (isClosed) return 'closed';
  return slotsOpen > 0 ? 'open' : 'over';
}
