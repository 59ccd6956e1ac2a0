import type { RecipeDraft } from '@alnage/contract';
import type { Measures } from '@alnage/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';
import { KeptRecord } from './kept-record';
import { Recorded } from '../recorded';

/** How a centre is made, as it is now. */
@Entity('recipe')
export class RecipeEntity extends KeptRecord {
  @Column('text')
  measures: Measures;

  @Column('jsonb')
  ingredients: RecipeDraft['ingredients'];

  @Column('jsonb')
  steps: RecipeDraft['steps'];

  @Column('jsonb')
  yield: RecipeDraft['yield'];

  @Column('jsonb')
  portion: RecipeDraft['portion'];

  @Column('text')
  note: string;
}

/** A recipe as it was at one of its versions: kept for good, since runs were made by it. */
@Entity('recipe_version')
export class RecipeVersionEntity extends Recorded {
  @PrimaryColumn('text', { name: 'recipe_id' })
  recipeId: string;

  @PrimaryColumn('integer')
  version: number;

  @Column('jsonb')
  recipe: RecipeDraft;
}
