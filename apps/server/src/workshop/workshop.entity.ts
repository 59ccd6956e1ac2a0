import { Column, Entity, PrimaryColumn } from 'typeorm';
import type { Changeovers, Weights } from '@alnage/core';

/** The one workshop of an installation. */
@Entity('workshop')
export class WorkshopEntity {
  @PrimaryColumn('smallint')
  id: number;

  @Column('text')
  name: string;

  @Column('text', { name: 'time_zone' })
  timeZone: string;

  @Column('text')
  currency: string;

  @Column('boolean', { name: 'is_demo' })
  isDemo: boolean;

  /** Workshop's time less the machine's, in ms; null: the machine's own time. */
  @Column('bigint', { name: 'clock_shift_ms', nullable: true })
  clockShiftMs: string | null;

  @Column('jsonb')
  changeovers: Changeovers;

  @Column('jsonb')
  weights: Weights;
}
