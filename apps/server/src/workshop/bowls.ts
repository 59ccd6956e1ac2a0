import type { BowlDraft, BowlView } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import type { RecordKind } from '../kept/kept-records';
import { PieceEntity } from '../pieces/piece.entity';
import { startedWork } from '../plan/started-work';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { BowlEntity } from './bowl.entity';
import { loadDippery, tailGramsOf } from './dippery';

/** Bowls: judged by the tail that they have for the pieces, and held by melts that have begun. */
export function bowls(clock: Pick<WorkshopClock, 'now'>): RecordKind<BowlEntity, BowlDraft, BowlView> {
  return {
    entity: BowlEntity,
    what: 'bowl',
    judge: async (manager, draft) => {
      await tailIn(manager, draft);
      return [];
    },
    columns: (draft) => draft,
    view: async (manager, entity) => bowlView(entity, await tailIn(manager, entity)),
    settle: () => Promise.resolve(),
    heldBy: async (manager, { id }) => {
      const { melters } = await startedWork(manager, clock.now());
      return melters.has(id) ? ['a melt that has begun'] : [];
    },
  };
}

export function bowlView({ position: _position, ...bowl }: BowlEntity, tailGrams: number): BowlView {
  return { ...bowl, tailGrams };
}

async function tailIn(manager: EntityManager, bowl: BowlDraft): Promise<number> {
  return tailGramsOf(bowl, await manager.find(PieceEntity), await loadDippery(manager));
}
