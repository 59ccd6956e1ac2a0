import type { PickupPointDraft } from '@alnage/contract';
import { KeptRecord } from '../kept/kept-record';
import { Column, Entity, JoinColumn, ManyToOne, OneToMany, PrimaryColumn, type Relation } from 'typeorm';

/** What has an id of its own, a name, and a place in lists. */
abstract class Listed {
  @PrimaryColumn('text')
  id: string;

  @Column('text')
  name: string;

  @Column('integer')
  position: number;
}

@Entity('pickup_point')
export class PickupPointEntity extends KeptRecord {
  @Column('integer', { name: 'journey_minutes' })
  journeyMinutes: number;

  @Column('jsonb')
  hours: PickupPointDraft['hours'];

  @Column('jsonb')
  exceptions: PickupPointDraft['exceptions'];

  @Column('integer', { name: 'slot_minutes' })
  slotMinutes: number;

  @Column('integer', { name: 'slot_boxes', nullable: true })
  slotBoxes: number | null;

  /** Wall-clock starts of slots that take no more orders. */
  @Column('jsonb', { name: 'closed_slots', default: [] })
  closedSlots: string[];
}

@Entity('zone')
export class ZoneEntity extends KeptRecord {
  @Column('integer')
  trays: number;
}

@Entity('person')
export class PersonEntity extends Listed {
  /** Percent of the standard time. */
  @Column('integer')
  pace: number;

  @Column('text', { array: true })
  skills: string[];

  @OneToMany(() => ShiftEntity, (shift) => shift.person, { cascade: true })
  shifts: Relation<ShiftEntity>[];
}

/** Hours of one person on one day, by the clock on the wall. */
@Entity('shift')
export class ShiftEntity {
  @PrimaryColumn('text', { name: 'person_id' })
  personId: string;

  @PrimaryColumn('date')
  day: string;

  @PrimaryColumn('time')
  starts: string;

  @Column('time')
  ends: string;

  @ManyToOne(() => PersonEntity, (person) => person.shifts, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'person_id' })
  person: Relation<PersonEntity>;
}
