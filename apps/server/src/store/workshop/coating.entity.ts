import type { Tempering } from '@alnage/contract';
import type { BlendPart, CoatingDescription, CoatingKind, Fluidity, Pack } from '@alnage/core';
import { Column, Entity } from 'typeorm';
import { KeptRecord } from './kept-record';

/** A coating as the workshop describes it; what it flows like, costs and contains follows from that. */
@Entity('coating')
export class CoatingEntity extends KeptRecord implements CoatingDescription {
  @Column('text')
  kind: CoatingKind | 'blend';

  @Column('smallint')
  fluidity: Fluidity;

  @Column('double precision', { name: 'measured_yield_pa', nullable: true })
  measuredYieldPa: number | null;

  @Column('double precision', { name: 'thinned_percent' })
  thinnedPercent: number;

  /** The supply that is stirred in; null: a fat that nobody counts. */
  @Column('text', { name: 'thinned_with', nullable: true })
  thinnedWith: string | null;

  @Column('double precision', { name: 'stock_months' })
  stockMonths: number;

  @Column('boolean', { name: 'is_tempered' })
  isTempered: boolean;

  @Column('double precision', { name: 'window_low_celsius' })
  windowLowCelsius: number;

  @Column('double precision', { name: 'window_high_celsius' })
  windowHighCelsius: number;

  @Column('jsonb', { nullable: true })
  tempering: Tempering | null;

  @Column('jsonb')
  parts: BlendPart[];

  @Column('jsonb')
  packs: Pack[];

  @Column('text', { array: true })
  allergens: string[];

  @Column('integer', { name: 'setup_fixed_minutes' })
  setupFixedMinutes: number;

  @Column('integer', { name: 'setup_minutes_per_kg' })
  setupMinutesPerKg: number;

  @Column('integer', { name: 'usable_minutes' })
  usableMinutes: number;
}
