import { setImmediate } from 'node:timers/promises';
import {
  MAKING_MOST,
  type MakingAsk,
  type PromiseAsk,
  type PromisedSlot,
  type SlotMakingView,
} from '@alnage/contract';
import {
  boxesHandedOver,
  filledContents,
  minutesToEat,
  type OrderContents,
  type SlotPromise,
} from '@alnage/core';

import type { DataSource, EntityManager } from 'typeorm';
import { OfferTerms } from '../../week/orders/offer-terms';
import { orderedProblems, pointProblems } from '../../week/orders/order-rules';
import { orderContext } from '../../week/orders/order-context';
import { SlotRoom } from '../../week/orders/slot-room';
import { Kitchen } from '../../week/kitchen/kitchen';
import { pieceLives, type KeptPiece } from '../../week/keeping/piece-lives';
import { agesOnWay } from '../../week/keeping/way-ages';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { slotStart, slotsToCome, type Slot } from '../../shop/pickup/pickup-slots';
import { PickupPointEntity } from '../../store/workshop/resources.entity';
import { requireSetUp, type SetUp } from '../../shop/seasons/set-up';
import { instantOf, minutesFrom } from '../../platform/time/workshop-time';

const MS_PER_MINUTE = 60_000;

/** Says for which slots an order could be promised beside all that is promised and planned. */
export class PromisesService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /**
   * All slots; nothing where nobody waits for them any more: that is seen before the answer is worked out, which keeps
   * everybody else waiting.
   * @throws ProblemError `no-plan` before anything is planned, `invalid-input` naming the field at fault
   */
  async answer(ask: PromiseAsk, isWanted: () => boolean = () => true): Promise<PromisedSlot[]> {
    const { manager } = this.db;
    const { setUp, now, contents, kitchen, point, room } = await loadPromise(manager, this.clock, ask);
    const { order: changing, pickupPoint } = ask;
    const terms = await OfferTerms.load(manager, setUp, { changing, now, point });
    const slots = slotsToCome(point, { days: setUp.days, timeZone: setUp.timeZone, now });
    const lives = await pieceLives(manager);
    const ages = agesOnWay(point, lives);
    // what came in meanwhile goes first, an order that is taken and the leaving of who asked among it
    await setImmediate();
    if (!isWanted()) return [];
    const answers = kitchen.answer(
      { contents, pickupPoint, changing },
      slots.map(({ instant }) => instant),
    );
    return answers.map((answer, index) =>
      slotView(slots[index]!, answer, { room, terms, contents, setUp, lives, ages }),
    );
  }

  /**
   * How the order would be made for one slot, and how many such orders fit it.
   * @throws ProblemError as `answer`; `pickup-shut` at `/at` where the point has no slot then
   */
  async making(ask: MakingAsk): Promise<SlotMakingView> {
    const { setUp, contents, kitchen, point, room } = await loadPromise(this.db.manager, this.clock, ask);
    const { at, pickup } = slotOf(ask, point, setUp);
    const { order: changing, pickupPoint } = ask;
    const making = kitchen.making({ contents, pickupPoint, changing }, pickup, MAKING_MOST);
    const boxes = room.boxesLeft(at);
    const bySlot = boxes === null ? MAKING_MOST : Math.floor(boxes / boxesHandedOver(contents));
    const times = making.times === null ? null : Math.min(making.times, bySlot);
    return { ...making, at, horizonStart: setUp.span.start.toISOString(), times };
  }
}

/** The slot that is asked about. @throws ProblemError `pickup-shut` at `/at` where the point has no slot then */
export function slotOf(
  { at: asked }: MakingAsk,
  point: PickupPointEntity,
  { timeZone }: SetUp,
): { readonly at: string; readonly pickup: Date } {
  const at = slotStart(point, asked);
  const pickup = at && instantOf(at, timeZone);
  if (at && pickup) return { at, pickup };
  throw new ProblemError('invalid-input', {}, [
    { pointer: '/at', code: 'pickup-shut', params: { value: asked, point: point.name } },
  ]);
}

/** Reads what a question about promises is answered from. @throws ProblemError as `PromisesService.answer` */
export async function loadPromise(
  manager: EntityManager,
  clock: Pick<WorkshopClock, 'now'>,
  ask: PromiseAsk,
): Promise<Loaded> {
  const setUp = await requireSetUp(manager);
  const now = clock.now();
  const context = await orderContext(manager, setUp, now);
  const problems = [...orderedProblems(ask, context), ...pointProblems(ask, context)];
  if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
  const kitchen = await Kitchen.load(manager, setUp, clock);
  if (!kitchen) throw new ProblemError('no-plan');
  const point = await manager.findOneByOrFail(PickupPointEntity, { id: ask.pickupPoint });
  const room = await SlotRoom.load(manager, setUp, { point, changing: ask.order });
  return { setUp, now, contents: filledContents(ask, context.boxes), kitchen, point, room };
}

/** What a question about promises is answered from. */
interface Loaded {
  readonly setUp: SetUp;
  readonly now: Date;
  readonly contents: OrderContents;
  readonly kitchen: Kitchen;
  readonly point: PickupPointEntity;
  readonly room: SlotRoom;
}

interface Standing {
  readonly room: SlotRoom;
  readonly terms: OfferTerms;
  readonly contents: OrderContents;
  readonly setUp: SetUp;
  readonly lives: ReadonlyMap<string, KeptPiece>;
  /** What a warm way adds to the age of each piece, in minutes. */
  readonly ages: ReadonlyMap<string, number>;
}

function slotView(
  slot: Slot,
  answer: SlotPromise,
  { room, terms, contents, setUp, lives, ages }: Standing,
): PromisedSlot {
  const { at, instant } = slot;
  const termsFault = terms.problemOf(contents, slot);
  const roomBoxes = room.boxesLeft(at);
  const asked = boxesHandedOver(contents);
  const slotFault = room.faultOf(at, asked);
  const base = {
    at,
    atInstant: instant.toISOString(),
    roomBoxes,
    slotFault,
    offerFault: termsFault && { code: termsFault.code, params: termsFault.params },
  };
  if (answer.kind === 'no') {
    const { product: piece, blocker } = answer.reason;
    return { ...base, kind: 'no', ageMinutes: null, eatBy: null, piece, blocker };
  }
  const old = agedBy(answer, slot, { setUp, lives, ages });
  const isTight = answer.kind === 'tight' || (roomBoxes ?? 2 * asked) < 2 * asked;
  return {
    ...base,
    kind: slotFault || termsFault ? 'no' : isTight ? 'tight' : 'open',
    ...old,
    piece: null,
    blocker: null,
  };
}

/** How old the oldest of the pieces is when it is collected, and when the first of them is past eating: as it is told once it is made. */
function agedBy(
  { clocks, ageMinutes }: Pick<SlotPromise & { kind: 'open' }, 'clocks' | 'ageMinutes'>,
  { instant }: Slot,
  { setUp, lives, ages }: Pick<Standing, 'setUp' | 'lives' | 'ages'>,
): Pick<PromisedSlot, 'ageMinutes' | 'eatBy'> {
  if (clocks.length === 0) return { ageMinutes, eatBy: null };
  const due = minutesFrom(setUp.span.start, instant);
  const aged = clocks.map(({ product, minute }) => ({
    ...{ product, minutes: due - minute + (ages.get(product) ?? 0) },
  }));
  const left = aged.map(({ product, minutes }) => {
    const kept = lives.get(product);
    return kept ? minutesToEat(kept.life, minutes) : 0;
  });
  return {
    ageMinutes: Math.max(...aged.map(({ minutes }) => minutes)),
    eatBy: new Date(instant.getTime() + Math.min(...left) * MS_PER_MINUTE).toISOString(),
  };
}
