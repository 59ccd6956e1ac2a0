import type { PracticeRecord } from '@alnage/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';
import { Recorded } from '../recorded';

/** What became of the coats of one practice. */
@Entity('practice')
@Index('practice_at', ['at'])
export class PracticeEntity extends Recorded {
  /** Given by the screen. */
  @PrimaryColumn('uuid')
  id: string;

  @Column('text', { name: 'coating_id' })
  coating: string;

  @Column('text')
  school: PracticeRecord['school'];

  @Column('integer')
  pieces: number;

  @Column('integer')
  good: number;

  @Column('integer')
  bloom: number;

  @Column('integer')
  feet: number;

  @Column('integer')
  lumps: number;

  @Column('double precision', { name: 'mean_film_mm' })
  meanFilmMm: number;

  @Column('double precision', { name: 'right_film_mm' })
  rightFilmMm: number;

  @Column('double precision')
  minutes: number;
}
