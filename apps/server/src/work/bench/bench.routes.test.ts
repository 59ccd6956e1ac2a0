import { randomUUID } from 'node:crypto';
import type { Bench, BenchTaken, Larder, RunRecord, Weighing } from '@alnage/contract';
import type { BenchDeed, BenchWork, SealDoubt, StageWork } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, piecesOf } from '../../testing/ask';
import { makePlan, openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const MINUTE = 60_000;
const bench = async (): Promise<Bench> => (await shop.app.inject('/api/bench')).json<Bench>();
const now = (): number => shop.app.clock.now().getTime();
const isDip = (work: BenchWork): work is StageWork => work.kind === 'stage' && work.melt !== null;
/** A dip of a piece that nobody has begun, the first to come. */
async function freshDip(product: string): Promise<StageWork> {
  const { works, events, sealed } = await bench();
  const used = new Set([...events, ...sealed].map(({ work }) => work));
  return works.filter(isDip).find((work) => work.product === product && !used.has(work.key))!;
}
const event = (work: string, deed: BenchDeed, minutesAgo = 0) => ({
  ...{ id: randomUUID(), work, at: Math.round(now() - minutesAgo * MINUTE), by: null as string | null, deed },
});
const send = (events: readonly object[]) =>
  shop.app.inject({ method: 'POST', url: '/api/bench/events', payload: { events } }).then((response) => ({
    status: response.statusCode,
    body: response.json<BenchTaken & { errors: { pointer: string; code: string }[] }>(),
  }));
const seal = (work: string, more: Record<string, unknown> = {}) =>
  ask<RunRecord>(shop.app, ['POST', '/api/runs'], {
    work,
    confirmed: [],
    toLarderGrams: 0,
    note: '',
    ...more,
  });
/** The weighing that a sealed run left. */
const learnedFrom = async (run: string): Promise<Weighing | undefined> => {
  const [row] = await shop.db.query<{ weighing_id: string }[]>('select weighing_id from run where id = $1', [
    run,
  ]);
  return (await shop.app.inject('/api/weighings'))
    .json<Weighing[]>()
    .find(({ id }) => id === row!.weighing_id);
};
const runs = async (): Promise<RunRecord[]> => (await shop.app.inject('/api/runs')).json<RunRecord[]>();
/** Everything of a run that went as planned, its bowl weighed before and after. */
function wholeRun({ key, startPieces, pieces, secondsPerPiece }: StageWork, gramsPerPiece: number) {
  const minutes = (startPieces * secondsPerPiece) / 60;
  const used = Math.round(startPieces * gramsPerPiece);
  return [
    event(key, { kind: 'begin' }, minutes),
    event(key, { kind: 'weigh', what: 'start', grams: used + 900 }, minutes),
    event(key, { kind: 'tray', pieces }, 1),
    ...(startPieces > pieces
      ? [event(key, { kind: 'reject', pieces: startPieces - pieces, cause: 'cracked' }, 1)]
      : []),
    event(key, { kind: 'weigh', what: 'left', grams: 900 }),
    event(key, { kind: 'end' }),
  ];
}

describe('the bench', () => {
  test('has the published plan’s work, by when it begins, and nothing late while all goes by the plan', async () => {
    const told = await bench();
    const plan = await makePlanNone();
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
async function makePlanNone() {
  return (await shop.app.inject('/api/plan')).json<Awaited<ReturnType<typeof makePlan>>>();
}

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

describe('a run that gave fewer good pieces', () => {
  test('says whose are missing, and the next plan makes them again', async () => {
    const work = await freshDip('frost-berry');
    const [begin, start] = wholeRun(work, work.melt!.gramsPerPiece);
    await send([
      begin!,
      start!,
      event(work.key, { kind: 'tray', pieces: work.pieces - 2 }, 1),
      event(work.key, { kind: 'reject', pieces: work.startPieces - work.pieces + 2, cause: 'bare' }, 1),
      event(work.key, { kind: 'end' }),
    ]);
    const { shortages } = await bench();
    const own = shortages.filter(({ batch }) => batch === work.batch);
    expect(own.reduce((sum, { pieces }) => sum + pieces, 0)).toBe(2);
    expect(own.every(({ product }) => product === 'frost-berry')).toBe(true);
    const sum = (batches: readonly { product: string; pieces: number }[]): number =>
      batches.filter(({ product }) => product === 'frost-berry').reduce((all, { pieces }) => all + pieces, 0);
    const before = sum((await makePlanNone()).plan.batches);
    const { plan } = await makePlan(shop.app);
    // what is dipped stays as it came out, whatever hour it was planned for; the two are made again
    expect(plan.batches.find(({ id }) => id === work.batch)!.pieces).toBe(work.pieces - 2);
    expect(plan.unmet.filter(({ product }) => product === 'frost-berry')).toEqual([]);
    expect(sum(plan.batches)).toBe(before);
  });
});

describe('the last stage of a batch', () => {
  test('takes what its good pieces are packed in, and gives it back when it was not over after all', async () => {
    const stock = async (): Promise<Record<string, number>> => {
      const { lots } = (await shop.app.inject('/api/larder')).json<Larder>();
      const own = lots.filter(({ item }) => item.id === 'paper-cup');
      return Object.fromEntries(own.map(({ code, amount }) => [code, amount]));
    };
    const sum = (left: Record<string, number>): number =>
      Object.values(left).reduce((all, one) => all + one, 0);
    const pieces = await piecesOf(shop.app);
    const cupped = pieces.filter(({ supplies }) => supplies.some(({ supply }) => supply === 'paper-cup'));
    const last = new Map(cupped.map(({ id, route }) => [id, route.at(-1)!.id]));
    const { works, events } = await bench();
    const known = new Set(events.map(({ work }) => work));
    const pack = works.find(
      (work): work is StageWork =>
        work.kind === 'stage' && last.get(work.product) === work.stage && !known.has(work.key),
    )!;
    const before = await stock();
    await send([event(pack.key, { kind: 'begin' }, 5)]);
    expect(await stock()).toEqual(before);
    const end = event(pack.key, { kind: 'end' });
    await send([end]);
    const cups = sum(before) - sum(await stock());
    expect(cups).toBeGreaterThan(0);
    expect(cups).toBeLessThanOrEqual(pack.pieces);
    // sent once more, it is packed once
    await send([end, event(pack.key, { kind: 'timer', name: 'x', endsAt: now() })]);
    expect(sum(before) - sum(await stock())).toBe(cups);
    await send([event(pack.key, { kind: 'undo', event: end.id })]);
    expect(await stock()).toEqual(before);
    await send([event(pack.key, { kind: 'end' })]);
    expect(sum(before) - sum(await stock())).toBe(cups);
  });
});

describe('a sealed run', () => {
  test('tells the lots of the centre that was made for its batch, and no others', async () => {
    const sealed = await runs();
    const lotsOf = (piece: string) => sealed.filter((run) => run.piece === piece).map((run) => run.batchLots);
    expect(lotsOf('dusk-berry').flat()).toEqual([]);
    const butter = lotsOf('oat-ball').map((lots) => lots.filter(({ item }) => item.id === 'hazelnut-butter'));
    expect(butter.length).toBeGreaterThan(0);
    const { lots } = (await shop.app.inject('/api/larder')).json<Larder>();
    for (const [index, { batch }] of sealed.filter(({ piece }) => piece === 'oat-ball').entries()) {
      const [own] = butter[index]!;
      const moves = lots.find(({ id }) => id === own!.lot)!.moves;
      const taken = moves.filter(({ reason }) => reason === `Batch ${batch}`);
      expect(own).toMatchObject({ code: 'H 7', amount: -taken.reduce((sum, { amount }) => sum + amount, 0) });
      expect(own!.amount).toBeGreaterThan(0);
    }
  });
});

describe('what the bench timed', () => {
  test('is what the next plan goes by', async () => {
    const twist = async (): Promise<number> => {
      const { problem } = await makePlan(shop.app);
      return problem.products.find(({ id }) => id === 'dusk-berry')!.stages.find(({ id }) => id === 'dip')!
        .secondsPerPiece;
    };
    const described = (await piecesOf(shop.app)).find(({ id }) => id === 'dusk-berry')!;
    const route = described.route.find(({ id }) => id === 'dip')!.secondsPerPiece;
    const work = await freshDip('dusk-berry');
    const slow = wholeRun(work, work.melt!.gramsPerPiece).map((each) => ({
      ...each,
      at:
        each.deed.kind === 'begin'
          ? Math.round(now() - ((work.startPieces * route * 2.2) / 60) * MINUTE)
          : each.at,
    }));
    await send(slow);
    const { body } = await seal(work.key, { confirmed: ['few-pieces', 'pace-far-off'] });
    expect(body.minutes).toBeGreaterThan(body.describedMinutes * 1.5);
    expect(await twist()).toBeGreaterThan(route);
  });
});
