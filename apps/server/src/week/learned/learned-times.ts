import { factorRange, isLessonDoubted, learnFactor, type FactorSeen } from '@alnage/core';
import { In, IsNull, Not, type EntityManager } from 'typeorm';
import { SeasonsBack } from '../../shop/seasons/seasons-back';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { RunEntity } from '../../store/work/run.entity';
import { WeighingEntity } from '../../store/work/weighing.entity';

/** How much longer or shorter work takes than it was described, as the bench timed it. */
export interface LearnedTimes {
  paceOf(piece: string, stage: string): number;
  setUpOf(coating: string): number;
}

/** Less than this was not the whole of a set-up. Shop default. */
const LEAST_MINUTES = 1;

/** What the sealed runs say of pace, and the melts of their set-ups. */
export async function learnedTimes(manager: EntityManager, now: Date): Promise<LearnedTimes> {
  const { timeZone } = await manager.findOneByOrFail(WorkshopEntity, { id: 1 });
  const seasons = await SeasonsBack.load(manager, timeZone);
  const ended = await manager.find(RunEntity, {
    where: { endedAt: Not(IsNull()) },
    order: { endedAt: 'ASC' },
  });
  const coatings = await manager.find(CoatingEntity);
  const doubted = await doubtedRuns(manager);
  const seen = new Map<string, FactorSeen[]>();
  for (const run of ended) {
    const timed = timedOf(run, coatings);
    if (!timed || doubted.has(run.id)) continue;
    const seasonsBack = seasons.of(run.endedAt!, now);
    seen.set(timed.key, [...(seen.get(timed.key) ?? []), { ...timed, seasonsBack }]);
  }
  const factor = (key: string): number => factorRange(learnFactor(seen.get(key) ?? [])).factor;
  return {
    paceOf: (piece, stage) => factor(`pace/${piece}/${stage}`),
    setUpOf: (coating) => factor(`set-up/${coating}`),
  };
}

/** Runs that were sealed in doubt and that nobody has taken in on purpose since, by counting their weighing again. */
async function doubtedRuns(manager: EntityManager): Promise<ReadonlySet<string>> {
  const sealed = await manager.find(RunEntity, { where: { sealedAt: Not(IsNull()) } });
  const doubted = sealed.filter(({ record }) => isLessonDoubted(record!.confirmed));
  const weighed = doubted.map(({ weighingId }) => weighingId).filter((id) => id !== null);
  const counted = new Set(
    (await manager.findBy(WeighingEntity, { id: In(weighed), setAsideReason: IsNull() })).map(({ id }) => id),
  );
  return new Set(doubted.filter(({ weighingId }) => !counted.has(weighingId ?? '')).map(({ id }) => id));
}

type Timed = Pick<FactorSeen, 'minutes' | 'describedMinutes'> & { readonly key: string };

function timedOf(
  { planned, record, begunAt, endedAt }: RunEntity,
  coatings: readonly CoatingEntity[],
): Timed | null {
  if (planned.kind === 'stage') {
    if (!record || record.pieces === 0 || record.minutes < LEAST_MINUTES) return null;
    const { minutes, describedMinutes } = record;
    return { key: `pace/${planned.product}/${planned.stage}`, minutes, describedMinutes };
  }
  const coating = coatings.find(({ id }) => id === planned.coating);
  const minutes = begunAt ? (endedAt!.getTime() - begunAt.getTime()) / 60_000 : 0;
  if (!coating || minutes < LEAST_MINUTES) return null;
  const { setupFixedMinutes, setupMinutesPerKg } = coating;
  const describedMinutes = Math.max(1, setupFixedMinutes + (setupMinutesPerKg * planned.grams) / 1000);
  return { key: `set-up/${planned.coating}`, minutes, describedMinutes };
}
