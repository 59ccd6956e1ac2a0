import type { SavedPlan, Larder } from '@alnage/contract';
import type { StageWork } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { piecesOf } from '../../testing/ask';
import { benchDesk } from '../../testing/bench-desk';
import { makePlan, openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const MINUTE = 60_000;
const { bench, now, freshDip, event, send, seal, runs, wholeRun } = benchDesk(() => shop);

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
    const before = sum((await shop.app.inject('/api/plan')).json<SavedPlan>().plan.batches);
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
          ? Math.round(now() - 1.7 * (work.fixedMinutes + (work.startPieces * route) / 60) * MINUTE)
          : each.at,
    }));
    await send(slow);
    const { body } = await seal(work.key, { confirmed: ['few-pieces', 'pace-far-off'] });
    expect(body.minutes).toBeGreaterThan(body.describedMinutes * 1.5);
    expect(await twist()).toBeGreaterThan(route);
  });
});
