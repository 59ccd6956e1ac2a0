import type { BowlDraft, BowlView } from '@alnage/contract';
import type { EntityManager } from 'typeorm';
import type { RecordKind } from '../kept/kept-records';
import { PieceEntity } from '../../store/workshop/piece.entity';
import { BowlEntity } from '../../store/workshop/bowl.entity';
import { loadDippery, tailGramsOf } from '../dippery/dippery';

/** Bowls: judged by the tail that they have for the pieces. */
export const BOWLS: RecordKind<BowlEntity, BowlDraft, BowlView> = {
  entity: BowlEntity,
  what: 'bowl',
  judge: async (manager, draft) => {
    await tailIn(manager, draft);
    return [];
  },
  columns: (draft) => draft,
  view: async (manager, entity) => bowlView(entity, await tailIn(manager, entity)),
  settle: () => Promise.resolve(),
};

export function bowlView({ position: _position, ...bowl }: BowlEntity, tailGrams: number): BowlView {
  return { ...bowl, tailGrams };
}

async function tailIn(manager: EntityManager, bowl: BowlDraft): Promise<number> {
  return tailGramsOf(bowl, await manager.find(PieceEntity), await loadDippery(manager));
}
