import type { Payment, PieceMoveKind } from '@alnage/contract';
import { Column, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';
import { Recorded } from '../recorded';

/** Good pieces of a batch that went elsewhere than into the orders that it was made for. */
@Entity('piece_move')
export class PieceMoveEntity extends Recorded {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Index('piece_move_horizon_start')
  @Column('timestamptz', { name: 'horizon_start' })
  horizonStart: Date;

  @Column('text')
  batch: string;

  @Column('text', { name: 'piece_id' })
  pieceId: string;

  @Column('text')
  kind: PieceMoveKind;

  @Column('integer')
  pieces: number;

  @Column('text')
  cause: string;

  /** What was paid for them; null where they were not sold. */
  @Column('integer', { name: 'amount_minor', nullable: true })
  amountMinor: number | null;

  @Column('text', { nullable: true })
  method: Payment['method'] | null;

  /** The card device's own number. */
  @Column('text', { nullable: true })
  reference: string | null;

  /** What went together with pieces of other batches has the same. */
  @Column('uuid', { name: 'sale_id', nullable: true })
  saleId: string | null;

  /** Done by mistake: it counts for nothing, but is kept. */
  @Column('timestamptz', { name: 'undone_at', nullable: true })
  undoneAt: Date | null;

  @Column('text', { name: 'undone_by', nullable: true })
  undoneBy: string | null;
}
