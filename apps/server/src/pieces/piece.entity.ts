import type { Keeping, RouteStage } from '@alnage/contract';
import type { Drizzle, PieceForm } from '@alnage/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A kind of dipped gift. Its form, keeping and route are documents, each validated as a whole. */
@Entity('piece')
export class PieceEntity {
  @PrimaryColumn('text')
  id: string;

  @Column('text')
  name: string;

  @Column('integer')
  position: number;

  @Column('text', { name: 'centre_name' })
  centreName: string;

  @Column('text')
  finish: string;

  @Column('jsonb')
  form: PieceForm;

  @Column('jsonb', { nullable: true })
  drizzle: Drizzle | null;

  @Column('text', { array: true })
  allergens: string[];

  @Column('jsonb')
  keeping: Keeping;

  @Column('integer', { name: 'max_batch_pieces' })
  maxBatchPieces: number;

  @Column('jsonb')
  route: RouteStage[];
}
