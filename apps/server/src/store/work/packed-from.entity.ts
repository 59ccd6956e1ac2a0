import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryGeneratedColumn, type Relation } from 'typeorm';
import { OrderEntity } from './order.entity';

/** Pieces of a batch that went into an order when it was packed. */
@Entity('packed_from')
@Index('packed_from_order', ['orderId'])
@Index('packed_from_batch', ['horizonStart', 'batch'])
export class PackedFromEntity {
  @PrimaryGeneratedColumn('identity', { type: 'bigint' })
  id: string;

  @Column('uuid', { name: 'order_id' })
  orderId: string;

  @ManyToOne(() => OrderEntity, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'order_id', foreignKeyConstraintName: 'FK_packed_from_order' })
  order: Relation<OrderEntity>;

  @Column('timestamptz', { name: 'horizon_start' })
  horizonStart: Date;

  @Column('text')
  batch: string;

  @Column('text', { name: 'piece_id' })
  pieceId: string;

  @Column('integer')
  pieces: number;
}
