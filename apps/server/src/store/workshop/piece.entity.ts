import type { DipRange, Keeping, PieceCosts, RouteStage, SupplyLine } from '@alnage/contract';
import type { Drizzle, Family, MadePart, PieceForm, SizeClass } from '@alnage/core';
import { Column, Entity } from 'typeorm';
import { KeptRecord } from './kept-record';

/** A kind of dipped gift. Its form, keeping, route and costs are documents, each validated as a whole. */
@Entity('piece')
export class PieceEntity extends KeptRecord {
  @Column('text')
  family: Family;

  @Column('text', { name: 'centre_name' })
  centreName: string;

  @Column('text')
  finish: string;

  @Column('jsonb')
  form: PieceForm;

  @Column('jsonb', { nullable: true })
  drizzle: Drizzle | null;

  /** Where it is dipped; null: wherever its coating is worked. */
  @Column('jsonb', { name: 'dip_range', nullable: true })
  dipRange: DipRange | null;

  @Column('jsonb')
  sizes: SizeClass[];

  @Column('text', { array: true })
  allergens: string[];

  @Column('jsonb')
  keeping: Keeping;

  @Column('integer', { name: 'max_batch_pieces' })
  maxBatchPieces: number;

  /** The moulds that it is cast in. */
  @Column('text', { nullable: true })
  mould: string | null;

  @Column('jsonb')
  route: RouteStage[];

  @Column('jsonb')
  costs: PieceCosts;

  /** By which its centre is made. */
  @Column('text', { nullable: true })
  recipe: string | null;

  /** What else of it is made by recipes. */
  @Column('jsonb', { name: 'made_parts', default: [] })
  madeParts: MadePart[];

  @Column('jsonb')
  supplies: SupplyLine[];
}
