import { Column, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';
import { Recorded } from '../recorded';

/** The till counted at the end of a day; counted again it is another, and the last one counts. */
@Entity('day_closing')
export class DayClosingEntity extends Recorded {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Index('day_closing_day')
  @Column('date')
  day: string;

  /** What lay in the drawer in the morning. */
  @Column('integer', { name: 'float_minor' })
  floatMinor: number;

  /** What it must have held by what was written down until then. */
  @Column('integer', { name: 'expected_minor' })
  expectedMinor: number;

  @Column('integer', { name: 'counted_minor' })
  countedMinor: number;

  @Column('text')
  note: string;
}
