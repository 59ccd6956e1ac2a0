import { Type, type Static } from 'typebox';
import { closed, Id, Instant, plainText, WallClock } from '../shared/closed';

export const CUSTOMER_LENGTH = 120;
export const NOTE_LENGTH = 500;
export const LINES_MOST = 20;
export const LINE_PIECES_MOST = 5000;

export const ORDER_STATES = ['promised', 'ready', 'handed-over', 'cancelled'] as const;
export const OrderState = Type.Enum([...ORDER_STATES]);
export type OrderState = (typeof ORDER_STATES)[number];

export const OrderLine = closed({
  piece: Id,
  pieces: Type.Integer({ minimum: 1, maximum: LINE_PIECES_MOST }),
});

const draft = {
  customer: plainText({ minLength: 1, maxLength: CUSTOMER_LENGTH }),
  lines: Type.Array(OrderLine, { minItems: 1, maxItems: LINES_MOST }),
  pickup: WallClock,
  pickupPoint: Id,
  note: plainText({ maxLength: NOTE_LENGTH }),
};

/** What a new order is made of. */
export const OrderDraft = closed(draft, { description: 'A new order' });
export type OrderDraft = Static<typeof OrderDraft>;

/** A change to an order, against the version that the person saw. */
export const OrderChange = closed({ ...draft, version: Type.Integer({ minimum: 1 }) });
export type OrderChange = Static<typeof OrderChange>;

/** A step in an order's life, against the version that the person saw. */
export const OrderMove = closed({
  to: OrderState,
  version: Type.Integer({ minimum: 1 }),
});
export type OrderMove = Static<typeof OrderMove>;

export const Order = closed({
  id: Id,
  ticket: Type.String(),
  ...draft,
  pickupAt: Instant,
  state: OrderState,
  version: Type.Integer(),
  createdAt: Instant,
});
export type Order = Static<typeof Order>;

export const OrderParams = closed({ id: Type.String({ format: 'uuid' }) });
