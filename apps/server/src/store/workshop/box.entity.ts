import type { BoxDraft, SupplyLine } from '@alnage/contract';
import { Column, Entity } from 'typeorm';
import { KeptRecord } from './kept-record';

@Entity('box')
export class BoxEntity extends KeptRecord {
  @Column('jsonb')
  contents: BoxDraft['contents'];

  /** Pieces that may be chosen from; none: it is as it is. */
  @Column('jsonb')
  among: string[];

  @Column('integer', { name: 'box_minor' })
  boxMinor: number;

  @Column('integer', { name: 'packing_seconds' })
  packingSeconds: number;

  @Column('integer', { name: 'price_minor', nullable: true })
  priceMinor: number | null;

  @Column('integer', { name: 'deposit_minor' })
  depositMinor: number;

  /** What a bag sold by weight holds at least. */
  @Column('integer', { name: 'net_grams', nullable: true })
  netGrams: number | null;

  /** What one of it takes out of the larder. */
  @Column('jsonb')
  supplies: SupplyLine[];
}
