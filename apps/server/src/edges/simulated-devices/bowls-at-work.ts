import {
  dipOfForm,
  dipRangeAt,
  windowsOf,
  workState,
  type BenchWork,
  type TemperWindows,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { eventsOf } from '../../week/begun/run-events';
import { RunEntity } from '../../store/work/run.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { CoatingEntity } from '../../store/workshop/coating.entity';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import type { BowlAtWork } from './simulated-bowls';

/** A bowl that nobody touched for so long is not worked with any more. */
const TOUCHED_MS = 6 * 3_600_000;

/** The bowls that somebody works with, each with its melt and all that was done of it. */
export async function bowlsAtWork(manager: EntityManager, now: Date): Promise<BowlAtWork[]> {
  const runs = await manager
    .createQueryBuilder(RunEntity, 'run')
    .leftJoinAndSelect('run.events', 'event')
    .where('run.touchedAt > :since', { since: new Date(now.getTime() - TOUCHED_MS) })
    .orderBy('run.begunAt', 'DESC', 'NULLS LAST')
    .getMany();
  const begun = runs.filter(({ begunAt, planned }) => begunAt !== null && meltOf(planned) !== null);
  if (begun.length === 0) return [];
  const kitchen = {
    bowls: await manager.find(BowlEntity),
    coatings: await manager.find(CoatingEntity),
    pieces: await manager.find(PieceEntity),
    workshop: await manager.findOneByOrFail(WorkshopEntity, { id: 1 }),
  };
  // the last that was begun in a bowl is what is in it
  const inBowl = new Map(begun.reverse().map((run) => [meltOf(run.planned)!.bowl, run]));
  return [...inBowl.values()].flatMap((run) => atWork(run, runs, kitchen));
}

interface Melt {
  readonly id: string;
  readonly bowl: string;
  readonly coating: string;
}

function meltOf(work: BenchWork): Melt | null {
  return work.kind === 'melt' ? { id: work.melt, bowl: work.bowl, coating: work.coating } : work.melt;
}

function atWork(
  run: RunEntity,
  runs: readonly RunEntity[],
  {
    bowls,
    coatings,
    pieces,
    workshop,
  }: {
    readonly bowls: readonly BowlEntity[];
    readonly coatings: readonly CoatingEntity[];
    readonly pieces: readonly PieceEntity[];
    readonly workshop: WorkshopEntity;
  },
): BowlAtWork[] {
  const melt = meltOf(run.planned)!;
  const bowl = bowls.find(({ id }) => id === melt.bowl);
  const coating = coatings.find(({ id }) => id === melt.coating);
  if (!bowl || !coating) return [];
  const works = runs
    .filter(({ planned }) => meltOf(planned)?.id === melt.id)
    .map((each) => ({ work: each.planned, events: eventsOf(each) }));
  const setUp = works.find(({ work }) => work.kind === 'melt');
  const chosen = setUp && workState(setUp.events).school;
  return [
    {
      ...{ bowl: bowl.id, isWarmed: bowl.usableMinutes === null, melt: melt.id, works },
      windows: windowsIn(run.planned, { works, pieces, windows: windowsOf(coating, coatings) }),
      isTempered: coating.isTempered,
      school: chosen ?? (coating.isTempered ? (coating.tempering?.school ?? 'seed') : 'melt'),
      seedShare: workshop.seedShare,
      meltGrams: setUp?.work.kind === 'melt' ? setUp.work.grams : bowl.capacityGrams / 2,
      dipOf: (product) => {
        const piece = pieces.find(({ id }) => id === product);
        return piece ? dipOfForm(piece.form, coating.windowLowCelsius) : null;
      },
    },
  ];
}

/** Where its coating is worked, and where the piece in hand is dipped if that asks for less. */
function windowsIn(
  work: BenchWork,
  {
    works,
    pieces,
    windows,
  }: {
    readonly works: readonly { readonly work: BenchWork }[];
    readonly pieces: readonly PieceEntity[];
    readonly windows: TemperWindows;
  },
): TemperWindows {
  const all = works.map((each) => each.work);
  const dip = dipRangeAt(work, all, pieces);
  return dip ? { ...windows, dip } : windows;
}
