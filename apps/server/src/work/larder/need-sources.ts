import type { Weighing } from '@alnage/contract';
import type { LarderBook } from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { loadDippery, type WorkedDippery } from '../../shop/dippery/dippery';
import { loadBook } from '../../shop/recipe-book/load-book';
import type { SetUp } from '../../shop/seasons/set-up';
import { readWeighings } from '../../week/learned/read-weighings';
import type { PlanEntity } from '../../store/work/plan.entity';
import { PieceEntity } from '../../store/workshop/piece.entity';

/** What things are made of, as it was described and learned: the same whatever is ordered and planned. */
export interface MadeOf {
  readonly book: LarderBook;
  readonly dippery: WorkedDippery;
  readonly pieces: readonly PieceEntity[];
  readonly weighings: readonly Weighing[];
}

/** What the needs of a larder are reckoned from. */
export interface NeedSources extends MadeOf {
  readonly setUp: SetUp;
  readonly plan: PlanEntity;
  readonly now: Date;
}

/** What changes it. */
export const MADE_OF_TOPICS = ['workshop', 'weighings'] as const;

export async function madeOf(manager: EntityManager, now: Date): Promise<MadeOf> {
  return {
    book: await loadBook(manager),
    dippery: await loadDippery(manager),
    pieces: await manager.find(PieceEntity),
    weighings: await readWeighings(manager, now),
  };
}
