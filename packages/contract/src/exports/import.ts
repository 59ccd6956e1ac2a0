import { Type, type Static } from 'typebox';
import { AllergyWaiver } from '../orders/order';
import { closed, Id, WallClock } from '../shared/closed';

/** What a list of orders must have in its columns, and what it may have beside that. */
export const IMPORT_MUSTS = ['customer', 'day', 'time', 'point', 'what'] as const;
export const IMPORT_FIELDS = [...IMPORT_MUSTS, 'note', 'phone', 'never'] as const;
export type ImportField = (typeof IMPORT_FIELDS)[number];
export const IMPORT_TEXT_MOST = 4_000_000;
export const IMPORT_LINES_MOST = 20_000;

const Column = Type.Union([Type.Integer({ minimum: 0, maximum: 200 }), Type.Null()]);
const Mapping = closed({
  customer: Column,
  day: Column,
  time: Column,
  point: Column,
  what: Column,
  note: Column,
  phone: Type.Optional(Column),
  never: Type.Optional(Column),
});

/** A list of orders to be brought in; without a mapping the columns are guessed by their heads. */
export const OrderImport = closed({
  text: Type.String({ maxLength: IMPORT_TEXT_MOST }),
  mapping: Type.Union([Mapping, Type.Null()]),
  /** Whether to bring them in: all of them or none; else they are only looked at. */
  isWanted: Type.Boolean(),
  /** Whether their customers are told of them, as of an order that is taken here; left out: they were answered elsewhere. */
  isTold: Type.Optional(Type.Boolean()),
  /** Why orders come in although their customers must never have what is in them, and who says so. */
  despiteAllergy: Type.Optional(AllergyWaiver),
});
export type OrderImport = Static<typeof OrderImport>;
export type ImportMapping = Static<typeof Mapping>;

const FieldFault = closed({
  field: Type.String(),
  code: Type.String(),
  params: Type.Record(Type.String(), Type.Union([Type.String(), Type.Number(), Type.Null()])),
});

/** One line of the list as it was read. */
export const ImportedLine = closed({
  /** Its line in the file, the head being 1. */
  line: Type.Integer(),
  customer: Type.String(),
  pickup: Type.Union([WallClock, Type.String()]),
  point: Type.Union([Id, Type.String()]),
  what: Type.String(),
  /** Whether it was brought in before. */
  isKnown: Type.Boolean(),
  faults: Type.Array(FieldFault),
});
export type ImportedLine = Static<typeof ImportedLine>;

/** What a list holds, line by line: the first ones, and of those at fault as many. */
export const ImportReport = closed({
  columns: Type.Array(Type.String()),
  mapping: Mapping,
  total: Type.Integer(),
  fresh: Type.Integer(),
  known: Type.Integer(),
  faulty: Type.Integer(),
  /** How many orders were brought in by this call. */
  taken: Type.Integer(),
  lines: Type.Array(ImportedLine),
});
export type ImportReport = Static<typeof ImportReport>;
