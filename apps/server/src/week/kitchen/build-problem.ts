import {
  batchLimit,
  cavitiesOf,
  centreAllergens,
  coatingLoads,
  learnRejects,
  pieceCoat,
  piecesOfOrder,
  sizeClassOf,
  heldMinutes,
  neverOf,
  type Coating,
  type Place,
  type LarderBook,
  type Melter,
  type OrderContents,
  type OrderLine,
  type Person,
  type PlanOrder,
  type Problem,
  type Product,
  workingHours,
  zoneAtTimes,
  type Span,
  type Zone,
} from '@alnage/core';
import { seenOf, type OrderState, type Weighing } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import { MET_STATES, orderedIn, type Ordered } from '../orders/ordered';
import { agesOnWay } from '../keeping/way-ages';
import { pieceLives, type KeptPiece } from '../keeping/piece-lives';
import { learnedTimes, type LearnedTimes } from '../learned/learned-times';
import { loadBook } from '../../shop/recipe-book/load-book';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { readWeighings } from '../learned/read-weighings';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { loadDippery, tailGramsOf, type WorkedCoating, type WorkedDippery } from '../../shop/dippery/dippery';
import {
  MouldEntity,
  PersonEntity,
  PickupPointEntity,
  ZoneEntity,
} from '../../store/workshop/resources.entity';
import type { SetUp } from '../../shop/seasons/set-up';
import { dayOf, instantOf, minutesFrom, timeOfDay } from '../../platform/time/workshop-time';

/** The workshop as an alnage-problem/1, without what an earlier plan leaves to it. */
export async function buildProblem(
  manager: EntityManager,
  setUp: SetUp,
  clock: Pick<WorkshopClock, 'now'>,
): Promise<Problem> {
  const byPosition = { order: { position: 'ASC' } } as const;
  const dippery = await loadDippery(manager);
  const pieces = await manager.find(PieceEntity, byPosition);
  const weighings = await readWeighings(manager, clock.now());
  const moulds = await manager.find(MouldEntity);
  const book = await loadBook(manager);
  const times = await learnedTimes(manager, clock.now());
  const { certainty } = setUp.workshop;
  const lives = await pieceLives(manager);
  const kitchenware = { dippery, weighings, moulds, book, times, certainty, lives };
  const { bowls, ...frame } = await weekFrame(manager, setUp);
  return {
    format: 'alnage-problem/1',
    horizon: minutesFrom(setUp.span.start, setUp.span.end),
    weights: setUp.workshop.weights,
    changeovers: setUp.workshop.changeovers,
    coatings: dippery.coatings.map((coating) => coatingOf(coating, times)),
    products: pieces.map((piece) => productOf(piece, kitchenware)),
    ...(moulds.length > 0 && { moulds: moulds.map(({ id, count }) => ({ id, count })) }),
    melters: bowls.map((bowl) => melterOf(bowl, tailGramsOf(bowl, pieces, dippery))),
    ...frame,
  };
}

/** What is to be met, by whom, in which bowls and on how many trays: what a plan is made for, but not how pieces are made. */
export interface WeekFrame extends Pick<Problem, 'people' | 'zones' | 'orders'> {
  readonly places: NonNullable<Problem['places']>;
  readonly bowls: readonly BowlEntity[];
}

export async function weekFrame(manager: EntityManager, setUp: SetUp): Promise<WeekFrame> {
  const byPosition = { order: { position: 'ASC' } } as const;
  const people = await manager.find(PersonEntity, byPosition);
  const points = await manager.find(PickupPointEntity, byPosition);
  return {
    bowls: await manager.find(BowlEntity, byPosition),
    people: people.map((person) => personOf(person, setUp)),
    zones: (await manager.find(ZoneEntity, byPosition)).map((zone) => zoneOf(zone, setUp)),
    places: await placesOf(manager, points),
    orders: await ordersToMeet(manager, setUp),
  };
}

/** Where orders are collected, with what a warm way there does to each piece. */
async function placesOf(
  manager: EntityManager,
  points: readonly PickupPointEntity[],
): Promise<NonNullable<Problem['places']>> {
  const isWarm = ({ wayCelsius, sending }: PickupPointEntity): boolean =>
    wayCelsius !== null || sending !== null;
  if (!points.some(isWarm)) return points.map(({ id, journeyMinutes }) => ({ id, minutes: journeyMinutes }));
  const lives = await pieceLives(manager);
  return points.map((point): Place => {
    const ages = [...agesOnWay(point, lives)].map(([product, minutes]) => ({ product, minutes }));
    return { id: point.id, minutes: point.journeyMinutes, ...(ages.length > 0 && { ages }) };
  });
}

/** A zone with its trays, at the times at which it is there. */
function zoneOf({ id, trays, there }: ZoneEntity, { span, timeZone }: SetUp): Zone {
  if (!there) return { id, trays };
  const minute = (wall: string): number => minutesFrom(span.start, instantOf(wall, timeZone) ?? span.start);
  const spans = there.map(({ from, until }): Span => [minute(from), minute(until)]);
  return zoneAtTimes({ id, trays }, spans, minutesFrom(span.start, span.end));
}

/** Every order of the season that is promised, or in these states, the first to be collected first. */
export async function ordersToMeet(
  manager: EntityManager,
  setUp: SetUp,
  states: readonly OrderState[] = MET_STATES,
): Promise<PlanOrder[]> {
  const orders = await orderedIn(manager, setUp.span, states);
  const customers = await manager.query<{ id: string; allergies: string[] }[]>(
    `select id, allergies from customer where allergies <> '[]'`,
  );
  const never = new Map(customers.map(({ id, allergies }) => [id, allergies]));
  return orders.map((order) => orderOf(order, setUp, freeFromOf(order, never)));
}

/** What an order is promised to be free from: all that its customer must never have, but what somebody took knowingly. */
function freeFromOf(
  { customerId, allergies, waived }: Ordered,
  never: ReadonlyMap<string, readonly string[]>,
): readonly string[] {
  const all = neverOf(never.get(customerId ?? ''), allergies);
  return all.filter((allergen) => !waived.includes(allergen)).sort();
}

function melterOf({ id, capacityGrams, usableMinutes }: BowlEntity, tailGrams: number): Melter {
  return { id, capacityGrams, tailGrams, ...(usableMinutes !== null && { usableMinutes }) };
}

function coatingOf({ id, allergens, entity }: WorkedCoating, times: LearnedTimes): Coating {
  const factor = times.setUpOf(id);
  const [setupFixedMinutes, setupMinutesPerKg] = [entity.setupFixedMinutes, entity.setupMinutesPerKg].map(
    (minutes) => Math.round(minutes * factor),
  ) as [number, number];
  const { usableMinutes } = entity;
  return { id, skill: 'temper', allergens, setupFixedMinutes, setupMinutesPerKg, usableMinutes };
}

/** What decides how a piece is made. */
interface Kitchenware {
  readonly dippery: WorkedDippery;
  readonly weighings: readonly Weighing[];
  readonly moulds: readonly MouldEntity[];
  readonly book: LarderBook;
  readonly times: LearnedTimes;
  readonly certainty: number;
  readonly lives: ReadonlyMap<string, KeptPiece>;
}

/** How old a piece may be when it is collected, where its trays lie last; a warm zone makes that less. */
function agesOf(
  { keeping }: PieceEntity,
  { life, lastCelsius }: KeptPiece,
): Pick<Product, 'lifeMinutes' | 'targetAgeMinutes'> {
  const lifeMinutes = heldMinutes(life, lastCelsius);
  return { lifeMinutes, targetAgeMinutes: Math.min(lifeMinutes, keeping.targetMinutes) };
}

/** A piece's route with the coating that each stage puts on as it was learned, in whole milligrams, rounded up. */
function productOf(
  piece: PieceEntity,
  { dippery, weighings, moulds, book, times, certainty, lives }: Kitchenware,
): Product {
  const own = weighings.filter((weighing) => weighing.piece === piece.id);
  const coat = pieceCoat(piece, dippery, {
    sizeClass: sizeClassOf(piece.form, piece.sizes),
    seen: own.map(seenOf),
  });
  // all coats of one coating err together, as the melt for them is reckoned
  const loads = coatingLoads(coat);
  // what stays bare ages from when it is made
  const firstCoated = piece.route.find((stage) => stage.coat !== null) ?? piece.route[0];
  const ownMoulds = moulds.find(({ id }) => id === piece.mould) ?? null;
  return {
    id: piece.id,
    allergens: centreAllergens(piece, book),
    ...agesOf(piece, lives.get(piece.id)!),
    maxBatchPieces: batchLimit(piece.maxBatchPieces, ownMoulds, cavitiesOf(piece.form)),
    rejects: { ...learnRejects(own.filter(isKept)), certainty },
    ...(firstCoated && { clockStage: firstCoated.id }),
    ...mouldOf(piece, ownMoulds),
    stages: piece.route.map((stage) => {
      const portion = coat.portions.find(({ role }) => role === stage.coat);
      const { id, skill, fixedMinutes, maxRunMinutes, rest } = stage;
      const secondsPerPiece = Math.round(stage.secondsPerPiece * times.paceOf(piece.id, id));
      const coating = portion
        ? {
            ...{ id: portion.coating, milligramsPerPiece: Math.ceil(portion.grams * 1000) },
            ...(portion.role === 'mix' && { isMixed: true as const }),
            spare: { logSd: loads.find(({ coating: id }) => id === portion.coating)!.logSd, certainty },
          }
        : null;
      return { id, skill, fixedMinutes, secondsPerPiece, maxRunMinutes, coating, then: rest };
    }),
  };
}

/** The moulds that a batch has from its first coat until the last is free of them; none where it is cast in none. */
function mouldOf(piece: PieceEntity, mould: MouldEntity | null): Pick<Product, 'mould'> {
  const [from, until] = [
    piece.route.find(({ coat }) => coat === 'shell' || coat === 'cast'),
    piece.route.findLast(({ coat }) => coat === 'shell' || coat === 'cast' || coat === 'cap'),
  ];
  const piecesPerMould = mould ? Math.floor(mould.cavities / cavitiesOf(piece.form)) : 0;
  if (!mould || !from || !until || piecesPerMould === 0) return {};
  return { mould: { id: mould.id, piecesPerMould, from: from.id, until: until.id } };
}

function isKept({ setAsideReason }: Weighing): boolean {
  return setAsideReason === null;
}

function personOf(person: PersonEntity, { days, span, timeZone }: SetUp): Person {
  const shifts = days.flatMap(({ date }) =>
    workingHours(person, dayOf(date)).map(({ starts, ends }): Span => {
      const minute = (time: string): number => minutesFrom(span.start, timeOfDay(date, time, timeZone));
      return [minute(starts), minute(ends)];
    }),
  );
  return { id: person.id, pace: person.pace, skills: person.skills, shifts };
}

/** An order is the same object until it is written again, and so is what the planner is told of it. */
const told = new WeakMap<Ordered, { readonly key: string; readonly order: PlanOrder }>();

/** An order as the planner is told of it. */
function orderOf(order: Ordered, { span }: SetUp, freeFrom: readonly string[]): PlanOrder {
  const key = [span.start.getTime(), ...freeFrom].join(' ');
  const known = told.get(order);
  if (known?.key === key) return known.order;
  const planOrder: PlanOrder = {
    id: order.id,
    due: minutesFrom(span.start, order.pickupAt),
    weight: 1,
    place: order.pickupPointId,
    ...(freeFrom.length > 0 && { freeFrom }),
    lines: productLines(order.contents),
  };
  told.set(order, { key, order: planOrder });
  return planOrder;
}

/** What is ordered, as the planning format says it. */
export function productLines(contents: OrderContents): OrderLine[] {
  return piecesOfOrder(contents).map(({ piece, pieces }) => ({ product: piece, pieces }));
}
