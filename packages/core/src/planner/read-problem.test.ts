import { describe, expect, test } from 'vitest';
import { InputError } from '../input/input-error';
import type { Problem } from './problem';
import { readProblem } from './read-problem';
import { darkMelt, smallProblem } from './testing/small-problem';

/** The small problem as plain JSON with one value set anew by its JSON Pointer; undefined takes it away. */
function withValue(pointer: string, value: unknown, problem: Problem = smallProblem): unknown {
  const copy = JSON.parse(JSON.stringify(problem)) as Record<string, unknown>;
  const keys = pointer.split('/').slice(1);
  const last = keys.pop()!;
  const parent = keys.reduce((at, key) => at[key] as Record<string, unknown>, copy);
  if (value === undefined) Reflect.deleteProperty(parent, last);
  else parent[last] = value;
  return copy;
}

function faultOf(json: unknown): InputError {
  try {
    readProblem(json);
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
  throw new Error('was taken');
}

describe('a problem', () => {
  test('is read as it is, unknown fields left out', () => {
    const json = { ...(withValue('/orders/0/note', 'for Varg') as Problem), name: 'Midsummer' };
    expect(readProblem(json)).toEqual(smallProblem);
  });

  test('keeps the optional fields', () => {
    const json = {
      ...smallProblem,
      now: 600,
      places: [{ id: 'quay', minutes: 25, zone: 'shelf' }],
      stock: [{ id: 's', product: 'berry', pieces: 9, clock: -60, zone: 'fridge', allergens: ['soya'] }],
      melters: smallProblem.melters.map((melter) => ({
        ...melter,
        holds: { coating: 'dark', allergens: [], grams: 300, usableUntil: 700 },
      })),
      products: smallProblem.products.map((product) => ({
        ...product,
        mayContain: ['gluten'],
        mould: { id: 'bars', piecesPerMould: 24, from: 'dip', until: 'pack' },
      })),
      moulds: [{ id: 'bars', count: 4 }],
      zones: smallProblem.zones.map((zone) => ({
        ...zone,
        changes: [
          { from: 0, trays: 2 },
          { from: 9, trays: 0 },
        ],
      })),
      orders: smallProblem.orders.map((order) => ({ ...order, place: 'quay', freeFrom: ['nuts'] })),
      fixed: { batches: [], melts: [] },
      takenIds: ['b1', 'm1'],
    };
    expect(readProblem(json)).toEqual(json);
  });

  test.each<[string, unknown, string]>([
    ['/format', 'plan/9', 'unknown-value'],
    ['/horizon', 0, 'out-of-range'],
    ['/horizon', 527_041, 'out-of-range'],
    ['/horizon', 1.5, 'not-an-integer'],
    ['/weights/melt', -1, 'out-of-range'],
    ['/weights/unmetPiece', 1e300, 'out-of-range'],
    ['/weights/melt', undefined, 'missing-field'],
    ['/products/0/targetAgeMinutes', 1441, 'out-of-range'],
    ['/products/0/stages', [], 'out-of-range'],
    ['/products/0/stages/1/coating/id', 'ruby', 'unknown-reference'],
    ['/products/0/stages/1/coating/gramsPerPiece', 0, 'out-of-range'],
    ['/products/0/stages/0/then/zone', 'attic', 'unknown-reference'],
    ['/products/0/stages/0/then/maxMinutes', 44, 'out-of-range'],
    ['/products/0/stages/2/id', 'wash', 'duplicate'],
    ['/products/0/startPercent', 99, 'out-of-range'],
    ['/products/0/clockStage', 'bake', 'unknown-reference'],
    ['/products/1/id', 'berry', 'duplicate'],
    ['/coatings/0/usableMinutes', 0, 'out-of-range'],
    ['/melters/0/tailGrams', 5000, 'out-of-range'],
    ['/changeovers/pairs/0/from', 'ruby', 'unknown-reference'],
    ['/people/0/pace', 0, 'out-of-range'],
    ['/people/0/shifts/1', [700, 800], 'out-of-range'],
    ['/people/0/shifts/3', [2205, 2881], 'out-of-range'],
    ['/zones/0/trays', -1, 'out-of-range'],
    ['/orders/0/due', 2881, 'out-of-range'],
    ['/orders/0/lines', [], 'out-of-range'],
    ['/orders/1/lines/1/product', 'berry', 'duplicate'],
    ['/orders/0/lines/0/pieces', 0, 'out-of-range'],
    ['/orders/0/place', 'quay', 'unknown-reference'],
    ['/orders/0/freeFrom', 'nuts', 'wrong-type'],
    ['/products/0/mayContain', 'nuts', 'wrong-type'],
    ['/zones/0/changes', 4, 'wrong-type'],
    ['/now', -1, 'out-of-range'],
    ['/melters/0/holds', 'dark', 'wrong-type'],
  ])('with %s = %j is refused, named by its pointer', (pointer, value, code) => {
    const fault = faultOf(withValue(pointer, value));
    expect(fault.code).toBe(code);
    expect(fault.field).toBe(pointer);
  });

  const bars = { id: 'bars', piecesPerMould: 24, from: 'dip', until: 'pack' };
  const withMoulds = {
    ...smallProblem,
    moulds: [{ id: 'bars', count: 4 }],
    products: smallProblem.products.map((product) => ({
      ...product,
      mould: bars,
      stages: product.stages.map((stage) =>
        stage.id === 'dip'
          ? { ...stage, then: { ...stage.then, first: { zone: 'rack', minutes: 5 } } }
          : stage,
      ),
    })),
  };
  test.each<[string, unknown, string]>([
    ['/moulds/0/count', 0, 'out-of-range'],
    ['/products/0/mould/id', 'hearts', 'unknown-reference'],
    ['/products/0/mould/piecesPerMould', 0, 'out-of-range'],
    ['/products/0/mould/from', 'bake', 'unknown-reference'],
    // given back before it is taken
    ['/products/0/mould/until', 'wash', 'unknown-reference'],
    ['/products/0/stages/1/then/first/zone', 'attic', 'unknown-reference'],
    ['/products/0/stages/1/then/first/minutes', 0, 'out-of-range'],
    // longer than the wait that it is part of
    ['/products/0/stages/1/then/first/minutes', 21, 'out-of-range'],
  ])('with moulds and two waits, but %s = %j, is refused', (pointer, value, code) => {
    expect(readProblem(withMoulds)).toEqual(withMoulds);
    expect(faultOf(withValue(pointer, value, withMoulds))).toMatchObject({ code, field: pointer });
  });

  const known = { bad: 1, good: 29, certainty: 0.95 };
  test.each<[string, unknown, string]>([
    ['/products/0/rejects/bad', 0, 'out-of-range'],
    // more than nine of ten would fail
    ['/products/0/rejects/good', 0.1, 'out-of-range'],
    ['/products/0/rejects/certainty', 1, 'out-of-range'],
    ['/products/0/rejects/certainty', undefined, 'missing-field'],
    ['/products/0/stages/1/coating/spare/logSd', 2.5, 'out-of-range'],
    ['/products/0/stages/1/coating/spare/certainty', '95%', 'wrong-type'],
  ])('that is sure of its pieces with %s = %j is refused', (pointer, value, code) => {
    const json = {
      ...smallProblem,
      products: smallProblem.products.map((product) => ({
        ...product,
        rejects: known,
        stages: product.stages.map((stage) => ({
          ...stage,
          coating: stage.coating && { ...stage.coating, spare: { logSd: 0.1, certainty: 0.9 } },
        })),
      })),
    };
    expect(readProblem(json)).toEqual(json);
    expect(faultOf(withValue(pointer, value, json))).toMatchObject({ code, field: pointer });
  });

  test('that starts by a share and by what is known of rejects is refused: one of them decides', () => {
    const json = withValue(
      '/products/0/startPercent',
      104,
      withValue('/products/0/rejects', known) as Problem,
    );
    expect(faultOf(json)).toMatchObject({
      field: '/products/0/rejects',
      range: 'startPercent or rejects, not both',
    });
  });

  test('with changes of a zone that go back in time is refused', () => {
    const changes = [
      { from: 100, trays: 2 },
      { from: 100, trays: 3 },
    ];
    expect(faultOf(withValue('/zones/0/changes', changes))).toMatchObject({
      code: 'out-of-range',
      field: '/zones/0/changes/1/from',
    });
  });

  test.each<[string, unknown, string]>([
    ['/stock/0/product', 'ruby', 'unknown-reference'],
    ['/stock/0/pieces', 0, 'out-of-range'],
    ['/stock/0/clock', 601, 'out-of-range'],
    ['/stock/0/zone', 'attic', 'unknown-reference'],
    ['/places/0/zone', 'attic', 'unknown-reference'],
    ['/melters/0/holds/grams', 5001, 'out-of-range'],
    ['/melters/0/holds/coating', 'ruby', 'unknown-reference'],
    ['/melters/0/holds/usableUntil', 2881, 'out-of-range'],
  ])('with the option %s = %j is refused', (pointer, value, code) => {
    const json = {
      ...smallProblem,
      now: 600,
      places: [{ id: 'quay', minutes: 25, zone: 'shelf' }],
      stock: [{ id: 's', product: 'berry', pieces: 9, clock: -60, zone: 'fridge', allergens: [] }],
      melters: smallProblem.melters.map((melter) => ({
        ...melter,
        holds: { coating: 'dark', allergens: [], grams: 300, usableUntil: 700 },
      })),
    };
    expect(faultOf(withValue(pointer, value, json))).toMatchObject({ code, field: pointer });
  });

  test('with a bowl that holds something while a melt is under way in it is refused', () => {
    const melt = darkMelt(550);
    const holds = { coating: 'dark', allergens: [], grams: 300, usableUntil: 700 };
    const json = {
      ...smallProblem,
      now: 600,
      melters: smallProblem.melters.map((melter) => ({ ...melter, holds })),
      fixed: { batches: [], melts: [melt] },
    };
    expect(faultOf(json)).toMatchObject({ code: 'duplicate', field: '/fixed/melts/0', value: 'm1' });
  });

  test('with a pair of changeovers twice is refused', () => {
    const pair = { from: 'milk', to: 'dark', minutes: 5 };
    expect(faultOf(withValue('/changeovers/pairs', [pair, pair]))).toMatchObject({ code: 'duplicate' });
  });

  test.each([null, [], 'text', 7])('is not made of %j', (json) => {
    expect(faultOf(json).code).toBe('wrong-type');
  });
});
