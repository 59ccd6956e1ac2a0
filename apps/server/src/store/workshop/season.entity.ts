import type { SeasonDraft } from '@alnage/contract';
import { Column, Entity } from 'typeorm';
import { KeptRecord } from './kept-record';

/** A holiday's span of days in the workshop's zone, and what is offered in it. */
@Entity('season')
export class SeasonEntity extends KeptRecord {
  @Column('date', { name: 'starts_on' })
  startsOn: string;

  @Column('date', { name: 'ends_on' })
  endsOn: string;

  @Column('date', { name: 'peak_on' })
  peakOn: string;

  @Column('text', { name: 'ticket_prefix' })
  ticketPrefix: string;

  @Column('jsonb')
  holidays: SeasonDraft['holidays'];

  @Column('jsonb')
  offers: SeasonDraft['offers'];

  @Column('text', { name: 'compared_with', nullable: true })
  comparedWith: string | null;
}
