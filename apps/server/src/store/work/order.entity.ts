import type {
  Allergen,
  AllergyWaived,
  CardState,
  CounterDeed,
  OrderEvent,
  OrderLine,
  OrderState,
  Overruling,
  Payment,
  Swapped,
} from '@alnage/contract';
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
import { CustomerEntity } from './customer.entity';
import { BoxEntity } from '../workshop/box.entity';
import { PieceEntity } from '../workshop/piece.entity';
import { PickupPointEntity } from '../workshop/resources.entity';
import { Recorded } from '../recorded';

/** Of columns that the database keeps itself. */
const NEVER_WRITTEN = { select: false, insert: false, update: false } as const;

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

  @Index('customer_order_customer_id')
  @Column('text', { name: 'customer_id', nullable: true })
  customerId: string | null;

  @ManyToOne(() => CustomerEntity, { onDelete: 'SET NULL' })
  @JoinColumn({ name: 'customer_id' })
  customerRecord: Relation<CustomerEntity> | null;

  @Column('text')
  note: string;

  @Column('text', { name: 'gift_message' })
  giftMessage: string;

  /** Where to ring about it. */
  @Column('text')
  phone: string;

  /** What whoever it is for must never have, as it was said with it. */
  @Column('jsonb')
  allergies: Allergen[];

  /** What is asked for it as a deposit, by its boxes when it was ordered. */
  @Column('integer', { name: 'deposit_minor' })
  depositMinor: number;

  /** Why it was taken although its customer must never have what is in it, by whom, and what that is. */
  @Column('jsonb', { name: 'allergy_waiver', nullable: true })
  allergyWaiver: AllergyWaived | null;

  /** Who took it although the plan had no room for it, and why. */
  @Column('jsonb', { name: 'kitchen_overruled', nullable: true })
  kitchenOverruled: Overruling | null;

  /** What stands in it for something that could not be made. */
  @Column('jsonb')
  swaps: Swapped[];

  /** Its place is held until then for the deposit. */
  @Column('timestamptz', { name: 'hold_until', nullable: true })
  holdUntil: Date | null;

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

  /** Kept until then for somebody who is late. */
  @Column('timestamptz', { name: 'kept_until', nullable: true })
  keptUntil: Date | null;

  /** Grows with every change; a change is made against the version that its author saw. */
  @Column('integer')
  version: number;

  /** By which a line of a list that was brought in is known again. */
  @Index('customer_order_import_key', { unique: true })
  @Column('text', { name: 'import_key', nullable: true })
  importKey: string | null;

  @Column('timestamptz', { name: 'created_at' })
  createdAt: Date;

  /** The number of the transaction that wrote it last; the database keeps it itself. */
  @Index('customer_order_xact')
  @Column('bigint', NEVER_WRITTEN)
  xact: string;

  @OneToMany(() => OrderLineEntity, (line) => line.order, { cascade: true, eager: true })
  lines: Relation<OrderLineEntity>[];

  @OneToMany(() => OrderBoxEntity, (box) => box.order, { cascade: true, eager: true })
  boxes: Relation<OrderBoxEntity>[];

  @OneToMany(() => OrderPaymentEntity, (payment) => payment.order, { eager: true })
  payments: Relation<OrderPaymentEntity>[];

  @OneToMany(() => HandOverEntity, (handOver) => handOver.order, { eager: true })
  handOvers: Relation<HandOverEntity>[];

  @OneToMany(() => CardRequestEntity, (request) => request.order, { eager: true })
  cards: Relation<CardRequestEntity>[];
}

/** One line of what is ordered, at the price that was agreed for one of it. */
abstract class OrderedRow {
  @PrimaryColumn('uuid', { name: 'order_id' })
  orderId: string;

  @PrimaryColumn('integer')
  position: number;

  @Column('integer', { name: 'price_minor', nullable: true })
  priceMinor: number | null;

  @ManyToOne(() => OrderEntity, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'order_id' })
  order: Relation<OrderEntity>;
}

/** So many loose pieces. */
@Entity('order_line')
export class OrderLineEntity extends OrderedRow {
  @Column('text', { name: 'piece_id' })
  pieceId: string;

  @Column('integer')
  pieces: number;

  @ManyToOne(() => PieceEntity)
  @JoinColumn({ name: 'piece_id' })
  piece: Relation<PieceEntity>;
}

/** So many boxes of one kind. */
@Entity('order_box')
export class OrderBoxEntity extends OrderedRow {
  @Column('text', { name: 'box_id' })
  boxId: string;

  @Column('integer')
  count: number;

  /** What is in each of them, as it was ordered. */
  @Column('jsonb')
  contents: OrderLine[];

  @ManyToOne(() => BoxEntity)
  @JoinColumn({ name: 'box_id' })
  kind: Relation<BoxEntity>;
}

/** What was written down of an order: when, and by whom. */
abstract class OrderEntry extends Recorded {
  @Column('uuid', { name: 'order_id' })
  orderId: string;

  @ManyToOne(() => OrderEntity, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'order_id' })
  order: Relation<OrderEntity>;
}

/** One entry of an order's ledger. */
@Index('order_payment_order_id', ['orderId'])
@Entity('order_payment')
export class OrderPaymentEntity extends OrderEntry {
  @PrimaryGeneratedColumn('uuid')
  id: string;

  @Column('text')
  kind: Payment['kind'];

  @Column('text')
  method: Payment['method'];

  @Column('integer', { name: 'amount_minor' })
  amountMinor: number;

  @Column('text', { nullable: true })
  reference: string | null;

  /** Of cash: what the customer gave, out of which change went back. */
  @Column('integer', { name: 'given_minor', nullable: true })
  givenMinor: number | null;
}

/** Parts of an order that somebody collected. */
@Index('hand_over_order_id', ['orderId'])
@Entity('hand_over')
export class HandOverEntity extends OrderEntry {
  @PrimaryColumn('uuid')
  id: string;

  /** '' where nobody asked. */
  @Column('text', { name: 'collected_by' })
  collectedBy: string;

  /** How many of each of its boxes and loose lines, in their order. */
  @Column('jsonb')
  boxes: number[];

  @Column('jsonb')
  lines: number[];

  /** What spoke against it and could not be asked. */
  @Column('text', { nullable: true })
  against: string | null;

  /** Done by mistake: it counts for nothing, but is kept. */
  @Column('timestamptz', { name: 'undone_at', nullable: true })
  undoneAt: Date | null;

  @Column('text', { name: 'undone_by', nullable: true })
  undoneBy: string | null;
}

/** What the card terminal was asked for an order, and what came of it. */
@Index('card_request_order_id', ['orderId'])
@Entity('card_request')
export class CardRequestEntity extends OrderEntry {
  @PrimaryColumn('uuid')
  id: string;

  @Column('text')
  kind: Payment['kind'];

  @Column('integer', { name: 'amount_minor' })
  amountMinor: number;

  @Column('text')
  state: CardState;

  @Column('timestamptz', { name: 'settled_at', nullable: true })
  settledAt: Date | null;
}

/** A deed of the counter that was taken: sent again it is known by its id. */
@Index('counter_deed_order_id', ['orderId'])
@Entity('counter_deed')
export class CounterDeedEntity extends OrderEntry {
  @PrimaryColumn('uuid')
  id: string;

  @Column('text')
  kind: CounterDeed['kind'];

  @Column('timestamptz', { name: 'received_at' })
  receivedAt: Date;
}

/** One thing that was done with an order. */
@Index('order_event_order_id', ['orderId'])
@Entity('order_event')
export class OrderEventEntity extends OrderEntry {
  @PrimaryGeneratedColumn('identity', { type: 'bigint' })
  id: string;

  @Column('text')
  what: OrderEvent['what'];

  @Column('jsonb')
  changes: OrderEvent['changes'];
}
