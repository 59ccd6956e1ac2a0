import { Type, type Static } from 'typebox';
import { Allergens } from '../shared/allergens';
import { Version, within } from '../shared/bounds';
import { CardRequest, Payment } from './payment';
import { closed, Day, Id, Instant, orNull, plainText, WallClock } from '../shared/closed';

export const CUSTOMER_LENGTH = 120;
export const PHONE_LENGTH = 40;
export const NOTE_LENGTH = 500;
export const LINES_MOST = 20;
export const LINE_PIECES_MOST = 5000;

export const BOX_COUNT = { min: 1, max: 1000, isInteger: true } as const;

export const GIFT_MESSAGE_LENGTH = 200;
export const WAIVER_REASON_LENGTH = 200;

export const ORDER_STATES = [
  'asked',
  'waiting',
  'promised',
  'ready',
  'handed-over',
  'not-collected',
  'cancelled',
] as const;
export const OrderState = Type.Enum([...ORDER_STATES]);
export type OrderState = (typeof ORDER_STATES)[number];

/** States in which an order is made and has its place in a slot. */
export const PROMISED_STATES: readonly OrderState[] = ['promised', 'ready', 'handed-over', 'not-collected'];

const Pieces = Type.Integer({ minimum: 1, maximum: LINE_PIECES_MOST });

/** So many loose pieces. */
export const OrderLine = closed({ piece: Id, pieces: Pieces });
export type OrderLine = Static<typeof OrderLine>;

const Contents = Type.Array(OrderLine, { maxItems: LINES_MOST });

/** So many boxes of one kind; `contents` of each where it is chosen, none where the box is as it is. */
export const OrderBox = closed({ box: Id, count: within(BOX_COUNT), contents: Contents });
export type OrderBox = Static<typeof OrderBox>;

/** What is ordered: loose pieces and boxes, at least one of either. */
export const ordered = {
  lines: Type.Array(OrderLine, { maxItems: LINES_MOST }),
  boxes: Type.Array(OrderBox, { maxItems: LINES_MOST }),
};

const draft = {
  customer: plainText({ minLength: 1, maxLength: CUSTOMER_LENGTH }),
  ...ordered,
  pickup: WallClock,
  pickupPoint: Id,
  note: plainText({ maxLength: NOTE_LENGTH }),
};

const GiftMessage = plainText({ maxLength: GIFT_MESSAGE_LENGTH });
const HoldUntil = Type.Union([WallClock, Type.Null()]);
const Phone = plainText({ maxLength: PHONE_LENGTH });

const answer = {
  reason: plainText({ minLength: 1, maxLength: WAIVER_REASON_LENGTH }),
  name: plainText({ minLength: 1, maxLength: CUSTOMER_LENGTH }),
};

/** Why an order is taken although its customer must never have what is in it, and who says so. */
export const AllergyWaiver = closed(answer);
export type AllergyWaiver = Static<typeof AllergyWaiver>;

/** Why an order is taken although the plan has no room for it, and who says so. */
export const Overruling = closed(answer);
export type Overruling = Static<typeof Overruling>;

/** The same with what of the order it is about. */
export const AllergyWaived = closed({
  ...AllergyWaiver.properties,
  clashes: Type.Array(
    closed({
      piece: Id,
      allergens: Type.Array(Type.String()),
      /** What may be in it by the shop’s rule; nothing was asked of that before there was one. */
      mayContain: Type.Optional(Type.Array(Type.String())),
    }),
  ),
});
export type AllergyWaived = Static<typeof AllergyWaived>;

/** What may be left out. */
const extras = {
  despiteAllergy: Type.Optional(AllergyWaiver),
  /** Where to ring about it. */
  phone: Type.Optional(Phone),
  /** What whoever it is for must never have, beside what is remembered of its customer. */
  allergies: Type.Optional(Allergens),
  /** Written on the gift. */
  giftMessage: Type.Optional(GiftMessage),
  /** Its place is held until then for the deposit. */
  holdUntil: Type.Optional(HoldUntil),
};

/** Who takes it even where the kitchen’s plan has no room for it, and why: a no may be too careful. */
const despiteKitchen = Type.Union([Overruling, Type.Null()]);

/** What a new order is made of; asked for or on the waiting list it is not made until it is promised. */
export const OrderDraft = closed(
  { ...draft, ...extras, state: Type.Enum(['promised', 'waiting', 'asked']), despiteKitchen },
  { description: 'A new order' },
);
export type OrderDraft = Static<typeof OrderDraft>;

/** A change to an order, against the version that the person saw; it is checked as a new order is. */
export const OrderChange = closed({ ...draft, ...extras, despiteKitchen, version: Version });
export type OrderChange = Static<typeof OrderChange>;

/** A step in an order's life, against the version that the person saw. */
export const OrderMove = closed({
  to: OrderState,
  despiteKitchen,
  /** Who lets its customer have what they must never have, and why. */
  despiteAllergy: Type.Optional(AllergyWaiver),
  version: Version,
});
export type OrderMove = Static<typeof OrderMove>;

const PriceMinor = Type.Union([Type.Integer(), Type.Null()]);

/** So many pieces that stand for as many of another kind. */
export const Swapped = closed({ from: Id, to: Id, pieces: Type.Integer({ minimum: 1 }) });
export type Swapped = Static<typeof Swapped>;

/** Parts of an order that somebody collected. */
export const HandOver = closed({
  id: Id,
  at: Instant,
  by: orNull(Id),
  collectedBy: Type.String(),
  /** How many of each of its boxes and loose lines, in their order. */
  boxes: Type.Array(Type.Integer()),
  lines: Type.Array(Type.Integer()),
  /** What spoke against it and could not be asked, since there was no network; null: nothing. */
  against: orNull(Type.String()),
});
export type HandOver = Static<typeof HandOver>;

export const Order = closed({
  id: Id,
  ticket: Type.String(),
  ...draft,
  giftMessage: GiftMessage,
  phone: Phone,
  allergies: Allergens,
  holdUntil: HoldUntil,
  /** What is asked for it as a deposit. */
  depositMinor: Type.Integer(),
  /** As agreed when it was ordered; null where it had no price. */
  lines: Type.Array(closed({ ...OrderLine.properties, priceMinor: PriceMinor })),
  boxes: Type.Array(closed({ ...OrderBox.properties, priceMinor: PriceMinor })),
  /** Taken although its customer must never have what is in it; null: nothing of it is. */
  allergyWaiver: Type.Union([AllergyWaived, Type.Null()]),
  /** Taken although the plan had no room for it; null: it had, or was not asked. */
  kitchenOverruled: Type.Union([Overruling, Type.Null()]),
  /** Whose it is, where that is somebody who is remembered. */
  customerId: Type.Union([Id, Type.Null()]),
  /** All of its pieces, loose and in boxes, each once. */
  pieces: Type.Array(OrderLine),
  totalMinor: Type.Integer(),
  /** Lines that have no price, and count as nothing. */
  unpriced: Type.Integer(),
  /** Its ledger, the oldest first, and what was paid by it. */
  payments: Type.Array(Payment),
  paidMinor: Type.Integer(),
  /** What is still to pay; below 0 what was paid too much. */
  balanceMinor: Type.Integer(),
  pickupAt: Instant,
  state: OrderState,
  /** Parts of it that are collected, the first first. */
  handOvers: Type.Array(HandOver),
  /** What stands in it for something that could not be made. */
  swaps: Type.Array(Swapped),
  /** Kept until then for somebody who is late. */
  keptUntil: orNull(WallClock),
  /** What the card terminal was asked for last, where it did not take it; null: nothing. */
  card: orNull(CardRequest),
  version: Type.Integer(),
  createdAt: Instant,
});
export type Order = Static<typeof Order>;

export const OrderParams = closed({ id: Type.String({ format: 'uuid' }) });

export const ORDERS_AT_ONCE = 2000;
export const FIND_LENGTH = 120;

/** Which orders of the season are asked for: those that fit, a part of them, by pickup and ticket. */
export const OrderQuery = closed({
  /** Words that ticket, name, telephone or note must hold, whatever accents and capitals. */
  find: Type.Optional(plainText({ maxLength: FIND_LENGTH })),
  /** First and last day of pickup. */
  from: Type.Optional(Day),
  to: Type.Optional(Day),
  /** Asks for the days on which orders leave the shop, in place of their pickup: what is sent leaves before it arrives. */
  leaving: Type.Optional(Type.Boolean()),
  offset: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000_000 })),
  limit: Type.Optional(Type.Integer({ minimum: 1, maximum: ORDERS_AT_ONCE })),
  /** Asks for the part that this order is in, in place of an offset. */
  seek: Type.Optional(Type.String({ format: 'uuid' })),
});
export type OrderQuery = Static<typeof OrderQuery>;

/** A part of the orders that fit. */
export const OrderPage = closed({
  /** How many fit in all. */
  total: Type.Integer({ minimum: 0 }),
  /** Place of the first one here among them all. */
  offset: Type.Integer({ minimum: 0 }),
  /** Place of the order that was sought; null where it does not fit. */
  index: Type.Union([Type.Integer({ minimum: 0 }), Type.Null()]),
  orders: Type.Array(Order),
});
export type OrderPage = Static<typeof OrderPage>;

/** Orders that somebody should look at: those that wait and could be promised, and holds that are over. */
export const OrderNotices = closed({ offers: Type.Array(Order), holdsOver: Type.Array(Order) });
export type OrderNotices = Static<typeof OrderNotices>;
