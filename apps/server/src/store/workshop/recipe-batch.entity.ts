import { Column, Entity, PrimaryColumn } from 'typeorm';

/** What came out of a pot of a recipe that somebody weighed or counted, by which its yield is learned. It is kept and goes with its preparation. */
@Entity('recipe_batch')
export class RecipeBatchEntity {
  @PrimaryColumn('uuid', { name: 'preparation_id' })
  preparationId: string;

  @Column('text', { name: 'recipe_id' })
  recipeId: string;

  @Column('timestamptz')
  at: Date;

  /** What went in. */
  @Column('double precision', { name: 'pot_grams' })
  potGrams: number;

  /** What came out. */
  @Column('double precision')
  grams: number;
}
