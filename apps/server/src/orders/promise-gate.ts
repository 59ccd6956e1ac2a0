import type { FieldProblem } from '@alnage/contract';
import { boxesHandedOver, type OrderContents } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { Kitchen } from '../plan/kitchen';
import { ProblemError } from '../plugins/problem-error';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { slotStart, slotsToCome, type Slot } from '../workshop/pickup-slots';
import { PickupPointEntity } from '../workshop/resources.entity';
import type { SetUp } from '../workshop/set-up';
import { instantOf } from '../workshop/workshop-time';
import { problem } from './order-rules';
import { slotRoom, type SlotRoom } from './slot-room';

/** An order that is about to be promised. */
export interface PromiseWanted {
  readonly contents: OrderContents;
  readonly pickup: string;
  readonly pickupPoint: string;
  /** The order that it replaces. */
  readonly changing: string | null;
  /** Whether it is taken even where the kitchen’s plan has no room. */
  readonly despiteKitchen: boolean;
}

interface Situation {
  readonly point: PickupPointEntity;
  readonly room: SlotRoom;
  readonly kitchen: Kitchen | null;
}

const PROMISES_LOCK = 4312;
/** So many slots, the nearest first, are asked for one that can be instead; shop default. */
const SLOTS_TRIED = 40;

/** Lets an order be promised only where its slot and the kitchen have room; one order at a time, so that two cannot
 * both get the last place. */
export class PromiseGate {
  constructor(private readonly clock: Pick<WorkshopClock, 'now'>) {}

  /** @throws ProblemError `invalid-input` at the pickup, with the nearest slot that can be, if there is one */
  async requireRoom(manager: EntityManager, setUp: SetUp, wanted: PromiseWanted): Promise<void> {
    await manager.query('select pg_advisory_xact_lock($1)', [PROMISES_LOCK]);
    const situation = await this.situation(manager, setUp, wanted);
    const fault = faultIn(situation, setUp, wanted);
    if (!fault) return;
    const { timeZone } = setUp;
    const { contents, pickup } = wanted;
    const { point, room, kitchen } = situation;
    const slot = slotStart(point, pickup)!;
    const others = slotsToCome(point, { days: setUp.days, timeZone, now: this.clock.now() });
    const nearest = nearestTo(slot, others).find(
      ({ at, instant }) => !slotFault(at, room, contents) && !kitchenFault(kitchen, instant),
    );
    throw new ProblemError('invalid-input', {}, [
      { ...fault, params: { ...fault.params, value: pickup, nearest: nearest?.at ?? null } },
    ]);
  }

  /** Whether an order could be promised as it is, with nothing overruled. */
  async hasRoom(
    manager: EntityManager,
    setUp: SetUp,
    wanted: Omit<PromiseWanted, 'despiteKitchen'>,
  ): Promise<boolean> {
    const all = { ...wanted, despiteKitchen: false };
    return faultIn(await this.situation(manager, setUp, all), setUp, all) === null;
  }

  /** The pickup point with what its slots still take, and the kitchen as it is planned. */
  private async situation(
    manager: EntityManager,
    setUp: SetUp,
    { contents, pickupPoint, changing }: PromiseWanted,
  ): Promise<Situation> {
    const point = await manager.findOneByOrFail(PickupPointEntity, { id: pickupPoint });
    const room = await slotRoom(manager, point, { timeZone: setUp.timeZone, changing });
    const ask = { contents, pickupPoint, changing };
    return { point, room, kitchen: await Kitchen.load(manager, { setUp, clock: this.clock, ask }) };
  }
}

function faultIn(
  { point, room, kitchen }: Situation,
  { timeZone }: SetUp,
  { contents, pickup, despiteKitchen }: PromiseWanted,
): FieldProblem | null {
  const slot = slotStart(point, pickup);
  if (slot === null) return problem('/pickup', 'pickup-shut', { point: point.name });
  const fault = slotFault(slot, room, contents);
  return fault ?? (despiteKitchen ? null : kitchenFault(kitchen, instantOf(pickup, timeZone)!));
}

function slotFault(slot: string, room: SlotRoom, contents: OrderContents): FieldProblem | null {
  if (room.isClosed(slot)) return problem('/pickup', 'slot-closed');
  const left = room.boxesLeft(slot);
  const asked = boxesHandedOver(contents);
  return left !== null && left < asked ? problem('/pickup', 'slot-full', { asked, left }) : null;
}

function kitchenFault(kitchen: Kitchen | null, pickup: Date): FieldProblem | null {
  const answer = kitchen?.answer([pickup])[0];
  return answer?.kind === 'no' ? problem('/pickup', 'not-makeable', { piece: answer.reason.product }) : null;
}

function nearestTo(slot: string, slots: readonly Slot[]): Slot[] {
  const at = (wallClock: string): number => Date.parse(`${wallClock}Z`);
  const away = (other: Slot): number => Math.abs(at(other.at) - at(slot));
  return slots
    .filter((other) => other.at !== slot)
    .sort((a, b) => away(a) - away(b))
    .slice(0, SLOTS_TRIED);
}
