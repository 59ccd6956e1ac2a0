import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A holiday's span of days in the workshop's zone. */
@Entity('season')
export class SeasonEntity {
  @PrimaryColumn('text')
  id: string;

  @Column('text')
  name: string;

  @Column('date', { name: 'starts_on' })
  startsOn: string;

  @Column('date', { name: 'ends_on' })
  endsOn: string;

  @Column('text', { name: 'ticket_prefix' })
  ticketPrefix: string;

  /** Names of holidays by date. */
  @Column('jsonb')
  holidays: Record<string, string>;
}
