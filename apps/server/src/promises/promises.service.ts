import type { PromiseAsk, PromisedSlot } from '@alnage/contract';
import { carryOver, promises, type Problem, type SlotPromise } from '@alnage/core';
import type { DataSource, EntityManager } from 'typeorm';
import { lineProblems, pointProblems } from '../orders/order-rules';
import { PieceEntity } from '../pieces/piece.entity';
import { buildProblem } from '../plan/build-problem';
import { PlanEntity } from '../plan/plan.entity';
import { ProblemError } from '../plugins/problem-error';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { PickupPointEntity } from '../workshop/resources.entity';
import { requireSetUp, type SetUp } from '../workshop/set-up';
import { instantOf, minutesFrom } from '../workshop/workshop-time';

/** Hours of a day that are asked about until the workshop has opening hours of its own; shop default. */
const FIRST_HOUR = 8;
const LAST_HOUR = 18;

/** Says for which pickups an order could be made beside all that is planned. */
export class PromisesService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** @throws ProblemError `no-plan` before anything is planned, `invalid-input` naming the field at fault */
  async answer(ask: PromiseAsk): Promise<PromisedSlot[]> {
    const { manager } = this.db;
    const setUp = await requireSetUp(manager);
    await requireSound(manager, ask);
    const now = this.clock.now();
    const problem = await this.planned(manager, setUp, ask.order);
    const slots = slotsOf(setUp, now);
    const minute = ({ instant }: Slot): number => minutesFrom(setUp.span.start, instant);
    const answers = promises(
      { ...problem, now: minutesFrom(setUp.span.start, now) },
      {
        lines: ask.lines.map(({ piece, pieces }) => ({ product: piece, pieces })),
        place: ask.pickupPoint,
        dues: slots.map(minute),
      },
    );
    return answers.map((answer, index) => slotView(slots[index]!, answer));
  }

  /** The problem with all of the newest plan fixed, less an order that is about to change. */
  private async planned(manager: EntityManager, setUp: SetUp, changing: string | null): Promise<Problem> {
    const [newest] = await manager.find(PlanEntity, { order: { version: 'DESC' }, take: 1 });
    if (newest?.horizonStart.getTime() !== setUp.span.start.getTime()) throw new ProblemError('no-plan');
    const asked = await buildProblem(manager, setUp, this.clock);
    const { fixed, orders } = carryOver({
      plan: newest.plan,
      before: newest.problem.orders,
      orders: asked.orders.filter(({ id }) => id !== changing),
      closed: new Set(),
      products: asked.products,
      places: asked.places,
      now: Infinity,
    });
    return { ...asked, fixed, orders };
  }
}

interface Slot {
  readonly at: string;
  readonly instant: Date;
}

/** Every full hour of the season that is still to come. */
function slotsOf({ days, timeZone }: SetUp, now: Date): Slot[] {
  const hours = Array.from({ length: LAST_HOUR - FIRST_HOUR + 1 }, (_, i) => FIRST_HOUR + i);
  return days
    .flatMap(({ date }) => hours.map((hour) => `${date}T${String(hour).padStart(2, '0')}:00`))
    .flatMap((at) => {
      const instant = instantOf(at, timeZone);
      return instant && instant > now ? [{ at, instant }] : [];
    });
}

function slotView({ at, instant }: Slot, answer: SlotPromise): PromisedSlot {
  const base = { at, atInstant: instant.toISOString() };
  return answer.kind === 'no'
    ? { ...base, kind: 'no', ageMinutes: null, piece: answer.reason.product, blocker: answer.reason.blocker }
    : { ...base, kind: answer.kind, ageMinutes: answer.ageMinutes, piece: null, blocker: null };
}

async function requireSound(manager: EntityManager, ask: PromiseAsk): Promise<void> {
  const ids = async (entity: typeof PieceEntity | typeof PickupPointEntity): Promise<Set<string>> =>
    new Set((await manager.find<{ id: string }>(entity, { select: { id: true } })).map(({ id }) => id));
  const problems = [
    ...lineProblems(ask, { pieceIds: await ids(PieceEntity) }),
    ...pointProblems(ask, { pickupPointIds: await ids(PickupPointEntity) }),
  ];
  if (problems.length > 0) throw new ProblemError('invalid-input', {}, problems);
}
