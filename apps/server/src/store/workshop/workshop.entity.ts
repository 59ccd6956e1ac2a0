import { Column, Entity, PrimaryColumn } from 'typeorm';
import type {
  Changeovers,
  MayContainStop,
  MessageTexts,
  QuietHours,
  SwapRule,
  TaxRates,
  WayRule,
  Weights,
} from '@alnage/core';

/** What customers are told, and when they are left in peace. */
export interface Messages {
  readonly texts: MessageTexts;
  readonly quiet: QuietHours;
  readonly reminderHours: number;
}

/** The one workshop of an installation. */
@Entity('workshop')
export class WorkshopEntity {
  @PrimaryColumn('smallint')
  id: number;

  @Column('text')
  name: string;

  @Column('text', { name: 'time_zone' })
  timeZone: string;

  @Column('text')
  currency: string;

  /** Said on labels and papers. */
  @Column('text', { default: '' })
  address: string;

  /** The shop’s own words on its labels. */
  @Column('text', { name: 'label_words', default: '' })
  labelWords: string;

  @Column('boolean', { name: 'is_demo' })
  isDemo: boolean;

  /** Workshop's time less the machine's, in ms; null: the machine's own time. */
  @Column('bigint', { name: 'clock_shift_ms', nullable: true })
  clockShiftMs: string | null;

  @Column('jsonb')
  changeovers: Changeovers;

  @Column('jsonb')
  weights: Weights;

  @Column('jsonb')
  ways: WayRule[];

  @Column('integer', { name: 'labour_minor_per_hour' })
  labourMinorPerHour: number;

  /** Share of what is left in a bowl that is lost. */
  @Column('double precision', { name: 'waste_share' })
  wasteShare: number;

  @Column('double precision')
  certainty: number;

  /** Share of a melt that goes in as solid seed. */
  @Column('double precision', { name: 'seed_share' })
  seedShare: number;

  /** What warming gives a bowl. */
  @Column('double precision', { name: 'warming_watts' })
  warmingWatts: number;

  /** An order cancelled so many hours before its pickup gets back all that was paid. */
  @Column('integer', { name: 'refund_hours' })
  refundHours: number;

  /** Share of it that goes back after that. */
  @Column('double precision', { name: 'late_refund_share' })
  lateRefundShare: number;

  /** What nobody collected in time is kept so long. */
  @Column('integer', { name: 'late_keep_minutes' })
  lateKeepMinutes: number;

  /** Share that goes back of what was paid for an order that nobody collected. */
  @Column('double precision', { name: 'no_show_refund_share' })
  noShowRefundShare: number;

  /** Tax within prices, by how it is sold. */
  @Column('jsonb', { name: 'tax_rates' })
  taxRates: TaxRates;

  /** What may stand for what lacks in an order. */
  @Column('jsonb')
  swaps: SwapRule;

  /** What of *may contain* stops an order of somebody who must never have it. */
  @Column('text', { name: 'may_contain_stop' })
  mayContainStop: MayContainStop;

  /** Secret part of the calendars' addresses. */
  @Column('text', { name: 'feed_token', nullable: true })
  feedToken: string | null;

  /** What customers are told, and when they are left in peace. */
  @Column('jsonb')
  messages: Messages;

  @Column('integer', { name: 'messages_version' })
  messagesVersion: number;

  @Column('integer', { name: 'rules_version' })
  rulesVersion: number;

  /** Whose holidays are offered, by its code; '' for none. */
  @Column('text')
  country: string;

  @Column('text')
  region: string;

  /** The season that is worked on; null: the newest. */
  @Column('text', { name: 'season_id', nullable: true })
  seasonId: string | null;

  @Column('integer', { name: 'details_version' })
  detailsVersion: number;
}
