import type { PlanDifference, PlanOrder } from '@alnage/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** How what was promised since a plan was made would be made, beside all that it plans: one of each season. */
@Entity('plan_witness')
export class PlanWitnessEntity {
  @PrimaryColumn('timestamptz', { name: 'horizon_start' })
  horizonStart: Date;

  /** The version of the plan that it goes on from; 0 where nothing is planned yet. */
  @Column('integer')
  version: number;

  @Column('timestamptz', { name: 'laid_in_at' })
  laidInAt: Date;

  /** Orders as they were laid in. */
  @Column('jsonb')
  orders: PlanOrder[];

  @Column('jsonb')
  difference: PlanDifference;
}
