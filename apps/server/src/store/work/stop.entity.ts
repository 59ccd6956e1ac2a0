import type { RecallAsk } from '@alnage/contract';
import { Column, Entity, PrimaryGeneratedColumn } from 'typeorm';
import { Recorded } from '../recorded';

/** Something that is not to leave the shop, with all that it leads to; let go again with a reason, and kept. */
@Entity('stop')
export class StopEntity extends Recorded {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  /** What it goes out from. */
  @Column('jsonb')
  origin: RecallAsk;

  @Column('text')
  reason: string;

  /** Who says so. */
  @Column('text')
  name: string;

  /** Only practised: it stops nothing. */
  @Column('boolean', { name: 'is_practice' })
  isPractice: boolean;

  @Column('timestamptz', { name: 'lifted_at', nullable: true })
  liftedAt: Date | null;

  @Column('text', { name: 'lifted_by', nullable: true })
  liftedBy: string | null;

  @Column('text', { name: 'lifted_reason', nullable: true })
  liftedReason: string | null;

  @Column('text', { name: 'lifted_name', nullable: true })
  liftedName: string | null;
}
