import { Column, Entity, PrimaryColumn } from 'typeorm';

/** What went on so many pieces of a part, by which its grams are learned. It is kept and goes with its preparation. */
@Entity('part_use')
export class PartUseEntity {
  @PrimaryColumn('uuid', { name: 'preparation_id' })
  preparationId: string;

  @Column('text', { name: 'piece_id' })
  pieceId: string;

  @Column('text', { name: 'recipe_id' })
  recipeId: string;

  @Column('timestamptz')
  at: Date;

  @Column('integer')
  pieces: number;

  @Column('double precision')
  grams: number;
}
