import type { LotDraft, LotMoveKind } from '@alnage/contract';
import type { LarderItem } from '@alnage/core';
import {
  Column,
  Entity,
  Index,
  JoinColumn,
  ManyToOne,
  OneToMany,
  PrimaryGeneratedColumn,
  type Relation,
} from 'typeorm';
import { Recorded } from '../recorded';

/** So much of one item that came in together and is traced by itself. What is left of it is the sum of its moves. */
@Entity('lot')
@Index('lot_item', ['itemKind', 'itemId'])
export class LotEntity {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Column('text', { name: 'item_kind' })
  itemKind: LarderItem['kind'];

  @Column('text', { name: 'item_id' })
  itemId: string;

  @Column('text')
  code: string;

  @Column('text')
  origin: LotDraft['origin'];

  @Column('date', { name: 'best_before', nullable: true })
  bestBefore: string | null;

  @Column('text', { array: true })
  allergens: string[];

  @Column('text')
  note: string;

  @Column('timestamptz', { name: 'received_at' })
  receivedAt: Date;

  @Column('timestamptz', { name: 'opened_at', nullable: true })
  openedAt: Date | null;

  @OneToMany(() => LotMoveEntity, (move) => move.lot)
  moves: Relation<LotMoveEntity[]>;
}

/** What came into a lot or went out of it, and why; never changed afterwards. */
@Entity('lot_move')
@Index('lot_move_lot', ['lotId'])
@Index('lot_move_order', ['orderId'])
export class LotMoveEntity extends Recorded {
  @PrimaryGeneratedColumn('identity', { type: 'bigint' })
  id: string;

  @Column('uuid', { name: 'lot_id' })
  lotId: string;

  @ManyToOne(() => LotEntity, (lot) => lot.moves, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'lot_id', foreignKeyConstraintName: 'FK_lot_move_lot' })
  lot: Relation<LotEntity>;

  @Column('text')
  kind: LotMoveKind;

  /** Above 0 in, below 0 out. */
  @Column('double precision')
  amount: number;

  @Column('text')
  reason: string;

  /** The preparation that took it. */
  @Column('uuid', { name: 'preparation_id', nullable: true })
  preparationId: string | null;

  /** The run that took it. */
  @Column('uuid', { name: 'run_id', nullable: true })
  runId: string | null;

  /** The order whose boxes took it. */
  @Column('uuid', { name: 'order_id', nullable: true })
  orderId: string | null;
}
