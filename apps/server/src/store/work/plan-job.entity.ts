import type { BestPlan, JobKind, JobState } from '@alnage/contract';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A plan that was asked for, and how far it is; whichever process runs it keeps this true. */
@Entity('plan_job')
export class PlanJobEntity {
  @PrimaryColumn('uuid')
  id: string;

  @Column('text')
  kind: JobKind;

  @Column('text')
  state: JobState;

  @Column('timestamptz', { name: 'asked_at' })
  askedAt: Date;

  @Column('text', { name: 'asked_by', nullable: true })
  askedBy: string | null;

  @Column('integer')
  seconds: number;

  /** The version that is mended or gone back to; null: the newest when it runs. */
  @Column('integer', { name: 'base_version', nullable: true })
  baseVersion: number | null;

  @Column('double precision')
  progress: number;

  @Column('boolean', { name: 'is_stopping' })
  isStopping: boolean;

  /** Real time at which the process that runs it was last known to live. */
  @Column('timestamptz', { name: 'heartbeat_at', nullable: true })
  heartbeatAt: Date | null;

  /** Mark of the process that has it; one that lost it writes nothing more. */
  @Column('uuid', { nullable: true })
  runner: string | null;

  /** How many processes have begun it. */
  @Column('integer')
  attempts: number;

  @Column('jsonb', { nullable: true })
  best: BestPlan | null;

  @Column('integer', { nullable: true })
  version: number | null;

  @Column('text', { nullable: true })
  fault: string | null;
}
