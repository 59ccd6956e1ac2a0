import type { DayLock, PlanOrigin } from '@alnage/contract';
import type { Plan, Problem, UnmetReason } from '@alnage/core';
import { Column, Entity, PrimaryGeneratedColumn } from 'typeorm';

/** One whole answer with the problem it answers; versions are kept, the newest counts. */
@Entity('plan')
export class PlanEntity {
  @PrimaryGeneratedColumn('identity', { type: 'integer', generatedIdentity: 'BY DEFAULT' })
  version: number;

  @Column('timestamptz', { name: 'made_at' })
  madeAt: Date;

  @Column('timestamptz', { name: 'horizon_start' })
  horizonStart: Date;

  @Column('double precision')
  cost: number;

  @Column('integer', { name: 'total_pieces' })
  totalPieces: number;

  @Column('integer', { name: 'unmet_pieces' })
  unmetPieces: number;

  /** Mark of what it was made for; another mark now means that it is stale. */
  @Column('text', { name: 'orders_mark' })
  ordersMark: string;

  @Column('text')
  origin: PlanOrigin;

  /** Who was at the screen that asked for it. */
  @Column('text', { name: 'made_by', nullable: true })
  madeBy: string | null;

  @Column('integer', { name: 'based_on', nullable: true })
  basedOn: number | null;

  /** The bench works by the version that was published last. */
  @Column('timestamptz', { name: 'published_at', nullable: true })
  publishedAt: Date | null;

  @Column('jsonb')
  pins: string[];

  @Column('jsonb')
  locks: DayLock[];

  /** What was pinned in the version before and could not be held. */
  @Column('jsonb')
  lapsed: string[];

  @Column('jsonb')
  problem: Problem;

  @Column('jsonb')
  plan: Plan;

  @Column('jsonb')
  reasons: UnmetReason[];
}
