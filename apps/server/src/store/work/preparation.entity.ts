import type { LarderItem, RestOfPot, SaidOfPot } from '@alnage/core';
import { Column, Entity, PrimaryGeneratedColumn, Unique } from 'typeorm';
import { Recorded } from '../recorded';

/**
 * A centre, or another part, that was made for a batch of a piece, by the version of its recipe. A plan made anew may call another piece's
 * batch so; what was made then stays with its own piece.
 */
@Entity('preparation')
@Unique('preparation_batch', ['horizonStart', 'batch', 'pieceId', 'recipeId'])
export class PreparationEntity extends Recorded {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Column('timestamptz', { name: 'horizon_start' })
  horizonStart: Date;

  @Column('text')
  batch: string;

  @Column('text', { name: 'piece_id' })
  pieceId: string;

  @Column('text', { name: 'recipe_id' })
  recipeId: string;

  @Column('integer', { name: 'recipe_version' })
  recipeVersion: number;

  /** Pieces that it was made for. */
  @Column('integer')
  pieces: number;

  /** What went into the pot; null of what was made before this was kept. */
  @Column('double precision', { name: 'pot_grams', nullable: true })
  potGrams: number | null;

  /** What a portion of it was to weigh. */
  @Column('double precision', { name: 'portion_grams', nullable: true })
  portionGrams: number | null;

  /** What came out, once somebody said it. */
  @Column('jsonb', { name: 'came_out', nullable: true })
  cameOut: SaidOfPot | null;

  /** What was left of it once so many pieces had theirs, once somebody said it. */
  @Column('jsonb', { nullable: true })
  rest: RestOfPot | null;

  /** The first of those that were made in one pot with it; null of what had one to itself. */
  @Column('uuid', { nullable: true })
  pot: string | null;

  /** What it took that nobody had written down. */
  @Column('jsonb')
  missing: { readonly item: LarderItem; readonly amount: number }[];
}
