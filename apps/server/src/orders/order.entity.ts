import type { OrderState } from '@alnage/contract';
import {
  Column,
  Entity,
  Index,
  JoinColumn,
  ManyToOne,
  OneToMany,
  PrimaryColumn,
  PrimaryGeneratedColumn,
  type Relation,
} from 'typeorm';
import { PieceEntity } from '../pieces/piece.entity';
import { PickupPointEntity } from '../workshop/resources.entity';

@Entity('customer_order')
export class OrderEntity {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  /** The short code at the counter. */
  @Index('customer_order_ticket', { unique: true })
  @Column('text')
  ticket: string;

  @Column('text')
  customer: string;

  @Column('text')
  note: string;

  @Index('customer_order_pickup_at')
  @Column('timestamptz', { name: 'pickup_at' })
  pickupAt: Date;

  @Column('text', { name: 'pickup_point_id' })
  pickupPointId: string;

  @ManyToOne(() => PickupPointEntity)
  @JoinColumn({ name: 'pickup_point_id' })
  pickupPoint: Relation<PickupPointEntity>;

  @Column('text')
  state: OrderState;

  /** Grows with every change; a change is made against the version that its author saw. */
  @Column('integer')
  version: number;

  @Column('timestamptz', { name: 'created_at' })
  createdAt: Date;

  @OneToMany(() => OrderLineEntity, (line) => line.order, { cascade: true, eager: true })
  lines: Relation<OrderLineEntity>[];
}

@Entity('order_line')
export class OrderLineEntity {
  @PrimaryColumn('uuid', { name: 'order_id' })
  orderId: string;

  @PrimaryColumn('integer')
  position: number;

  @Column('text', { name: 'piece_id' })
  pieceId: string;

  @Column('integer')
  pieces: number;

  @ManyToOne(() => OrderEntity, (order) => order.lines, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'order_id' })
  order: Relation<OrderEntity>;

  @ManyToOne(() => PieceEntity)
  @JoinColumn({ name: 'piece_id' })
  piece: Relation<PieceEntity>;
}
