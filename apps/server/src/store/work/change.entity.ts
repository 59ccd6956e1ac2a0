import type { LiveTopic } from '@alnage/contract';
import { Column, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';

/** That something of a topic changed, and in which transaction: by it what was read before is known to be as it was. */
@Entity('change')
export class ChangeEntity {
  @PrimaryGeneratedColumn('identity', { type: 'bigint' })
  id: string;

  @Column('text')
  topic: LiveTopic;

  /** The number of the transaction. */
  @Index('change_xact')
  @Column('bigint')
  xact: string;

  @Index('change_at')
  @Column('timestamptz', { default: () => 'now()' })
  at: Date;
}
