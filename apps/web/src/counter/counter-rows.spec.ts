import type { Order } from '@alnage/contract';
import type { MadeForOrder } from '@alnage/core/bench';
import { catalogueOf } from '@alnage/core/planner';
import { orderFates } from '../state/order-fate';
import { piece } from '../testing/small-piece';
import { names, order, savedPlan, workshop } from '../testing/small-workshop';
import { counterHours, type CounterInput } from './counter-rows';

const orders = [
  order(),
  order({ id: 'o2', ticket: 'M-0402', pickupAt: '2026-06-19T12:30:00.000Z', state: 'handed-over' }),
  order({
    id: 'o3',
    ticket: 'M-0403',
    pickupAt: '2026-06-19T14:00:00.000Z',
    state: 'ready',
    pickupPoint: 'quay',
  }),
  order({ id: 'o4', ticket: 'M-0404', pickupAt: '2026-06-18T14:00:00.000Z' }),
  order({ id: 'o5', ticket: 'M-0405', state: 'cancelled' }),
  order({ id: 'o6', ticket: 'M-0406', state: 'waiting' }),
];
const saved = savedPlan(orders.filter(({ id }) => id === 'o1'));
const input: CounterInput = {
  orders,
  workshop,
  names,
  dewOf: () => '',
  keeping: new Map([
    [
      'o1',
      {
        agedMinutes: 690,
        eatBy: Date.parse('2026-06-21T06:00:00Z'),
        verdict: 'right',
        tooOldFrom: Infinity,
        dipped: 0,
        zones: [],
        isStopped: false,
      },
    ],
  ]),
  clashBook: { pieces: [piece], declared: { coatings: workshop.coatings, book: workshop }, stop: 'bowls' },
  customers: new Map(),
  fates: orderFates(catalogueOf(saved.problem), saved),
  made: null,
  horizonStart: Date.parse(saved.horizonStart),
  day: workshop.season!.days[1]!,
  find: '',
  now: Date.parse('2026-06-19T06:00:00Z'),
};

describe('the hours of the counter', () => {
  test('hold the day’s orders that are promised, by hour of the wall clock', () => {
    const hours = counterHours(input);
    expect(hours.map(({ hour, toGo, gone }) => [hour, toGo, gone])).toEqual([
      ['15', 1, 1],
      ['17', 1, 0],
    ]);
  });

  test('stand as made where the plan knows nothing of them and all of it is there', () => {
    const taken = order({ id: 'o9', ticket: 'M-0409' });
    const of = (dipped: number) => {
      const kept = { ...input.keeping.get('o1')!, dipped };
      const keeping = new Map([...input.keeping, ['o9', kept] as const]);
      return counterHours({ ...input, orders: [taken], keeping })[0]!.rows[0]!;
    };
    const all = taken.pieces.reduce((sum, { pieces }) => sum + pieces, 0);
    expect(of(all).ready).toEqual({ word: 'made', tone: 'well' });
    expect(of(all).stop).toBeNull();
    expect(of(all - 1).ready.word).toBe('not planned');
    expect(of(all - 1).stop).toContain('Not all of it is in the plan.');
  });

  test('hold what leaves by post that day, whenever it arrives', () => {
    const sending = { usualCelsius: 18, days: [], isIced: false, parcelGrams: 200, supplies: [] };
    const post = { ...workshop.pickupPoints[0]!, id: 'post', name: 'By post', journeyMinutes: 2880, sending };
    const sent = order({
      id: 'o7',
      ticket: 'M-0407',
      pickupPoint: 'post',
      pickupAt: '2026-06-21T09:00:00.000Z',
    });
    const shop = { ...workshop, pickupPoints: [...workshop.pickupPoints, post] };
    const hours = counterHours({ ...input, workshop: shop, orders: [...orders, sent] });
    expect(hours.map(({ hour, toGo }) => [hour, toGo])).toEqual([
      ['12', 1],
      ['15', 1],
      ['17', 1],
    ]);
    expect(hours[0]!.rows[0]).toMatchObject({
      goes: 'leaves',
      time: '12:00',
      point: 'By post, arrives Sun 21, 12:00',
    });
    // and it is not there on the day that it arrives
    const later = {
      ...workshop.season!.days[1]!,
      start: '2026-06-20T21:00:00.000Z',
      end: '2026-06-21T21:00:00.000Z',
    };
    expect(counterHours({ ...input, workshop: shop, orders: [sent], day: later })).toEqual([]);
  });

  test('tell when each is ready, how old it will be and until when it is good', () => {
    const [first] = counterHours(input)[0]!.rows;
    expect(first!.ready.word).toMatch(/^packed by Fri 19, /);
    expect(first).toMatchObject({ time: '15:00', point: 'The shop', what: '24 dusk berry', isLate: false });
    expect(first).toMatchObject({ age: '11 h 30', eatBy: 'Sun 21 Jun, 09:00' });
  });

  test('say what is on the shelf, gone, or in no plan', () => {
    const rows = counterHours(input).flatMap((hour) => hour.rows);
    expect(rows.map((row) => row.ready.word).slice(1)).toEqual(['handed over', 'on the shelf']);
    const unplanned = counterHours({ ...input, fates: new Map(), keeping: new Map() });
    expect(unplanned[0]!.rows[0]).toMatchObject({ ready: { word: 'not planned' }, age: '–', eatBy: '–' });
  });

  test('say what is stopped, whatever else is with it', () => {
    const keeping = new Map([['o1', { ...input.keeping.get('o1')!, isStopped: true }]]);
    const [first] = counterHours({ ...input, keeping }).flatMap((hour) => hour.rows);
    expect(first!.ready).toEqual({ word: 'stopped', tone: 'over' });
  });

  test('keep what nobody came for by the shop’s rule, and no longer than its pieces keep', () => {
    const now = Date.parse('2026-06-19T12:40:00Z');
    const at = (change: Partial<Order>, tooOldFrom = Infinity) => {
      const keeping = new Map([['o1', { ...input.keeping.get('o1')!, tooOldFrom }]]);
      const ready = order({ state: 'ready', ...(change as Parameters<typeof order>[0]) });
      return counterHours({ ...input, orders: [ready], keeping, now })[0]!.rows[0]!;
    };
    // due at 15:00, 15:40 by now, two hours by the rule
    expect(at({})).toMatchObject({ isLate: true, kept: '', keepUntil: '2026-06-19T17:40' });
    expect(at({}, Date.parse('2026-06-19T14:00:00Z')).keepUntil).toBe('2026-06-19T17:00');
    expect(at({ keptUntil: '2026-06-19T17:40' })).toMatchObject({ isLate: false, kept: 'kept until 17:40' });
    expect(at({ keptUntil: '2026-06-19T15:30' }).isLate).toBe(true);
    expect(at({ keptUntil: '2026-06-20T09:00' }).kept).toBe('kept until Sat 20 Jun, 09:00');
  });

  test('tell where it lies, what to say, what is gone, and what spoke against it', () => {
    const keeping = new Map([['o1', { ...input.keeping.get('o1')!, zones: ['fridge'] }]]);
    const handOver = { id: 'h', at: '2026-06-19T12:00:00Z', by: null, collectedBy: '', boxes: [] };
    const part = order({ state: 'ready', handOvers: [{ ...handOver, lines: [10], against: null }] });
    const dewOf = (zones: readonly string[]) => `dew of ${zones.join()}`;
    const [row] = counterHours({ ...input, orders: [part], keeping, dewOf })[0]!.rows;
    expect(row).toMatchObject({
      ...{ lies: 'Lies in: fridge.', gone: '10 of 24 pieces collected', against: '' },
      ready: { word: 'in part on the shelf' },
    });
    expect(row!.says).toEqual(['Contains soya.', 'dew of fridge']);
    const all = { ...handOver, lines: [24], against: 'allergy stopped' };
    const gone = order({ state: 'handed-over', handOvers: [all] });
    const [last] = counterHours({ ...input, orders: [gone] })[0]!.rows;
    expect(last).toMatchObject({
      gone: '',
      against: 'Handed over without the network in spite of an allergy and a stop: tell them',
    });
  });

  test('say what is too old by where it lay, and ask before it is handed over', () => {
    const eatBy = Date.parse('2026-06-19T06:00:00Z');
    const old = {
      agedMinutes: 3000,
      eatBy,
      verdict: 'too-old',
      tooOldFrom: 0,
      dipped: 0,
      zones: [],
      isStopped: false,
    } as const;
    const keeping = new Map([
      ['o1', old],
      ['o3', old],
    ]);
    const rows = counterHours({ ...input, keeping }).flatMap((hour) => hour.rows);
    const [first, gone, shelved] = rows;
    expect(first!.ready).toEqual({ word: 'too old', tone: 'over' });
    expect(gone!.ready.word).toBe('handed over');
    expect(shelved!.ready).toEqual({ word: 'too old', tone: 'over' });
    expect(shelved!.stop).toContain('Some of it is older than the shop hands over');
  });

  test('go by what the bench wrote down, whatever the plan’s hour', () => {
    const share = { batch: 'b1', product: 'dusk-berry', pieces: 24, lacks: 0 };
    const rowAt = (now: number, own: Partial<MadeForOrder>) =>
      counterHours({ ...input, now, made: new Map([['o1', [{ ...share, stage: 'packed', ...own }]]]) })[0]!
        .rows[0]!;
    const packed = input.horizonStart + input.fates.get('o1')!.packed! * 60_000;
    const [before, after] = [packed - 60_000, packed + 60_000];
    expect(rowAt(before, {})).toMatchObject({ stop: null, ready: { word: 'packed', tone: 'well' } });
    // its hour is past, and nobody packed it
    const waits = rowAt(after, { stage: 'made' });
    expect(waits.stop).toBe('The bench says: 24 dusk berry made, not packed.');
    expect(waits.ready).toEqual({ word: 'not packed yet', tone: 'care' });
    expect(rowAt(before, { stage: 'not-begun' }).ready.word).toMatch(/^packed by /);
    const short = rowAt(after, { lacks: 2 });
    expect(short.stop).toBe('The bench says: 2 of 24 dusk berry missing.');
    expect(short.ready).toEqual({ word: '2 missing', tone: 'over' });
  });

  test('go by the plan’s hour where the bench writes nothing', () => {
    const packed = input.horizonStart + input.fates.get('o1')!.packed! * 60_000;
    const stopAt = (now: number) => counterHours({ ...input, now })[0]!.rows[0]!.stop;
    expect(stopAt(packed - 60_000)).toMatch(/^By the plan it is not packed before Fri 19, /);
    expect(stopAt(packed)).toBeNull();
  });

  test('mark as late what was not collected by now', () => {
    const rows = counterHours({ ...input, now: Date.parse('2026-06-19T13:00:00Z') }).flatMap(
      (hour) => hour.rows,
    );
    expect(rows.map((row) => row.isLate)).toEqual([true, false, false]);
  });

  test('are over once all of them is gone and paid for, and its time is past', () => {
    const gone = order({ id: 'o1', state: 'handed-over', balanceMinor: 0 });
    const isOver = (change: Partial<Order>, now: string) =>
      counterHours({ ...input, orders: [{ ...gone, ...change }], now: Date.parse(now) })[0]!.isOver;
    expect(isOver({}, '2026-06-19T12:31:00Z')).toBe(true);
    expect(isOver({}, '2026-06-19T12:20:00Z')).toBe(false);
    // what is not paid, or not collected yet, stays in sight
    expect(isOver({ balanceMinor: 100 }, '2026-06-19T12:31:00Z')).toBe(false);
    expect(isOver({ state: 'ready' }, '2026-06-19T12:31:00Z')).toBe(false);
  });

  test('find somebody by the end of a telephone number, however it is spaced', () => {
    const all = [order({ id: 'o1', phone: '050 01-24' }), order({ id: 'o2', ticket: 'M-0402', phone: '' })];
    const found = (find: string) =>
      counterHours({ ...input, orders: all, find }).flatMap(({ rows }) => rows.map((row) => row.order.id));
    expect(found('0124')).toEqual(['o1']);
    expect(found('50 0124')).toEqual(['o1']);
    expect(found('0402')).toEqual(['o2']);
    // too few digits are of anybody
    expect(found('012')).toEqual([]);
  });

  test('find one order', () => {
    expect(counterHours({ ...input, find: '0403' }).map(({ hour }) => hour)).toEqual(['17']);
    expect(counterHours({ ...input, find: 'nobody' })).toEqual([]);
  });

  test('ask before an order goes to somebody who must never have what nobody answered for', () => {
    const anker = { allergies: ['soya' as const] };
    const stopOf = (change: Partial<Order>) =>
      counterHours({
        ...input,
        customers: new Map([['anker', anker]]),
        orders: [order({ state: 'ready', balanceMinor: 0, customerId: 'anker', ...change })],
      })[0]!.rows[0]!.stop;
    expect(stopOf({})).toContain('I. Varg must never have soya: Dusk berry has soya.');
    const clashes = [{ piece: 'dusk-berry', allergens: ['soya'] }];
    const waived = stopOf({ allergyWaiver: { reason: 'For a guest', name: 'Runa', clashes } });
    expect(waived).not.toContain('must never have');
    expect(waived).toContain('Has soya in spite of the customer’s allergy: For a guest (Runa).');
    expect(stopOf({ customerId: null })).toBeNull();
    // said with the order, of somebody whom nobody remembers
    const said = stopOf({ customerId: null, allergies: ['soya'] });
    expect(said).toContain('I. Varg must never have soya: Dusk berry has soya.');
  });
});
