import type { AmendAsk, RunRecord } from '@alnage/contract';
import type { BenchDeed, BenchWork } from '@alnage/core';
import {
  Column,
  Entity,
  Index,
  JoinColumn,
  ManyToOne,
  OneToMany,
  PrimaryGeneratedColumn,
  Unique,
  type Relation,
} from 'typeorm';
import { Recorded } from '../recorded';

/** A run as it is sealed, without what is kept beside it. */
export type SealedRecord = Omit<RunRecord, 'id' | 'code' | 'amendments' | 'batchLots'>;
/** The figures of a run that can be amended. */
export type RunCounts = Omit<AmendAsk, 'reason'>;

/**
 * One work of the plan that somebody has begun at the bench: the set-up of a melt, or a stage of a batch. A plan made
 * anew may call another piece's batch so; what was done stays with its own piece.
 */
@Entity('run')
@Unique('run_work', ['horizonStart', 'work', 'product'])
export class RunEntity {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Column('timestamptz', { name: 'horizon_start' })
  horizonStart: Date;

  @Column('text')
  work: string;

  /** The piece that is made; '' for a melt. */
  @Column('text')
  product: string;

  @Column('text')
  kind: BenchWork['kind'];

  /** Day, bowl and number, as people call it. */
  @Column('text')
  code: string;

  /** What was planned when it was begun. */
  @Column('jsonb')
  planned: BenchWork;

  @Column('integer', { name: 'plan_version' })
  planVersion: number;

  @Column('timestamptz', { name: 'begun_at', nullable: true })
  begunAt: Date | null;

  @Column('timestamptz', { name: 'ended_at', nullable: true })
  endedAt: Date | null;

  @Column('timestamptz', { name: 'touched_at' })
  touchedAt: Date;

  @Column('timestamptz', { name: 'sealed_at', nullable: true })
  sealedAt: Date | null;

  /** Never changed once it is there; the database refuses it. */
  @Column('jsonb', { nullable: true })
  record: SealedRecord | null;

  /** The weighing that piece learns from; another one once it is amended. */
  @Column('uuid', { name: 'weighing_id', nullable: true })
  weighingId: string | null;

  @OneToMany(() => BenchEventEntity, (event) => event.run)
  events: Relation<BenchEventEntity[]>;

  @OneToMany(() => RunAmendmentEntity, (amendment) => amendment.run)
  amendments: Relation<RunAmendmentEntity[]>;
}

/** One thing that was done, by the id that the screen gave it. */
@Entity('bench_event')
@Unique('bench_event_id', ['id'])
@Index('bench_event_run', ['runId'])
export class BenchEventEntity extends Recorded {
  @PrimaryGeneratedColumn('identity', { type: 'bigint' })
  seq: string;

  @Column('uuid')
  id: string;

  @Column('uuid', { name: 'run_id' })
  runId: string;

  @ManyToOne(() => RunEntity, (run) => run.events, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'run_id', foreignKeyConstraintName: 'FK_bench_event_run' })
  run: Relation<RunEntity>;

  @Column('jsonb')
  deed: BenchDeed;

  @Column('timestamptz', { name: 'received_at' })
  receivedAt: Date;
}

/** What of a sealed run was wrong, and what is right. */
@Entity('run_amendment')
@Index('run_amendment_run', ['runId'])
export class RunAmendmentEntity extends Recorded {
  @PrimaryGeneratedColumn('identity', { type: 'bigint' })
  id: string;

  @Column('uuid', { name: 'run_id' })
  runId: string;

  @ManyToOne(() => RunEntity, (run) => run.amendments, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'run_id', foreignKeyConstraintName: 'FK_run_amendment_run' })
  run: Relation<RunEntity>;

  @Column('text')
  reason: string;

  @Column('jsonb')
  before: RunCounts;

  @Column('jsonb')
  after: RunCounts;
}
