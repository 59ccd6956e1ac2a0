import { LABEL_SHEETS } from '@alnage/core/papers';
import { Type, type Static } from 'typebox';
import { closed, orNull, Day, Id, Instant } from '../shared/closed';

export const LABELS_MOST = 600;

/** What is printed: labels of one order, or of all that leave on a day; on which sheet, after how many that are used up. */
export const LabelQuery = closed({
  order: Type.Optional(Type.String({ format: 'uuid' })),
  day: Type.Optional(Day),
  sheet: Type.Optional(Type.Enum(LABEL_SHEETS.map(({ id }) => id))),
  skip: Type.Optional(Type.Integer({ minimum: 0, maximum: 30 })),
});
export type LabelQuery = Static<typeof LabelQuery>;

/** Whose ticket: that of one order, or all that leave on a day. */
export const TicketQuery = closed({ order: LabelQuery.properties.order, day: LabelQuery.properties.day });

/** The label of one box of an order, as it is printed. */
export const BoxLabelView = closed({
  order: Id,
  ticket: Type.String(),
  customer: Type.String(),
  /** What kind of box it is; '' for loose pieces. */
  box: Type.String(),
  /** Which box of its order it is, and of how many. */
  number: Type.Integer(),
  of: Type.Integer(),
  contents: Type.Array(closed({ name: Type.String(), pieces: Type.Integer() })),
  ingredients: Type.Array(
    closed({ name: Type.String(), grams: Type.Number(), allergens: Type.Array(Type.String()) }),
  ),
  contains: Type.Array(Type.String()),
  mayContain: Type.Array(Type.String()),
  advice: Type.Array(Type.String()),
  netGrams: Type.Number(),
  priceMinor: orNull(Type.Integer()),
  madeOn: orNull(Instant),
  eatBy: orNull(Instant),
});
export type BoxLabelView = Static<typeof BoxLabelView>;

/** Why a printer prints nothing. */
export const PRINTER_TROUBLES = ['jam', 'out'] as const;
export type PrinterTrouble = (typeof PRINTER_TROUBLES)[number];

/** Where the label of a box is: not asked for, waiting for the printer, printed, or printed and not true any more. */
export const LABEL_STATES = ['none', 'waits', 'printed', 'untrue'] as const;
export type LabelState = (typeof LABEL_STATES)[number];

/** Labels that a printer is asked for: of one order or of a day, of one box of an order, and again where they are printed. */
export const PrintAsk = closed({
  order: Type.Optional(Type.String({ format: 'uuid' })),
  day: Type.Optional(Day),
  number: Type.Optional(Type.Integer({ minimum: 1, maximum: LABELS_MOST })),
  again: Type.Optional(Type.Boolean()),
});
export type PrintAsk = Static<typeof PrintAsk>;

/** What a printer says of itself; an absent printer says nothing. */
export const PrinterSays = closed({ trouble: orNull(Type.Enum([...PRINTER_TROUBLES])) });
export type PrinterSays = Static<typeof PrinterSays>;

/** How the labels of an order or a day stand with the printer of the workshop. */
export const PrintingView = closed({
  printer: orNull(
    closed({
      name: Type.String(),
      sheet: Type.Enum(LABEL_SHEETS.map(({ id }) => id)),
      trouble: orNull(Type.Enum([...PRINTER_TROUBLES])),
      /** It has not been heard for a while. */
      isAway: Type.Boolean(),
    }),
  ),
  labels: Type.Array(
    closed({
      order: Id,
      ticket: Type.String(),
      number: Type.Integer(),
      of: Type.Integer(),
      state: Type.Enum([...LABEL_STATES]),
      /** When it was printed, and what was: its PDF is at `/api/labels/{id}.pdf`. */
      printedAt: orNull(Instant),
      label: orNull(Id),
    }),
  ),
});
export type PrintingView = Static<typeof PrintingView>;

/** How the simulated printer behaves. */
export const PRINTER_MANNERS = ['prints', 'jams', 'out', 'away', 'mute'] as const;
export type PrinterManner = (typeof PRINTER_MANNERS)[number];

export const SimulatedPrinterState = closed({ manner: Type.Enum([...PRINTER_MANNERS]) });
export type SimulatedPrinterState = Static<typeof SimulatedPrinterState>;

/** The simulated printer, with what lies in its tray: each label that came out, the last first. */
export const SimulatedPrinterView = closed({
  ...SimulatedPrinterState.properties,
  tray: Type.Array(closed({ label: Id, title: Type.String(), at: Instant })),
});
export type SimulatedPrinterView = Static<typeof SimulatedPrinterView>;

/** Which day’s orders are packed. */
export const PackingQuery = closed({ day: Day });
export type PackingQuery = Static<typeof PackingQuery>;

const Counted = closed({ piece: Id, pieces: Type.Integer() });

/** An order as it is packed: what goes in from which batch, what lacks, and what to mind. */
export const PackingOrderView = closed({
  order: Id,
  ticket: Type.String(),
  customer: Type.String(),
  leavesAt: Instant,
  isReady: Type.Boolean(),
  /** What whoever it is for must never have. */
  never: Type.Array(Type.String()),
  note: Type.String(),
  giftMessage: Type.String(),
  boxes: Type.Array(closed({ name: Type.String(), count: Type.Integer(), contents: Type.Array(Counted) })),
  loose: Type.Array(Counted),
  /** The oldest first. */
  from: Type.Array(
    closed({
      ...Counted.properties,
      batch: Id,
      zone: orNull(Id),
      isMade: Type.Boolean(),
      eatBy: Instant,
      isTooOld: Type.Boolean(),
    }),
  ),
  lacks: Type.Array(Counted),
});
export type PackingOrderView = Static<typeof PackingOrderView>;

/** What is packed for a day, by when it leaves, and what is fetched from where for it. */
export const PackingView = closed({
  orders: Type.Array(PackingOrderView),
  shelves: Type.Array(
    closed({ zone: orNull(Id), rows: Type.Array(closed({ ...Counted.properties, batch: Id })) }),
  ),
});
export type PackingView = Static<typeof PackingView>;
