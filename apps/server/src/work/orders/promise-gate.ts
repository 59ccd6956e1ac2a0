import type { FieldProblem, Overruling } from '@alnage/contract';
import { boxesHandedOver, type OrderContents } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { Kitchen } from '../../week/kitchen/kitchen';
import { fieldProblem } from '../../platform/http/field-problem';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { slotStart, slotsToCome, type Slot } from '../../shop/pickup/pickup-slots';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import type { SetUp } from '../../shop/seasons/set-up';
import { instantOf } from '../../platform/time/workshop-time';
import { OfferTerms } from '../../week/orders/offer-terms';
import { SlotRoom } from '../../week/orders/slot-room';
import { lockUntilCommit } from '../../platform/database/locks';

/** An order that is about to be promised. */
export interface PromiseWanted {
  /** The order’s id, of one that is new as well. */
  readonly id: string;
  readonly contents: OrderContents;
  readonly pickup: string;
  readonly pickupPoint: string;
  /** The order that it replaces. */
  readonly changing: string | null;
  /** Who takes it even where the kitchen’s plan has no room, and why. */
  readonly despiteKitchen: Overruling | null;
}

interface Situation {
  readonly point: PickupPointEntity;
  readonly room: SlotRoom;
  readonly terms: OfferTerms;
  readonly kitchen: Kitchen | null;
}

/** So many slots, the nearest first, are asked for one that can be instead; shop default. */
const SLOTS_TRIED = 40;
/** Slots that the kitchen is asked about at once. */
const ASKED_AT_ONCE = 10;

/**
 * Lets an order be promised only where it is offered, and its slot and the kitchen have room; one order at a time, so that two cannot both
 * get the last place.
 */
export class PromiseGate {
  constructor(private readonly clock: Pick<WorkshopClock, 'now'>) {}

  /** @throws ProblemError `invalid-input` at the pickup, with the nearest slot that can be, if there is one */
  async requireRoom(manager: EntityManager, setUp: SetUp, wanted: PromiseWanted): Promise<void> {
    await lockUntilCommit(manager, 'promises');
    const place = await this.placeOf(manager, setUp, wanted);
    const { point } = place;
    const { timeZone } = setUp;
    const others = slotsToCome(point, { days: setUp.days, timeZone, now: this.clock.now() });
    const ask = (): Promise<Kitchen | null> => Kitchen.load(manager, setUp, this.clock);
    // who overrules the kitchen does not wait for it
    const asked = wanted.despiteKitchen ? null : await ask();
    const fault =
      shopFaultIn(place, setUp, wanted) ?? (await this.take(manager, asked, { wanted, setUp, others }));
    if (!fault) return;
    const kitchen = asked ?? (await ask());
    const situation = { ...place, kitchen };
    const slot = slotStart(point, wanted.pickup)!;
    const open = nearestTo(slot, others).filter((other) => !shopFault(situation, { wanted, slot: other }));
    const nearest = firstMakeable(kitchen, wanted, open);
    throw new ProblemError('invalid-input', {}, [
      { ...fault, params: { ...fault.params, value: wanted.pickup, nearest: nearest?.at ?? null } },
    ]);
  }

  /** Lays the order into the week and keeps that as what its promise stands on; or tells what is in the way. */
  private async take(
    manager: EntityManager,
    kitchen: Kitchen | null,
    { wanted, setUp, others }: { wanted: PromiseWanted; setUp: SetUp; others: readonly Slot[] },
  ): Promise<FieldProblem | null> {
    if (!kitchen) return null;
    const pickup = instantOf(wanted.pickup, setUp.timeZone)!;
    const earlier = others.map(({ instant }) => instant).filter((instant) => instant < pickup);
    const taken = kitchen.take(wanted, pickup, earlier);
    if ('reason' in taken) return notMakeable(taken.reason.product);
    await kitchen.keep(manager, { plan: taken.plan, at: this.clock.now(), taken: taken.order });
    return null;
  }

  /** Those of these orders that could be promised as they are, with nothing overruled. */
  async withRoom<T extends Omit<PromiseWanted, 'despiteKitchen'>>(
    manager: EntityManager,
    setUp: SetUp,
    all: readonly T[],
  ): Promise<T[]> {
    const kitchen = all.length > 0 ? await Kitchen.load(manager, setUp, this.clock) : null;
    const found: T[] = [];
    for (const each of all) {
      const wanted = { ...each, despiteKitchen: null };
      const situation = { kitchen, ...(await this.placeOf(manager, setUp, wanted)) };
      if (faultIn(situation, setUp, wanted) === null) found.push(each);
    }
    return found;
  }

  /** The pickup point with what its slots still take, and what the season offers. */
  private async placeOf(
    manager: EntityManager,
    setUp: SetUp,
    { pickupPoint, changing }: PromiseWanted,
  ): Promise<Pick<Situation, 'point' | 'room' | 'terms'>> {
    const point = await manager.findOneByOrFail(PickupPointEntity, { id: pickupPoint });
    const room = await SlotRoom.load(manager, setUp, { point, changing });
    const terms = await OfferTerms.load(manager, setUp, { changing, now: this.clock.now(), point });
    return { point, room, terms };
  }
}

function faultIn(situation: Situation, setUp: SetUp, wanted: PromiseWanted): FieldProblem | null {
  const instant = instantOf(wanted.pickup, setUp.timeZone)!;
  return shopFaultIn(situation, setUp, wanted) ?? kitchenFault(situation.kitchen, wanted, instant);
}

function shopFaultIn(
  place: Omit<Situation, 'kitchen'>,
  setUp: SetUp,
  wanted: PromiseWanted,
): FieldProblem | null {
  const { point } = place;
  const at = slotStart(point, wanted.pickup);
  if (at === null) return fieldProblem('/pickup', 'pickup-shut', { point: point.name });
  const instant = instantOf(wanted.pickup, setUp.timeZone)!;
  return shopFault(place, { wanted, slot: { at, instant } });
}

/** What the shop's own terms say of a slot: whether the pieces are offered for it, and whether it hands over. */
function shopFault(
  { room, terms }: Omit<Situation, 'kitchen'>,
  { wanted, slot }: { readonly wanted: PromiseWanted; readonly slot: Slot },
): FieldProblem | null {
  return terms.problemOf(wanted.contents, slot) ?? slotFault(slot.at, room, wanted);
}

function slotFault(slot: string, room: SlotRoom, { contents }: PromiseWanted): FieldProblem | null {
  const asked = boxesHandedOver(contents);
  switch (room.faultOf(slot, asked)) {
    case 'closed':
      return fieldProblem('/pickup', 'slot-closed');
    case 'full':
      return fieldProblem('/pickup', 'slot-full', { asked, left: room.boxesLeft(slot) });
    case null:
      return null;
  }
}

function kitchenFault(kitchen: Kitchen | null, wanted: PromiseWanted, pickup: Date): FieldProblem | null {
  const answer = kitchen?.answer(wanted, [pickup])[0];
  return answer?.kind === 'no' ? notMakeable(answer.reason.product) : null;
}

function notMakeable(piece: string): FieldProblem {
  return fieldProblem('/pickup', 'not-makeable', { piece });
}

/** The first of the slots that the kitchen can make the order for, asked about several at once. */
function firstMakeable(
  kitchen: Kitchen | null,
  wanted: PromiseWanted,
  slots: readonly Slot[],
): Slot | undefined {
  if (!kitchen) return slots[0];
  for (let i = 0; i < slots.length; i += ASKED_AT_ONCE) {
    const asked = slots.slice(i, i + ASKED_AT_ONCE);
    const answers = kitchen.answer(
      wanted,
      asked.map(({ instant }) => instant),
    );
    const found = asked.find((_, index) => answers[index]!.kind !== 'no');
    if (found) return found;
  }
  return undefined;
}

function nearestTo(slot: string, slots: readonly Slot[]): Slot[] {
  const at = (wallClock: string): number => Date.parse(`${wallClock}Z`);
  const away = (other: Slot): number => Math.abs(at(other.at) - at(slot));
  return slots
    .filter((other) => other.at !== slot)
    .sort((a, b) => away(a) - away(b))
    .slice(0, SLOTS_TRIED);
}
