import { randomUUID } from 'node:crypto';
import type { Bench, Larder, RunRecord, SavedPlan, Weighing } from '@alnage/contract';
import type { BenchDeed, SealDoubt, StageWork } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { benchDesk, isDip } from '../../testing/bench-desk';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const MINUTE = 60_000;
const { bench, freshDip, event, send, seal, learnedFrom, runs, wholeRun } = benchDesk(() => shop);

describe('the bench', () => {
  test('has the published plan’s work, by when it begins, and nothing late while all goes by the plan', async () => {
    const told = await bench();
    const plan = await planned();
    expect(told.version).toBe(plan.version);
    expect(told.works).toHaveLength(
      plan.plan.melts.length + plan.plan.batches.flatMap(({ stages }) => stages).length,
    );
    expect(told.troubles).toEqual([]);
    expect(Object.values(told.tickets).every((ticket) => /^[LM]-\d+$/.test(ticket))).toBe(true);
  });

  test('writes down what is done, by whom, each once however often it is sent', async () => {
    const { key } = await freshDip('dusk-berry');
    const events = [event(key, { kind: 'begin' }, 20), event(key, { kind: 'tray', pieces: 24 }, 4)];
    const by = (who: string) => events.map((each) => ({ ...each, by: who }));
    const first = await send(by('tove'));
    expect((await send([{ ...event(key, { kind: 'pause' }), by: 'nobody' }])).status).toBe(200);
    expect(first).toMatchObject({
      status: 200,
      body: { taken: events.map(({ id }) => ({ id, refusal: null })) },
    });
    await send([...events, ...events]);
    const own = (await bench()).events.filter(({ work }) => work === key);
    expect(own.slice(0, 2).map(({ id, by: who, deed }) => ({ id, who, deed }))).toEqual(
      events.map(({ id, deed }) => ({ id, who: 'tove', deed })),
    );
    expect(own[2]!.by).toBeNull();
    expect(own).toHaveLength(3);
  });

  test('keeps what two screens do at once of one work in one run', async () => {
    const { key } = await freshDip('dusk-berry');
    const sends = Array.from({ length: 6 }, () => send([event(key, { kind: 'tray', pieces: 4 }, 1)]));
    await Promise.all(sends);
    const own = (await bench()).events.filter(({ work }) => work === key);
    expect(own).toHaveLength(6);
    expect(await shop.db.query('select count(*)::int as runs from run where work = $1', [key])).toEqual([
      { runs: 1 },
    ]);
  });

  test('tells what it cannot take, and takes the rest', async () => {
    const { key } = await freshDip('dusk-berry');
    const events = [
      event('stage/none/dip', { kind: 'begin' }),
      event(key, { kind: 'begin' }, -10),
      event(key, { kind: 'trouble', trouble: { sign: 'pasty', cause: 'by-eye' }, note: '' }),
      event(key, { kind: 'trouble', trouble: { sign: 'pasty', cause: 'water' }, note: 'steam' }),
    ];
    const { body } = await send(events);
    expect(body.taken.map(({ refusal }) => refusal)).toEqual([
      'unknown-work',
      'in-future',
      'unknown-cause',
      null,
    ]);
  });

  test.each<[string, object, string, string]>([
    ['no pieces', { kind: 'tray', pieces: 0 }, 'pieces', 'too-small'],
    ['half a piece', { kind: 'tray', pieces: 2.5 }, 'pieces', 'not-a-whole-number'],
    ['a cause that there is not', { kind: 'reject', pieces: 1, cause: 'ugly' }, 'cause', 'not-allowed'],
    ['less than nothing', { kind: 'weigh', what: 'left', grams: -1 }, 'grams', 'too-small'],
    ['a field too many', { kind: 'begin', pieces: 3 }, 'pieces', 'unknown-field'],
    ['a timer without a name', { kind: 'timer', name: '', endsAt: 5 }, 'name', 'too-short'],
  ])('refuses %s and keeps nothing', async (_name, deed, field, code) => {
    const { key } = await freshDip('oat-ball');
    const { status, body } = await send([event(key, deed as BenchDeed), event(key, { kind: 'begin' })]);
    expect(status).toBe(400);
    expect(body.errors).toMatchObject([{ pointer: `/events/0/deed/${field}`, code }]);
    expect((await bench()).events.some(({ work }) => work === key)).toBe(false);
  });
});

/** The plan that is there. */
const planned = async () => (await shop.app.inject('/api/plan')).json<SavedPlan>();

describe('the day', () => {
  let friday: WorkshopApp;
  beforeAll(async () => void (friday = await openApp({ now: new Date('2026-06-19T08:00:00+03:00') })));
  afterAll(() => friday.close());

  test('says what is late, by how much and for whom, once something is begun late', async () => {
    const read = async (): Promise<Bench> => (await friday.app.inject('/api/bench')).json<Bench>();
    const { works, horizonStart, troubles } = await read();
    expect(troubles).toEqual([]);
    const ms = friday.app.clock.now().getTime();
    const minute = (ms - Date.parse(horizonStart!)) / MINUTE;
    // planned for Thursday evening, and begun on Friday at eight
    const dip = works
      .filter(isDip)
      .filter(({ end }) => end < minute - 60)
      .at(-1)!;
    const take = (deed: BenchDeed) => {
      const events = [{ id: randomUUID(), work: dip.key, at: Math.round(ms), by: null, deed }];
      return friday.app.inject({ method: 'POST', url: '/api/bench/events', payload: { events } });
    };
    await take({ kind: 'begin' });
    const late = await read();
    const { end, lateMinutes } = late.ahead.find(({ key }) => key === dip.key)!;
    expect(end).toBeCloseTo(minute + dip.end - dip.start, 0);
    expect(lateMinutes).toBeCloseTo(end - dip.end, 6);
    await take({ kind: 'tray', pieces: dip.startPieces });
    await take({ kind: 'end' });
    expect((await read()).ahead.find(({ key }) => key === dip.key)!.end).toBeCloseTo(minute, 0);
  });
});

describe('a seal', () => {
  test('keeps what came of the run, draws its lots, and teaches its piece', async () => {
    const work = await freshDip('dusk-berry');
    const used = Math.round(work.startPieces * work.melt!.gramsPerPiece * 1.04);
    const larder = async () => (await shop.app.inject('/api/larder')).json<Larder>();
    const left = (from: Larder, id: string) =>
      from.lots.filter(({ item }) => item.id === id).reduce((sum, { amount }) => sum + amount, 0);
    const before = await larder();
    await send(wholeRun(work, work.melt!.gramsPerPiece * 1.04).map((each) => ({ ...each, by: 'eskil' })));
    const { status, body } = await seal(work.key, {
      confirmed: ['few-pieces', 'pace-far-off'],
      note: ' smooth ',
    });
    expect(status, JSON.stringify(body)).toBe(201);
    expect(body).toMatchObject({
      ...{ piece: 'dusk-berry', batch: work.batch, bowl: work.melt!.bowl, people: ['eskil'], note: 'smooth' },
      ...{ good: work.pieces, pieces: work.startPieces, startGrams: used + 900, leftGrams: 900 },
      gramsPerPiece: used / work.startPieces,
      ...{ amendments: [], leftoverLot: null },
    });
    expect(body.code).toMatch(/^18-[A-Z]+-\d+$/);
    expect(body.orders.every(({ ticket }) => ticket !== null)).toBe(true);
    expect(body.taught!.afterGrams).toBeGreaterThan(body.taught!.beforeGrams);
    const after = await larder();
    expect(left(before, 'dark-64') - left(after, 'dark-64')).toBeCloseTo(used, 6);
    expect(
      body.lots.filter(({ item }) => item.id === 'dark-64').reduce((sum, { amount }) => sum + amount, 0),
    ).toBeCloseTo(used, 6);
    const weighings = (await shop.app.inject('/api/weighings')).json<Weighing[]>();
    expect(weighings).toContainEqual(
      expect.objectContaining({
        piece: 'dusk-berry',
        pieces: work.startPieces,
        gramsPerPiece: used / work.startPieces,
      }),
    );
    expect(await runs()).toContainEqual(body);
    expect((await bench()).sealed).toContainEqual(
      expect.objectContaining({ work: work.key, leftGrams: 900 }),
    );
  });

  test('asks about what cannot well be, until somebody says that it stands', async () => {
    const work = await freshDip('dusk-berry');
    await send(wholeRun(work, work.melt!.gramsPerPiece * 3));
    const asked = await seal(work.key);
    expect(asked).toMatchObject({ status: 409, body: { code: 'seal-doubtful' } });
    const doubts = (asked.body.params['doubts'] as SealDoubt[]).map(({ kind }) => kind);
    expect(doubts).toContain('coat-far-off');
    const counts = async (id: string) => (await learnedFrom(id))!.setAsideReason === null;
    const { status, body } = await seal(work.key, { confirmed: doubts, by: 'runa' });
    expect(status).toBe(201);
    // it is kept, signed by whose bench it is, and nothing is learned from it until somebody says so
    expect(body).toMatchObject({ taught: null, sealedBy: 'runa', confirmed: doubts });
    expect(await counts(body.id)).toBe(false);
    const { id, version } = (await learnedFrom(body.id))!;
    const ways = ['POST', `/api/weighings/${id}/set-aside`] as const;
    expect((await ask(shop.app, ways, { reason: null, version })).status).toBe(200);
    expect(await counts(body.id)).toBe(true);
    expect((await ask(shop.app, ways, { reason: 'A test', version: version + 1 })).status).toBe(200);
  });

  test('of a second coat asks for the first, where nobody wrote down that it is on', async () => {
    const { works, ended } = await bench();
    const dips = works.filter(isDip).filter(({ key }) => !ended.includes(key));
    const firstOf = ({ batch }: StageWork) =>
      dips.find((each) => each.batch === batch && each.stage === 'dip');
    const second = dips.find((each) => each.stage === 'drizzle' && firstOf(each))!;
    const first = firstOf(second)!;
    expect(second.coats).toBe(2);
    await send(wholeRun(second, second.melt!.gramsPerPiece));
    const refused = await seal(second.key);
    expect(refused.body.params['doubts']).toContainEqual({ kind: 'coat-before-open', stage: 'dip' });
    await send([event(first.key, { kind: 'end' })]);
    expect((await bench()).ended).toContain(first.key);
    const { body } = await seal(second.key);
    const doubts = ((body.params?.['doubts'] ?? []) as SealDoubt[]).map(({ kind }) => kind);
    expect(doubts).not.toContain('coat-before-open');
  });

  test('is for good: nothing more is written down, and it is not sealed twice', async () => {
    const [sealed] = await runs();
    const { body } = await send([event(sealed!.work, { kind: 'tray', pieces: 1 })]);
    expect(body.taken[0]!.refusal).toBe('sealed');
    expect((await seal(sealed!.work)).body).toMatchObject({
      code: 'run-sealed',
      params: { code: sealed!.code },
    });
    const change = shop.db.query(`update run set record = jsonb_set(record, '{good}', '1') where id = $1`, [
      sealed!.id,
    ]);
    await expect(change).rejects.toThrow(/is sealed; amend it/);
  });

  test('takes what is left to the larder, as a lot with what it met', async () => {
    const work = await freshDip('ridge-chip');
    await send(wholeRun(work, work.melt!.gramsPerPiece));
    const much = await seal(work.key, { toLarderGrams: 901 });
    expect(much.body.errors[0]).toMatchObject({ pointer: '/toLarderGrams', code: 'more-than-there' });
    const { body } = await seal(work.key, { toLarderGrams: 700, confirmed: ['few-pieces', 'pace-far-off'] });
    const { lots } = (await shop.app.inject('/api/larder')).json<Larder>();
    const lot = lots.find(({ id }) => id === body.leftoverLot)!;
    expect(lot).toMatchObject({ origin: 'leftover', amount: 700, item: { kind: 'coating', id: 'milk-38' } });
    expect((await bench()).sealed.find((each) => each.work === work.key)).toMatchObject({ leftGrams: 200 });
  });

  test('of what is not dipped, or not begun, is refused', async () => {
    const { works } = await bench();
    const pack = works.find((work) => work.kind === 'stage' && work.melt === null)!;
    expect((await seal(pack.key)).body).toMatchObject({ code: 'record-not-found' });
    expect((await seal((await freshDip('oat-ball')).key)).body).toMatchObject({ code: 'record-not-found' });
    const work = await freshDip('oat-ball');
    await send([event(work.key, { kind: 'begin' })]);
    expect((await seal(work.key)).body.params['doubts']).toEqual([{ kind: 'none-dipped' }]);
    await send([
      event(work.key, { kind: 'tray', pieces: 5 }),
      event(work.key, { kind: 'weigh', what: 'start', grams: 500 }),
      event(work.key, { kind: 'weigh', what: 'left', grams: 600 }),
    ]);
    expect((await seal(work.key)).body.errors[0]).toMatchObject({
      pointer: '/leftGrams',
      code: 'out-of-range',
    });
  });
});

describe('an amendment', () => {
  test('is noted beside the record, and the piece learns what is right', async () => {
    const [sealed] = await runs();
    const { good, rejects, startGrams, addedGrams, leftGrams } = sealed!;
    const counts = { good, rejects, startGrams, addedGrams, leftGrams: leftGrams! + 100 };
    const { status, body } = await ask<RunRecord>(shop.app, ['POST', `/api/runs/${sealed!.id}/amendments`], {
      ...counts,
      reason: ' The ladle was in it ',
    });
    expect(status).toBe(200);
    expect(body).toMatchObject({
      leftGrams,
      amendments: [{ reason: 'The ladle was in it', before: { leftGrams }, after: counts }],
    });
    const weighings = (await shop.app.inject('/api/weighings')).json<Weighing[]>();
    const own = weighings.filter(({ piece, pieces }) => piece === sealed!.piece && pieces === sealed!.pieces);
    const right = own.find(({ setAsideReason }) => setAsideReason === null);
    expect(own.map(({ setAsideReason }) => setAsideReason).filter(Boolean)).toEqual([
      `Run ${sealed!.code} was amended: The ladle was in it`,
    ]);
    expect(right!.gramsPerPiece).toBeCloseTo(
      (startGrams! + addedGrams - leftGrams! - 100) / sealed!.pieces,
      9,
    );
  });

  test.each<[string, Record<string, unknown>, string, string]>([
    ['without a reason', { reason: ' ' }, '/reason', 'blank'],
    ['with more left than there was', { leftGrams: 1e5 }, '/leftGrams', 'out-of-range'],
    ['with less than no pieces', { good: -1 }, '/good', 'too-small'],
  ])('%s is refused', async (_name, change, pointer, code) => {
    const [sealed] = await runs();
    const { good, rejects, startGrams, addedGrams, leftGrams } = sealed!;
    const payload = { good, rejects, startGrams, addedGrams, leftGrams, reason: 'x', ...change };
    const { body } = await ask<RunRecord>(shop.app, ['POST', `/api/runs/${sealed!.id}/amendments`], payload);
    expect(body.errors[0]).toMatchObject({ pointer, code });
    expect((await runs())[0]!.amendments).toHaveLength(1);
  });

  test('of a run that there is not is refused', async () => {
    const counts = { good: 1, rejects: [], startGrams: null, addedGrams: 0, leftGrams: null, reason: 'x' };
    const missing = '/api/runs/00000000-0000-4000-8000-000000000000/amendments';
    expect((await ask(shop.app, ['POST', missing], counts)).body).toMatchObject({ code: 'record-not-found' });
  });
});
