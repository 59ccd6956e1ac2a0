import type { PersonDraft, PickupPointDraft, Sending } from '@alnage/contract';
import { KeptRecord } from './kept-record';
import { Column, Entity } from 'typeorm';

@Entity('pickup_point')
export class PickupPointEntity extends KeptRecord {
  @Column('integer', { name: 'journey_minutes' })
  journeyMinutes: number;

  /** How warm it is on the way; null: as it is kept. */
  @Column('double precision', { name: 'way_celsius', nullable: true })
  wayCelsius: number | null;

  @Column('jsonb')
  hours: PickupPointDraft['hours'];

  @Column('jsonb')
  exceptions: PickupPointDraft['exceptions'];

  @Column('integer', { name: 'slot_minutes' })
  slotMinutes: number;

  @Column('integer', { name: 'slot_boxes', nullable: true })
  slotBoxes: number | null;

  /** How its orders are sent; null: they are collected there. */
  @Column('jsonb', { nullable: true })
  sending: Sending | null;

  /** Wall-clock starts of slots that take no more orders. */
  @Column('jsonb', { name: 'closed_slots', default: [] })
  closedSlots: string[];
}

@Entity('zone')
export class ZoneEntity extends KeptRecord {
  @Column('integer')
  trays: number;

  /** How warm it is kept. */
  @Column('double precision', { nullable: true })
  celsius: number | null;

  /** How humid it is, as a share. */
  @Column('double precision', { nullable: true })
  humidity: number | null;

  /** When it is there, by the clock on the wall; null: always. */
  @Column('jsonb', { nullable: true })
  there: { from: string; until: string }[] | null;
}

/** Moulds of one kind. */
@Entity('mould')
export class MouldEntity extends KeptRecord {
  @Column('integer')
  cavities: number;

  @Column('integer')
  count: number;
}

@Entity('person')
export class PersonEntity extends KeptRecord {
  /** Percent of the standard time: 80 is fast, 125 slow. */
  @Column('integer')
  pace: number;

  @Column('text', { array: true })
  skills: string[];

  @Column('jsonb')
  week: PersonDraft['week'];

  /** Hours of single days, by the clock on the wall. */
  @Column('jsonb')
  shifts: PersonDraft['shifts'];

  @Column('jsonb')
  absences: PersonDraft['absences'];
}
