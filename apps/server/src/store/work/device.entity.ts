import type { DeviceKind, ReadingKind } from '@alnage/contract';
import { Column, Entity, PrimaryColumn, PrimaryGeneratedColumn, Unique } from 'typeorm';

/** Something that measures or prints, known by its token, of which only the hash is kept. */
@Entity('device')
@Unique('device_token', ['tokenHash'])
export class DeviceEntity {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Column('text')
  name: string;

  @Column('text')
  kind: DeviceKind;

  @Column('text', { name: 'bowl_id', nullable: true })
  bowlId: string | null;

  /** The zone whose climate it measures. */
  @Column('text', { name: 'zone_id', nullable: true })
  zoneId: string | null;

  @Column('text', { name: 'token_hash' })
  tokenHash: string;

  /** A stand-in that ships with the workshop. */
  @Column('boolean', { name: 'is_simulated' })
  isSimulated: boolean;

  @Column('timestamptz', { name: 'last_heard_at', nullable: true })
  lastHeardAt: Date | null;
}

/** One value as it was said; after a while only what each minute was is kept. */
@Entity('reading')
export class ReadingEntity {
  @PrimaryColumn('uuid', { name: 'device_id' })
  deviceId: string;

  @PrimaryColumn('text')
  kind: ReadingKind;

  @PrimaryColumn('timestamptz')
  at: Date;

  @Column('double precision')
  value: number;
}

/** What a minute's values were: their mean, the lowest and the highest. */
@Entity('reading_minute')
export class ReadingMinuteEntity {
  @PrimaryColumn('uuid', { name: 'device_id' })
  deviceId: string;

  @PrimaryColumn('text')
  kind: ReadingKind;

  @PrimaryColumn('timestamptz')
  at: Date;

  @Column('integer')
  count: number;

  @Column('double precision')
  mean: number;

  @Column('double precision')
  low: number;

  @Column('double precision')
  high: number;
}

/** What a printer is to print, or has. */
@Entity('label')
export class LabelEntity {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Column('uuid', { name: 'device_id' })
  deviceId: string;

  @Column('timestamptz')
  at: Date;

  @Column('text')
  title: string;

  @Column('jsonb')
  lines: string[];

  @Column('timestamptz', { name: 'printed_at', nullable: true })
  printedAt: Date | null;
}
