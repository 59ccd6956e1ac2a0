import type { PieceMoveKind } from '@alnage/contract';
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
}
