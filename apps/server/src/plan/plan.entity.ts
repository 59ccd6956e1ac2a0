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

  /** Mark of the orders it was made for; another mark now means that it is stale. */
  @Column('text', { name: 'orders_mark' })
  ordersMark: string;

  @Column('jsonb')
  problem: Problem;

  @Column('jsonb')
  plan: Plan;

  @Column('jsonb')
  reasons: UnmetReason[];
}
