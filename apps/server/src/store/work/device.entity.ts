import type { BoxLabelView, DeviceKind, PrinterManner, PrinterTrouble, ReadingKind } from '@alnage/contract';
import { Column, Entity, Index, PrimaryColumn, PrimaryGeneratedColumn, Unique } from 'typeorm';

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

  /** What lies in a printer. */
  @Column('text', { nullable: true })
  sheet: string | null;

  /** Why a printer prints nothing, as it said. */
  @Column('text', { nullable: true })
  trouble: PrinterTrouble | null;
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

/** What a printer is to print, or has; a box has one waiting label at most. */
@Entity('label')
@Index('label_order_id', ['orderId'])
@Index('label_waiting', ['orderId', 'number'], { unique: true, where: 'printed_at IS NULL' })
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

  /** The order whose box it is for, and which of its boxes; null for what is no box. */
  @Column('uuid', { name: 'order_id', nullable: true })
  orderId: string | null;

  @Column('integer', { nullable: true })
  number: number | null;

  /** What it says: as it was asked for at first, as it is when the printer fetches it. */
  @Column('jsonb', { nullable: true })
  box: BoxLabelView | null;
}

/** How the printer that ships with the demo behaves. */
@Entity('simulated_printer')
export class SimulatedPrinterEntity {
  @PrimaryColumn('uuid', { name: 'device_id' })
  deviceId: string;

  @Column('text')
  manner: PrinterManner;
}

/** What came out of it. It knows by this what it printed, even where it could not say so. */
@Entity('simulated_paper')
export class SimulatedPaperEntity {
  @PrimaryColumn('uuid', { name: 'label_id' })
  labelId: string;

  @Column('timestamptz')
  at: Date;
}
