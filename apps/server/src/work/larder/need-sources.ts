import type { Weighing } from '@alnage/contract';
import type { LarderBook } from '@alnage/core';
import type { WorkedDippery } from '../../shop/dippery/dippery';
import type { SetUp } from '../../shop/seasons/set-up';
import type { PlanEntity } from '../../store/work/plan.entity';
import type { PieceEntity } from '../../store/workshop/piece.entity';

/** What the needs of a larder are reckoned from. */
export interface NeedSources {
  readonly setUp: SetUp;
  readonly plan: PlanEntity;
  readonly now: Date;
  readonly book: LarderBook;
  readonly dippery: WorkedDippery;
  readonly pieces: readonly PieceEntity[];
  readonly weighings: readonly Weighing[];
}
