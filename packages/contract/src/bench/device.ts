import type { Bound } from '@alnage/core/input';
import { LABEL_SHEETS } from '@alnage/core/papers';
import { Type, type Static } from 'typebox';
import { closed, orNull, Id, Instant, plainText } from '../shared/closed';

const Uuid = Type.String({ format: 'uuid' });

export const DEVICE_KINDS = ['probe', 'scale', 'climate', 'printer'] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

/** What a device can say. */
export const READING_KINDS = ['celsius', 'grams', 'humidity'] as const;
export type ReadingKind = (typeof READING_KINDS)[number];

/** What a reading may be, by its kind; anything else is no reading of a kitchen. */
export const READING_BOUNDS: Readonly<Record<ReadingKind, Bound>> = {
  celsius: { min: -40, max: 220 },
  grams: { min: -1000, max: 200_000 },
  humidity: { min: 0, max: 100 },
};

/** Readings that are sent at once at most. */
export const READINGS_MOST = 1000;

/** What a label printer may have in it: one label a page. */
export const ROLLS = LABEL_SHEETS.filter(({ columns, rows }) => columns * rows === 1).map(({ id }) => id);
export const USUAL_ROLL = 'roll-62x100';

export const DeviceDraft = closed({
  name: plainText({ minLength: 1, maxLength: 60 }),
  kind: Type.Enum([...DEVICE_KINDS]),
  /** The bowl that a probe or a scale is at; null for a probe of the pots, and for what is of the whole kitchen. */
  bowl: orNull(Id),
  /** The zone whose climate it measures; null or left out: that of the kitchen. */
  zone: Type.Optional(orNull(Id)),
  /** What lies in a label printer; left out: the roll for labels of boxes. */
  sheet: Type.Optional(orNull(Type.Enum(ROLLS))),
});
export type DeviceDraft = Static<typeof DeviceDraft>;

export const Device = closed({
  id: Uuid,
  ...DeviceDraft.properties,
  isSimulated: Type.Boolean(),
  lastHeardAt: orNull(Instant),
  /** What it said last, by kind. */
  last: Type.Array(closed({ kind: Type.Enum([...READING_KINDS]), value: Type.Number(), at: Instant })),
});
export type Device = Static<typeof Device>;

/** A new device with its secret, which is told this once. */
export const DeviceTaken = closed({ device: Device, token: Type.String() });
export type DeviceTaken = Static<typeof DeviceTaken>;

/** What a device sends, with its token: one value each, and when; without a time it is now. */
export const ReadingsAsk = closed({
  readings: Type.Array(
    closed({
      kind: Type.Enum([...READING_KINDS]),
      value: Type.Number(),
      at: Type.Optional(Instant),
    }),
    { minItems: 1, maxItems: READINGS_MOST },
  ),
});
export type ReadingsAsk = Static<typeof ReadingsAsk>;

export const ReadingsTaken = closed({ taken: Type.Integer(), known: Type.Integer() });
export type ReadingsTaken = Static<typeof ReadingsTaken>;

/** Readings of a bowl's probe, or of the kitchen: one each, or one a minute with its range where they are thinned. */
export const Reading = closed({
  at: Type.Integer({ description: 'ms since 1970' }),
  value: Type.Number(),
  low: Type.Number(),
  high: Type.Number(),
});
export type Reading = Static<typeof Reading>;

export const ReadingsView = closed({
  device: orNull(closed({ id: Uuid, name: Type.String(), isSimulated: Type.Boolean() })),
  readings: Type.Array(Reading),
});
export type ReadingsView = Static<typeof ReadingsView>;

/** What a label says, line by line. */
export const LABEL_LINES_MOST = 12;
export const LabelView = closed({
  id: Uuid,
  at: Instant,
  title: Type.String(),
  lines: Type.Array(Type.String()),
  /** Where the label of a box is as it is printed; null for one that is only its text. */
  pdf: orNull(Type.String()),
  printedAt: orNull(Instant),
});
export type LabelView = Static<typeof LabelView>;
