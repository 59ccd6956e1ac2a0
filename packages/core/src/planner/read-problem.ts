import type { Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import { RecordReader } from '../input/record-reader';
import { readFixedWork } from './read-plan';
import type {
  Changeovers,
  Coating,
  HeldCoating,
  Melter,
  Mould,
  Person,
  Place,
  PlanOrder,
  Problem,
  Span,
  StockLot,
  Weights,
  Zone,
} from './problem';
import { readProduct } from './read-product';
import { AMOUNT, COUNT, LARGEST, reference, requireDuration, unique } from './read-parts';

const HORIZON: Bound = { min: 1, max: 527_040, isInteger: true };
const PACE: Bound = { min: 1, max: 100_000, isInteger: true };
const WEIGHT: Bound = { min: 0, max: LARGEST };

/**
 * Reads an alnage-problem/1 from parsed JSON and refuses one that is not valid: types, ranges, references, ids.
 * Unknown fields are ignored, as the format has it. Times in minutes from the horizon's start, masses in g.
 * @throws InputError naming the first offending field by its JSON Pointer
 */
export function readProblem(json: unknown): Problem {
  const input = new RecordReader(json);
  input.oneOf('format', ['alnage-problem/1']);
  const horizon = input.number('horizon', HORIZON);
  const withinHorizon: Bound = { min: 0, max: horizon, isInteger: true };
  const coatings = unique(input.records('coatings'), readCoating);
  const zones = unique(input.records('zones'), (record) => readZone(record, horizon));
  const moulds = optional(input, 'moulds', readMould);
  const references = { coatings: ids(coatings), zones: ids(zones), moulds: ids(moulds ?? []) };
  const products = unique(input.records('products'), (record) => readProduct(record, references));
  const places = optional(input, 'places', (record) =>
    readPlace(record, { zones: references.zones, products: ids(products) }),
  );
  const orderReferences = { products: ids(products), places: ids(places ?? []), withinHorizon };
  const now = input.has('now') ? input.number('now', withinHorizon) : undefined;
  const lotReferences = { ...references, products: orderReferences.products, now: now ?? 0 };
  const stock = optional(input, 'stock', (record) => readLot(record, lotReferences));
  const problem: Problem = {
    format: 'alnage-problem/1',
    horizon,
    weights: readWeights(input.child('weights')),
    products,
    coatings,
    zones,
    melters: unique(input.records('melters'), (record) => readMelter(record, { references, horizon })),
    changeovers: readChangeovers(input.child('changeovers'), references.coatings),
    people: unique(input.records('people'), (record) => readPerson(record, horizon)),
    orders: unique(input.records('orders'), (record) => readOrder(record, orderReferences)),
    ...(now !== undefined && { now }),
    ...(moulds && { moulds }),
    ...(places && { places }),
    ...(stock && { stock }),
  };
  return { ...problem, ...readBegun(input, problem) };
}

/** What is begun, and what nothing new is called; either may be left out. */
function readBegun(input: RecordReader, problem: Problem): Pick<Problem, 'fixed' | 'takenIds'> {
  return {
    ...(input.has('fixed') && { fixed: readFixedWork(input.child('fixed'), problem) }),
    ...(input.has('takenIds') && { takenIds: input.texts('takenIds') }),
  };
}

/** A list that may be left out. */
function optional<T extends { readonly id: string }>(
  input: RecordReader,
  key: string,
  read: (record: RecordReader) => T,
): T[] | undefined {
  return input.has(key) ? unique(input.records(key), read) : undefined;
}

function ids(list: readonly { readonly id: string }[]): ReadonlySet<string> {
  return new Set(list.map((item) => item.id));
}

function readMould(record: RecordReader): Mould {
  return { id: record.text('id'), count: record.number('count', COUNT) };
}

function readWeights(record: RecordReader): Weights {
  return {
    unmetPiece: record.number('unmetPiece', WEIGHT),
    agePieceHour: record.number('agePieceHour', WEIGHT),
    labourMinute: record.number('labourMinute', WEIGHT),
    melt: record.number('melt', WEIGHT),
    leftoverGram: record.number('leftoverGram', WEIGHT),
    stretchMinute: record.number('stretchMinute', WEIGHT),
  };
}

function readCoating(record: RecordReader): Coating {
  const coating = {
    id: record.text('id'),
    skill: record.text('skill'),
    setupFixedMinutes: record.number('setupFixedMinutes', AMOUNT),
    setupMinutesPerKg: record.number('setupMinutesPerKg', AMOUNT),
    usableMinutes: record.number('usableMinutes', COUNT),
    allergens: record.texts('allergens'),
  };
  requireDuration(record, 'setupFixedMinutes', coating.setupFixedMinutes + coating.setupMinutesPerKg);
  return coating;
}

function readZone(record: RecordReader, horizon: number): Zone {
  const zone = { id: record.text('id'), trays: record.number('trays', AMOUNT) };
  if (!record.has('changes')) return zone;
  let earliest = 0;
  const changes = record.records('changes').map((change) => {
    const from = change.number('from', { min: earliest, max: horizon, isInteger: true });
    earliest = from + 1;
    return { from, trays: change.number('trays', AMOUNT) };
  });
  return { ...zone, changes };
}

function readPlace(
  record: RecordReader,
  { zones, products }: Readonly<Record<'zones' | 'products', ReadonlySet<string>>>,
): Place {
  return {
    id: record.text('id'),
    minutes: record.number('minutes', AMOUNT),
    ...(record.has('zone') && { zone: reference(record, 'zone', zones) }),
    ...(record.has('ages') && {
      ages: record.records('ages').map((each) => ({
        product: reference(each.allowOnly(['product', 'minutes']), 'product', products),
        minutes: each.number('minutes', AMOUNT),
      })),
    }),
  };
}

interface MelterReferences {
  readonly references: { readonly coatings: ReadonlySet<string> };
  readonly horizon: number;
}

function readMelter(record: RecordReader, known: MelterReferences): Melter {
  const capacityGrams = record.number('capacityGrams', COUNT);
  const tail: Bound = { min: 0, max: capacityGrams - 1, isInteger: true };
  return {
    id: record.text('id'),
    capacityGrams,
    tailGrams: record.number('tailGrams', tail),
    ...(record.has('usableMinutes') && { usableMinutes: record.number('usableMinutes', COUNT) }),
    ...(record.has('holds') && { holds: readHeld(record.child('holds'), known, capacityGrams) }),
  };
}

function readHeld(
  record: RecordReader,
  { references, horizon }: MelterReferences,
  most: number,
): HeldCoating {
  return {
    coating: reference(record, 'coating', references.coatings),
    allergens: record.texts('allergens'),
    grams: record.number('grams', { min: 0, max: most, isInteger: true }),
    usableUntil: record.number('usableUntil', { min: 0, max: horizon, isInteger: true }),
  };
}

function readLot(
  record: RecordReader,
  known: { products: ReadonlySet<string>; zones: ReadonlySet<string>; now: number },
): StockLot {
  return {
    id: record.text('id'),
    product: reference(record, 'product', known.products),
    pieces: record.number('pieces', COUNT),
    clock: record.number('clock', { min: -HORIZON.max!, max: known.now, isInteger: true }),
    zone: reference(record, 'zone', known.zones),
    allergens: record.texts('allergens'),
  };
}

function readChangeovers(record: RecordReader, coatings: ReadonlySet<string>): Changeovers {
  const seen = new Set<string>();
  const pairs = record.records('pairs').map((pair) => {
    const read = {
      from: reference(pair, 'from', coatings),
      to: reference(pair, 'to', coatings),
      minutes: pair.number('minutes', AMOUNT),
    };
    const key = JSON.stringify([read.from, read.to]);
    if (seen.has(key))
      throw new InputError({ code: 'duplicate', field: pair.pointer, value: read, range: 'a pair once' });
    seen.add(key);
    return read;
  });
  return {
    defaultMinutes: record.number('defaultMinutes', AMOUNT),
    allergenMinutes: record.number('allergenMinutes', AMOUNT),
    pairs,
  };
}

function readPerson(record: RecordReader, horizon: number): Person {
  let earliest = 0;
  const shifts = record.items('shifts').map(({ value, pointer }): Span => {
    const [start, end] = Array.isArray(value) && value.length === 2 ? (value as unknown[]) : [];
    const isInOrder = isMinute(start, earliest, horizon) && isMinute(end, start + 1, horizon);
    if (!isInOrder)
      throw new InputError({
        code: 'out-of-range',
        field: pointer,
        value,
        range: `[start, end] with ${earliest} <= start < end <= ${horizon}, after the shift before`,
      });
    earliest = end;
    return [start, end];
  });
  return { id: record.text('id'), pace: record.number('pace', PACE), skills: record.texts('skills'), shifts };
}

function isMinute(value: unknown, min: number, max: number): value is number {
  return typeof value === 'number' && Number.isInteger(value) && value >= min && value <= max;
}

interface OrderReferences {
  readonly products: ReadonlySet<string>;
  readonly places: ReadonlySet<string>;
  readonly withinHorizon: Bound;
}

function readOrder(record: RecordReader, known: OrderReferences): PlanOrder {
  const seen = new Set<string>();
  const lines = record.records('lines').map((line) => {
    const product = reference(line, 'product', known.products);
    if (seen.has(product))
      throw new InputError({
        code: 'duplicate',
        field: line.at('product'),
        value: product,
        range: 'a product once in an order',
      });
    seen.add(product);
    return { product, pieces: line.number('pieces', COUNT) };
  });
  if (lines.length === 0)
    throw new InputError({
      code: 'out-of-range',
      field: record.at('lines'),
      value: lines,
      range: 'at least one line',
    });
  return {
    id: record.text('id'),
    due: record.number('due', known.withinHorizon),
    weight: record.number('weight', COUNT),
    lines,
    ...(record.has('freeFrom') && { freeFrom: record.texts('freeFrom') }),
    ...(record.has('place') && { place: reference(record, 'place', known.places) }),
  };
}
