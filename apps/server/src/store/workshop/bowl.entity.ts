import type { BowlDescription, BowlForm, MeltHeat } from '@alnage/core';
import { Column, Entity } from 'typeorm';
import { KeptRecord } from './kept-record';

/** A bowl: its tail follows from its form and the pieces, or was measured. */
@Entity('bowl')
export class BowlEntity extends KeptRecord implements BowlDescription {
  @Column('jsonb', { nullable: true })
  form: BowlForm | null;

  @Column('integer', { name: 'capacity_grams' })
  capacityGrams: number;

  @Column('integer', { name: 'measured_tail_grams', nullable: true })
  measuredTailGrams: number | null;

  @Column('boolean', { name: 'is_tilted' })
  isTilted: boolean;

  /** How long it keeps a coating workable, where that is shorter than the coating’s own. */
  @Column('integer', { name: 'usable_minutes', nullable: true })
  usableMinutes: number | null;

  /** What warms it. */
  @Column('text', { default: 'steam' })
  heat: MeltHeat;
}
