import type {
  Details,
  Holiday,
  HolidayCountry,
  Order,
  PieceOffer,
  PromisedSlot,
  Season,
  SeasonFigures,
} from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, workshopOf, ordersOf } from '../../testing/ask';
import { change, draft, openApp, type WorkshopApp, OVERRULED } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  await shop.db.query('update pickup_point set slot_boxes = null');
});
afterAll(() => shop.close());

const season = async (id = 'midsummer-2026'): Promise<Season> =>
  (await workshopOf(shop.app)).seasons.find((each) => each.id === id)!;
const put = async (what: Partial<Season>, id = 'midsummer-2026') => {
  const { id: _id, ...own } = await season(id);
  return ask<Season>(shop.app, ['PUT', `/api/seasons/${id}`], { ...own, ...what });
};
const withOffer = async (piece: string, terms: Partial<PieceOffer>) => {
  const { offers } = await season();
  const plain = { from: null, to: null, orderBy: null, hoursBefore: null, targetPieces: null };
  const others = offers.filter((each) => each.piece !== piece);
  const { status } = await put({ offers: [...others, { piece, ...plain, isClosed: false, ...terms }] });
  expect(status).toBe(200);
};
const post = (what: Parameters<typeof draft>[0]) =>
  ask<Order>(shop.app, ['POST', '/api/orders'], draft(what));
const bars = (pieces: number) => [{ piece: 'foam-bar', pieces }];

describe('a season', () => {
  const winter = {
    name: 'Midwinter',
    startsOn: '2026-12-20',
    endsOn: '2026-12-26',
    peakOn: '2026-12-24',
    ticketPrefix: 'W',
    holidays: [{ date: '2026-12-24', name: 'The eve' }],
    offers: [],
    comparedWith: 'midsummer-2026',
  };

  test('is taken, worked on, held against another, and goes while it has no orders', async () => {
    const { status, body } = await ask<Season>(shop.app, ['POST', '/api/seasons'], winter);
    expect(status).toBe(201);
    const before = (await workshopOf(shop.app)).details;
    const details = (what: Partial<Details>) =>
      ask<Details>(shop.app, ['PUT', '/api/details'], { ...before, ...what });
    expect((await details({ season: body.id })).status).toBe(200);
    const workshop = await workshopOf(shop.app);
    expect(workshop.season).toMatchObject({ id: body.id, name: 'Midwinter' });
    expect(workshop.season!.days).toHaveLength(7);
    // the plan and the orders of another season are not those of this one
    expect((await shop.app.inject('/api/plan')).json()).toMatchObject({ code: 'no-plan' });
    const figures = (await shop.app.inject('/api/season')).json<SeasonFigures>();
    expect(figures).toMatchObject({ orders: 0, pieces: 0, expectedPieces: null });
    expect(figures.before?.name).toBe('Midsummer 2026');
    expect((await ask(shop.app, ['DELETE', `/api/seasons/${body.id}`])).status).toBe(204);
    expect((await workshopOf(shop.app)).details.season).toBeNull();
    expect((await workshopOf(shop.app)).season!.id).toBe('midsummer-2026');
  });

  test.each([
    [{ endsOn: '2026-12-19' }, '/endsOn', 'out-of-range'],
    [{ endsOn: '2027-03-20' }, '/endsOn', 'out-of-range'],
    [{ peakOn: '2026-12-27' }, '/peakOn', 'out-of-range'],
    [{ holidays: [{ date: '2026-12-27', name: 'Late' }] }, '/holidays/0/date', 'out-of-range'],
    [{ holidays: [{ date: '2026-12-26', name: ' ' }] }, '/holidays/0/name', 'blank'],
    [
      { startsOn: '2026-06-22', endsOn: '2026-06-30', peakOn: '2026-06-24', holidays: [] },
      '/startsOn',
      'seasons-cross',
    ],
    [{ comparedWith: 'nowhere' }, '/comparedWith', 'unknown-reference'],
    [{ ticketPrefix: 'w' }, '/ticketPrefix', 'not-allowed'],
  ])('with %j is refused', async (what, pointer, code) => {
    const { status, body } = await ask(shop.app, ['POST', '/api/seasons'], { ...winter, ...what });
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
  });

  test.each<[Partial<PieceOffer>, string, string]>([
    [{ piece: 'nothing' }, 'piece', 'unknown-piece'],
    [{ piece: 'dusk-berry' }, 'piece', 'piece-twice'],
    [{ from: '2026-06-14' }, 'from', 'out-of-range'],
    [{ from: '2026-06-20', to: '2026-06-19' }, 'to', 'out-of-range'],
  ])('with an offer of %j is refused', async (terms, field, code) => {
    const { offers } = await season();
    const twist = offers.find(({ piece }) => piece === 'salt-twist')!;
    const others = offers.filter((each) => each !== twist);
    const { status, body } = await put({ offers: [...others, { ...twist, ...terms }] });
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(
      expect.objectContaining({ pointer: `/offers/${others.length}/${field}`, code }),
    );
  });

  test('keeps the days that have orders, and its first day once work has begun', async () => {
    const short = await put({ endsOn: '2026-06-19', holidays: [], peakOn: '2026-06-19', offers: [] });
    expect(short.body.errors).toEqual([
      expect.objectContaining({ pointer: '/endsOn', code: 'orders-outside' }),
    ]);
    const early = await put({ startsOn: '2026-06-14' });
    expect(early.body.errors).toEqual([
      expect.objectContaining({ pointer: '/startsOn', code: 'work-begun' }),
    ]);
    expect((await ask(shop.app, ['DELETE', '/api/seasons/midsummer-2025'])).body).toMatchObject({
      code: 'in-use',
      params: { by: ['35 orders'] },
    });
  });
});

describe('a piece is promised only as it is offered', () => {
  test('while it is open', async () => {
    const closing = (isClosed: boolean) =>
      ask<Season>(shop.app, ['PUT', '/api/season/pieces'], { piece: 'foam-bar', isClosed });
    const kept = (await post({ lines: bars(6) })).body;
    const closed = await closing(true);
    expect(closed.body.offers.find(({ piece }) => piece === 'foam-bar')).toMatchObject({
      isClosed: true,
      targetPieces: 320,
    });
    expect((await closing(true)).body.version).toBe(closed.body.version);
    const refused = await post({ lines: [], boxes: [{ box: 'bar-pair', count: 1, contents: [] }] });
    expect(refused.body.errors).toEqual([
      {
        pointer: '/pickup',
        code: 'piece-closed',
        params: { piece: 'foam-bar', value: '2026-06-19T15:00', nearest: null },
      },
    ]);
    // what was promised stays, with fewer or at another hour; more it cannot be
    const put = (version: number, what: Parameters<typeof change>[1]) =>
      ask<Order>(shop.app, ['PUT', `/api/orders/${kept.id}`], change(version, what));
    expect((await put(1, { lines: bars(4), pickup: '2026-06-19T16:00' })).status).toBe(200);
    expect((await put(2, { lines: bars(5) })).body.errors[0]).toMatchObject({ code: 'piece-closed' });
    // waiting, it is not promised while the piece is closed
    const waiting = (await post({ lines: bars(1), state: 'waiting' })).body;
    const move = (version: number) =>
      ask<Order>(shop.app, ['POST', `/api/orders/${waiting.id}/move`], {
        to: 'promised',
        version,
        despiteKitchen: OVERRULED,
      });
    expect((await move(1)).body.errors[0]).toMatchObject({ code: 'piece-closed' });
    await closing(false);
    expect((await move(1)).body).toMatchObject({ state: 'promised' });
    expect(
      (await ask(shop.app, ['PUT', '/api/season/pieces'], { piece: 'none', isClosed: true })).body.errors,
    ).toEqual([expect.objectContaining({ pointer: '/piece', code: 'unknown-piece' })]);
  });

  test('until its cut-off; what was taken in time may still be promised', async () => {
    const early = (await post({ lines: bars(2), state: 'waiting' })).body;
    await shop.db.query(`update customer_order set created_at = '2026-06-18T07:00Z' where id = $1`, [
      early.id,
    ]);
    await withOffer('foam-bar', { orderBy: '2026-06-18T10:30' });
    expect((await post({ lines: bars(2) })).body.errors).toEqual([
      {
        pointer: '/pickup',
        code: 'cut-off-past',
        params: { piece: 'foam-bar', until: '2026-06-18T10:30', value: '2026-06-19T15:00', nearest: null },
      },
    ]);
    const moved = await ask<Order>(shop.app, ['POST', `/api/orders/${early.id}/move`], {
      to: 'promised',
      version: 1,
      despiteKitchen: OVERRULED,
    });
    expect(moved.body.state).toBe('promised');
    // so many hours before, each slot by itself: the nearest that can be is told
    await withOffer('foam-bar', { hoursBefore: 30 });
    const [fault] = (await post({ lines: bars(2) })).body.errors;
    expect(fault).toMatchObject({
      code: 'cut-off-past',
      params: { until: '2026-06-18T09:00', nearest: '2026-06-19T18:00' },
    });
  });

  test('for its days', async () => {
    await withOffer('foam-bar', { from: '2026-06-20', to: '2026-06-20' });
    const [fault] = (await post({ lines: bars(2) })).body.errors;
    expect(fault).toMatchObject({
      code: 'piece-other-days',
      params: { piece: 'foam-bar', from: '2026-06-20', to: '2026-06-20', nearest: '2026-06-20T09:00' },
    });
    const { body: grid } = await ask<PromisedSlot[]>(shop.app, ['POST', '/api/promises'], {
      lines: bars(2),
      boxes: [],
      pickupPoint: 'shop',
      order: null,
    });
    const friday = grid.find(({ at }) => at === '2026-06-19T15:00')!;
    expect(friday).toMatchObject({ kind: 'no', offerFault: { code: 'piece-other-days' } });
    expect(grid.find(({ at }) => at === '2026-06-20T09:00')).toMatchObject({ offerFault: null });
  });
});

describe('holidays', () => {
  test('are computed for the workshop’s country, for any year', async () => {
    const of = async (from: string, to: string) =>
      (await shop.app.inject(`/api/holidays?from=${from}&to=${to}`)).json<Holiday[]>();
    const june = await of('2026-06-15', '2026-06-22');
    expect(june).toContainEqual({ date: '2026-06-20', name: 'Midsummer Day', isPublic: true });
    expect((await of('2031-06-15', '2031-06-30')).map(({ date }) => date)).toContain('2031-06-21');
    expect((await shop.app.inject('/api/holidays?from=2026-01-01&to=2036-01-01')).json().errors).toEqual([
      expect.objectContaining({ pointer: '/to', code: 'out-of-range' }),
    ]);
  });

  test('are there for countries and their regions', async () => {
    const all = (await shop.app.inject('/api/countries')).json<HolidayCountry[]>();
    expect(all.find(({ id }) => id === 'FI')).toMatchObject({ name: 'Finland' });
    expect(all.find(({ id }) => id === 'DE')!.regions.length).toBe(16);
  });
});

describe('the season in figures', () => {
  test('adds up: orders and pieces by day, boxes against what slots hand over, and the pace', async () => {
    await shop.db.query(`update pickup_point set slot_boxes = 12 where id = 'shop'`);
    const figures = (await shop.app.inject('/api/season')).json<SeasonFigures>();
    const orders = (await ordersOf(shop.app)).filter(({ state }) =>
      ['promised', 'ready', 'handed-over', 'not-collected'].includes(state),
    );
    const pieces = (all: readonly Order[]) =>
      all.flatMap((order) => order.pieces).reduce((sum, line) => sum + line.pieces, 0);
    expect(figures.orders).toBe(orders.length);
    expect(figures.pieces).toBe(pieces(orders));
    expect(figures.days.map((day) => day.orders).reduce((a, b) => a + b)).toBe(orders.length);
    expect(figures.days.map((day) => day.pieces).reduce((a, b) => a + b)).toBe(pieces(orders));
    expect(figures.booked.map((each) => each.pieces).reduce((a, b) => a + b)).toBe(pieces(orders));
    expect(figures.pace.at(-1)!.pieces).toBe(pieces(orders));
    const friday = figures.days.find(({ date }) => date === '2026-06-19')!;
    // 09:00 to 18:30 in half hours at the shop; the quay counts no boxes
    expect(friday.handover!.room).toBeGreaterThanOrEqual(19 * 12);
    expect(friday.slots.reduce((sum, slot) => sum + slot.boxes, 0)).toBe(friday.boxes);
    expect(figures.before!.name).toBe('Midsummer 2025');
    expect(figures.before!.pace.length).toBeGreaterThan(20);
    expect(figures.targetPieces).toBeGreaterThan(3000);
    expect(figures.daysToPeak).toBeCloseTo(0.52, 1);
  });

  test('says how each piece stands', async () => {
    await withOffer('rye-truffle', { orderBy: '2026-06-18T11:00', targetPieces: 260 });
    await withOffer('oat-ball', { isClosed: true });
    await withOffer('salt-twist', { hoursBefore: 24 });
    const { booked } = (await shop.app.inject('/api/season')).json<SeasonFigures>();
    const of = (piece: string) => booked.find((each) => each.piece === piece);
    expect(of('rye-truffle')).toMatchObject({ state: 'over', targetPieces: 260, until: null });
    expect(of('oat-ball')).toMatchObject({ state: 'closed' });
    // the last slot is on Monday until 17:00
    expect(of('salt-twist')).toMatchObject({ state: 'open', until: '2026-06-21T13:30:00.000Z' });
    expect(of('sandwich-round')).toMatchObject({ state: 'open', until: null, from: '2026-06-15' });
  });
});
