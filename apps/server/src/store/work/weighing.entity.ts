import type { Weighed } from '@alnage/contract';
import type { CoatRole } from '@alnage/core';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryGeneratedColumn, type Relation } from 'typeorm';
import { PieceEntity } from '../workshop/piece.entity';

/** What the scale said of one coat of one piece. Kept for good; one that misleads is set aside with a reason. */
@Entity('weighing')
@Index('weighing_piece_at', ['pieceId', 'at'])
export class WeighingEntity {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Column('text', { name: 'piece_id' })
  pieceId: string;

  @ManyToOne(() => PieceEntity)
  @JoinColumn({ name: 'piece_id' })
  piece: Relation<PieceEntity>;

  @Column('text')
  coat: CoatRole;

  @Column('text', { name: 'size_class' })
  sizeClass: string;

  @Column('jsonb')
  weighed: Weighed;

  @Column('integer')
  pieces: number;

  @Column('integer')
  rejects: number;

  @Column('timestamptz')
  at: Date;

  /** What was estimated of the coat for its size class, as the piece was described then. */
  @Column('double precision', { name: 'estimate_grams' })
  estimateGrams: number;

  @Column('text', { name: 'set_aside_reason', nullable: true })
  setAsideReason: string | null;

  @Column('integer')
  version: number;
}
