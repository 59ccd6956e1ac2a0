import type { SupplyDraft } from '@alnage/contract';
import type { Composition, SupplyBase, SupplyKind } from '@alnage/core';
import { Column, Entity } from 'typeorm';
import { KeptRecord } from './kept-record';

/** What the larder keeps beside coatings. */
@Entity('supply')
export class SupplyEntity extends KeptRecord {
  @Column('text')
  kind: SupplyKind;

  @Column('text')
  base: SupplyBase;

  @Column('double precision', { name: 'grams_per_ml', nullable: true })
  gramsPerMl: number | null;

  @Column('double precision', { name: 'grams_per_piece', nullable: true })
  gramsPerPiece: number | null;

  @Column('text', { array: true })
  allergens: string[];

  @Column('text')
  supplier: string;

  @Column('jsonb')
  packs: SupplyDraft['packs'];

  @Column('double precision', { name: 'sorted_out_share' })
  sortedOutShare: number;

  @Column('integer', { name: 'keeps_hours', nullable: true })
  keepsHours: number | null;

  @Column('integer', { name: 'ahead_hours' })
  aheadHours: number;

  @Column('jsonb', { nullable: true })
  composition: Composition | null;
}
