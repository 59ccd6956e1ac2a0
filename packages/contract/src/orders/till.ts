import { Type, type Static } from 'typebox';
import { MINOR } from '@alnage/core/pricing';
import { within } from '../shared/bounds';
import { closed, Day, Id, Instant, orNull, plainText } from '../shared/closed';

const taken = closed({ inMinor: Type.Integer(), outMinor: Type.Integer() });
const Takings = closed({ cash: taken, card: taken });

export const CLOSING_NOTE_LENGTH = 200;

/** The till as somebody counted it at the end of a day. */
export const ClosingDraft = closed({
  day: Day,
  /** What lay in the drawer in the morning. */
  floatMinor: within(MINOR),
  countedMinor: within(MINOR),
  note: plainText({ maxLength: CLOSING_NOTE_LENGTH }),
});
export type ClosingDraft = Static<typeof ClosingDraft>;

export const Closing = closed({
  ...ClosingDraft.properties,
  /** What the drawer must have held by what was written down until then. */
  expectedMinor: Type.Integer(),
  at: Instant,
  by: orNull(Id),
});
export type Closing = Static<typeof Closing>;

/** What went through the till on a day. */
export const DayTill = closed({
  day: Day,
  /** For orders, and for pieces that nobody had ordered. */
  orders: Takings,
  spare: Takings,
  /** What the card terminal was asked and nobody knows the end of. */
  openCards: Type.Array(closed({ ticket: Type.String(), amountMinor: Type.Integer() })),
  /** What left the shop on that day, by rate of tax. */
  sold: Type.Array(
    closed({
      share: Type.Number(),
      netMinor: Type.Integer(),
      taxMinor: Type.Integer(),
      grossMinor: Type.Integer(),
    }),
  ),
  /** What lay in the drawer on the last morning that was told. */
  floatMinor: Type.Integer(),
  /** How it was closed last; null: it is not. */
  closing: orNull(Closing),
});
export type DayTill = Static<typeof DayTill>;

export const TillQuery = closed({ day: Day });
export type TillQuery = Static<typeof TillQuery>;

export const ReceiptQuery = closed({ order: Type.String({ format: 'uuid' }) });
export type ReceiptQuery = Static<typeof ReceiptQuery>;
