import type { PromiseAsk, PromisedSlot } from '@alnage/contract';
import { boxesHandedOver, filledContents, type OrderContents, type SlotPromise } from '@alnage/core';
import type { DataSource } from 'typeorm';
import { orderedProblems, pointProblems } from '../orders/order-rules';
import { orderContext } from '../orders/order-context';
import { SlotRoom } from '../orders/slot-room';
import { Kitchen } from '../plan/kitchen';
import { ProblemError } from '../plugins/problem-error';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { slotsToCome, type Slot } from '../workshop/pickup-slots';
import { PickupPointEntity } from '../workshop/resources.entity';
import { requireSetUp } from '../workshop/set-up';

/** Says for which slots an order could be promised beside all that is promised and planned. */
export class PromisesService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** @throws ProblemError `no-plan` before anything is planned, `invalid-input` naming the field at fault */
  async answer(ask: PromiseAsk): Promise<PromisedSlot[]> {
    const { manager } = this.db;
    const setUp = await requireSetUp(manager);
    const now = this.clock.now();
    const context = await orderContext(manager, setUp, now);
    const problems = [...orderedProblems(ask, context), ...pointProblems(ask, context)];
    if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
    const contents = filledContents(ask, context.boxes);
    const { order: changing, pickupPoint } = ask;
    const kitchen = await Kitchen.load(manager, setUp, this.clock);
    if (!kitchen) throw new ProblemError('no-plan');
    const point = await manager.findOneByOrFail(PickupPointEntity, { id: pickupPoint });
    const room = await SlotRoom.load(manager, point, { timeZone: setUp.timeZone, changing });
    const slots = slotsToCome(point, { days: setUp.days, timeZone: setUp.timeZone, now });
    const answers = kitchen.answer(
      { contents, pickupPoint, changing },
      slots.map(({ instant }) => instant),
    );
    return answers.map((answer, index) => slotView(slots[index]!, answer, { room, contents }));
  }
}

function slotView(
  { at, instant }: Slot,
  answer: SlotPromise,
  { room, contents }: { readonly room: SlotRoom; readonly contents: OrderContents },
): PromisedSlot {
  const roomBoxes = room.boxesLeft(at);
  const asked = boxesHandedOver(contents);
  const slotFault = room.faultOf(at, asked);
  const base = { at, atInstant: instant.toISOString(), roomBoxes, slotFault };
  if (answer.kind === 'no') {
    const { product: piece, blocker } = answer.reason;
    return { ...base, kind: 'no', ageMinutes: null, piece, blocker };
  }
  const { ageMinutes } = answer;
  const isTight = answer.kind === 'tight' || (roomBoxes ?? 2 * asked) < 2 * asked;
  return {
    ...base,
    kind: slotFault ? 'no' : isTight ? 'tight' : 'open',
    ageMinutes,
    piece: null,
    blocker: null,
  };
}
