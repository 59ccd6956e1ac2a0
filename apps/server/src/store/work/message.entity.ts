import type { MessageChannel, MessageState } from '@alnage/contract';
import type { MessageKind } from '@alnage/core';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryGeneratedColumn, type Relation } from 'typeorm';
import { OrderEntity } from './order.entity';

/** A message to the customer of an order; its key is there once, so that nobody is told the same twice. */
@Entity('message')
@Index('message_order_id', ['orderId'])
@Index('message_due', ['state', 'dueAt'])
export class MessageEntity {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Index('message_key', { unique: true })
  @Column('text')
  key: string;

  @Column('uuid', { name: 'order_id' })
  orderId: string;

  @ManyToOne(() => OrderEntity, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'order_id', foreignKeyConstraintName: 'FK_message_order' })
  order: Relation<OrderEntity>;

  @Column('text')
  kind: MessageKind;

  @Column('text')
  state: MessageState;

  @Column('timestamptz', { name: 'due_at' })
  dueAt: Date;

  /** How it was sent; null before it is. */
  @Column('text', { nullable: true })
  channel: MessageChannel | null;

  @Column('text')
  address: string;

  @Column('text')
  subject: string;

  @Column('text')
  body: string;

  @Column('timestamptz', { name: 'sent_at', nullable: true })
  sentAt: Date | null;

  @Column('timestamptz', { name: 'settled_at', nullable: true })
  settledAt: Date | null;

  /** Why it was stopped, or did not arrive; '' where neither. */
  @Column('text')
  fault: string;
}
