import {
  firstRejectShare,
  pieceCoat,
  startPercentFor,
  type Coating,
  type CoatingFlow,
  type Melter,
  type Person,
  type PlanOrder,
  type Problem,
  type Product,
  type Span,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { OrderEntity } from '../orders/order.entity';
import { PieceEntity } from '../pieces/piece.entity';
import {
  BowlEntity,
  CoatingEntity,
  PersonEntity,
  PickupPointEntity,
  ZoneEntity,
} from '../workshop/resources.entity';
import type { SetUp } from '../workshop/set-up';
import { instantOf, minutesFrom } from '../workshop/workshop-time';

/** The workshop as an alnage-problem/1, without what an earlier plan leaves to it. */
export async function buildProblem(manager: EntityManager, setUp: SetUp): Promise<Problem> {
  const byPosition = { order: { position: 'ASC' } } as const;
  const coatings = await manager.find(CoatingEntity, byPosition);
  const pieces = await manager.find(PieceEntity, byPosition);
  const people = await manager.find(PersonEntity, { ...byPosition, relations: { shifts: true } });
  const points = await manager.find(PickupPointEntity, byPosition);
  const orders = await manager.find(OrderEntity, { order: { pickupAt: 'ASC', ticket: 'ASC' } });
  return {
    format: 'alnage-problem/1',
    horizon: minutesFrom(setUp.span.start, setUp.span.end),
    weights: setUp.workshop.weights,
    changeovers: setUp.workshop.changeovers,
    coatings: coatings.map(coatingOf),
    products: pieces.map((piece) => productOf(piece, coatings)),
    melters: (await manager.find(BowlEntity, byPosition)).map(melterOf),
    people: people.map((person) => personOf(person, setUp)),
    zones: (await manager.find(ZoneEntity, byPosition)).map(({ id, trays }) => ({ id, trays })),
    places: points.map(({ id, journeyMinutes }) => ({ id, minutes: journeyMinutes })),
    orders: orders.filter((order) => order.state !== 'cancelled').map((order) => orderOf(order, setUp)),
  };
}

function melterOf({ id, capacityGrams, tailGrams, usableMinutes }: BowlEntity): Melter {
  return { id, capacityGrams, tailGrams, ...(usableMinutes !== null && { usableMinutes }) };
}

function coatingOf(coating: CoatingEntity): Coating {
  const { id, allergens, setupFixedMinutes, setupMinutesPerKg, usableMinutes } = coating;
  return { id, skill: 'temper', allergens, setupFixedMinutes, setupMinutesPerKg, usableMinutes };
}

/** A piece's route with the coating that each stage puts on, in whole milligrams, rounded up. */
function productOf(piece: PieceEntity, flows: readonly CoatingFlow[]): Product {
  const { portions } = pieceCoat(piece.form, piece.drizzle, flows);
  const firstCoated = piece.route.find((stage) => stage.coat !== null);
  return {
    id: piece.id,
    allergens: piece.allergens,
    lifeMinutes: piece.keeping.holdMinutes,
    targetAgeMinutes: piece.keeping.targetMinutes,
    maxBatchPieces: piece.maxBatchPieces,
    startPercent: startPercentFor(firstRejectShare()),
    ...(firstCoated && { clockStage: firstCoated.id }),
    stages: piece.route.map((stage) => {
      const portion = portions.find(({ role }) => role === stage.coat);
      const { id, skill, fixedMinutes, secondsPerPiece, maxRunMinutes, rest } = stage;
      const coating = portion
        ? { id: portion.coating, milligramsPerPiece: Math.ceil(portion.grams * 1000) }
        : null;
      return { id, skill, fixedMinutes, secondsPerPiece, maxRunMinutes, coating, then: rest };
    }),
  };
}

function personOf(person: PersonEntity, { timeZone, span }: SetUp): Person {
  const minute = (day: string, time: string): number =>
    minutesFrom(span.start, instantOf(`${day}T${time.slice(0, 5)}`, timeZone)!);
  const shifts = person.shifts
    .map((shift): Span => [minute(shift.day, shift.starts), minute(shift.day, shift.ends)])
    .sort((a, b) => a[0] - b[0]);
  return { id: person.id, pace: person.pace, skills: person.skills, shifts };
}

function orderOf(order: OrderEntity, { span }: SetUp): PlanOrder {
  return {
    id: order.id,
    due: minutesFrom(span.start, order.pickupAt),
    weight: 1,
    place: order.pickupPointId,
    lines: [...order.lines]
      .sort((a, b) => a.position - b.position)
      .map((line) => ({ product: line.pieceId, pieces: line.pieces })),
  };
}
