import type { Bench, Larder, Lot, Piece, PreparationView } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, piecesOf, workshopOf } from '../../testing/ask';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const larder = async (): Promise<Larder> => (await shop.app.inject('/api/larder')).json<Larder>();
const preparations = async (): Promise<PreparationView[]> =>
  (await shop.app.inject('/api/preparations')).json<PreparationView[]>();
const move = (id: string, payload: object) => ask<Lot>(shop.app, ['POST', `/api/lots/${id}/moves`], payload);

describe('a preparation', () => {
  test('of what began before is made, by the version of its recipe, out of lots', async () => {
    const made = (await preparations()).filter(({ done }) => done !== null);
    expect(made.length).toBeGreaterThan(0);
    for (const { done } of made) {
      expect(done!.recipeVersion).toBe(1);
      expect(done!.lots.length).toBeGreaterThan(2);
    }
  });

  test('made takes what its recipe says, once, and gives it back when it is not made after all', async () => {
    const [made] = (await preparations()).filter(({ done }) => done !== null);
    const url = `/api/preparations/${made!.batch}/${made!.recipe}/done`;
    const again = await ask(shop.app, ['POST', url], { despiteShort: true });
    expect(again.body).toMatchObject({ code: 'already-done', params: { batch: made!.batch } });
    const { lot, amount } = made!.done!.lots[0]!;
    const left = async () => (await larder()).lots.find(({ id }) => id === lot)!.amount;
    const before = await left();
    expect((await ask(shop.app, ['DELETE', url])).status).toBe(204);
    expect(await left()).toBeCloseTo(before + amount, 6);
    const { body } = await ask<PreparationView>(shop.app, ['POST', url], { despiteShort: true });
    expect(body.done!.lots.reduce((sum, each) => sum + each.amount, 0)).toBeGreaterThan(0);
    expect(await left()).toBeCloseTo(before, 6);
  });

  test('that stock does not do for is refused with what is missing, unless it was there all the same', async () => {
    const [made] = (await preparations()).filter(
      ({ done, recipe }) => done !== null && recipe === 'honeycomb',
    );
    const url = `/api/preparations/${made!.batch}/${made!.recipe}/done`;
    await ask(shop.app, ['DELETE', url]);
    const { lots } = await larder();
    for (const lot of lots.filter(({ item, amount }) => item.id === 'baking-soda' && amount > 0))
      await move(lot.id, { kind: 'counted', amount: 1, reason: 'spilt' });
    const refused = await ask(shop.app, ['POST', url], { despiteShort: false });
    expect(refused.body).toMatchObject({
      code: 'stock-short',
      params: { missing: [{ item: { kind: 'supply', id: 'baking-soda' } }] },
    });
    expect((await preparations()).find(({ batch }) => batch === made!.batch)!.done).toBeNull();
    const { body } = await ask<PreparationView>(shop.app, ['POST', url], { despiteShort: true });
    expect(body.done!.missing.map(({ item }) => item.id)).toEqual(['baking-soda']);
  });

  test('is not short of what is always there, which nobody buys', async () => {
    const made = (await preparations()).find(({ done, recipe }) => done !== null && recipe === 'honeycomb')!;
    const url = `/api/preparations/${made.batch}/${made.recipe}/done`;
    await ask(shop.app, ['DELETE', url]);
    const soda = (await workshopOf(shop.app)).supplies.find(({ id }) => id === 'baking-soda')!;
    const { id, ...own } = { ...soda, kind: 'always-there' };
    expect((await ask(shop.app, ['PUT', `/api/supplies/${id}`], own)).status).toBe(200);
    expect((await larder()).needs.some(({ item }) => item.id === 'baking-soda')).toBe(false);
    const { body } = await ask<PreparationView>(shop.app, ['POST', url], { despiteShort: false });
    expect(body.done!.missing).toEqual([]);
    expect(body.done!.lots.length).toBeGreaterThan(0);
  });

  test('of a piece by several recipes is each made by itself; what is short of one is what the batch lacks', async () => {
    const cups = async () => (await preparations()).filter(({ piece }) => piece === 'malt-cup');
    const [brittle] = (await cups()).filter(({ recipe }) => recipe === 'oat-brittle');
    const { batch, startedPieces, goodPieces } = brittle!;
    expect(brittle).toMatchObject({ stage: 'brittle', portionGrams: 1.5, done: null });
    const ganache = (await cups()).find((each) => each.batch === batch && each.recipe === 'rye-ganache')!;
    expect(ganache).toMatchObject({ stage: 'fill', portionGrams: 7, startedPieces, done: null });
    const needOf = async (id: string) =>
      (await larder()).needs.find(({ item }) => item.id === id)!.neededAmount;
    const [sugar, cream] = [await needOf('sugar'), await needOf('cream-35')];
    const url = `/api/preparations/${batch}/oat-brittle`;
    expect((await ask(shop.app, ['POST', `${url}/done`], { despiteShort: true })).status).toBe(200);
    expect(await needOf('sugar')).toBeLessThan(sugar);
    expect(await needOf('cream-35')).toBeCloseTo(cream, 6);
    expect((await cups()).filter(({ done }) => done !== null).map(({ recipe }) => recipe)).toEqual([
      'oat-brittle',
    ]);

    const lacks = async (): Promise<number> => {
      const { shortages } = (await shop.app.inject('/api/bench')).json<Bench>();
      return shortages
        .filter(({ product }) => product === 'malt-cup')
        .reduce((sum, { pieces }) => sum + pieces, 0);
    };
    expect(await lacks()).toBe(0);
    await ask(shop.app, ['PUT', `${url}/came-out`], { kind: 'pieces', pieces: 30 });
    expect(await lacks()).toBeGreaterThanOrEqual(goodPieces - 30);
    expect((await ask(shop.app, ['DELETE', `${url}/done`])).status).toBe(204);
    expect(await lacks()).toBe(0);
    // 1.5 g are written; what is left says that 1.8 g went on each
    const { startedPieces: on } = brittle!;
    await ask(shop.app, ['POST', `${url}/done`], { despiteShort: true });
    await ask(shop.app, ['PUT', `${url}/came-out`], { kind: 'grams', grams: 2 * on });
    const tooMuch = await ask(shop.app, ['PUT', `${url}/rest`], { grams: 2 * on + 1, pieces: on });
    expect(tooMuch.body).toMatchObject({ errors: [{ pointer: '/grams', code: 'out-of-range' }] });
    const told = await ask<PreparationView>(shop.app, ['PUT', `${url}/rest`], {
      grams: 0.2 * on,
      pieces: on,
    });
    expect(told.body.done!.rest).toMatchObject({
      pieces: on,
      usedGrams: expect.closeTo(1.8 * on, 6) as number,
    });
    const learned = async () => (await workshopOf(shop.app)).learnedParts;
    expect(await learned()).toMatchObject([
      { piece: 'malt-cup', recipe: 'oat-brittle', weighings: 1, grams: expect.closeTo(1.77, 2) as number },
    ]);
    expect((await cups()).find(({ recipe }) => recipe === 'oat-brittle')!.portionGrams).toBeCloseTo(1.77, 2);
    expect((await ask(shop.app, ['DELETE', `${url}/done`])).status).toBe(204);
    expect(await learned()).toEqual([]);
    const centre = (await preparations()).find(({ isPart, done }) => !isPart && done !== null)!;
    const own = await ask(shop.app, ['PUT', `/api/preparations/${centre.batch}/${centre.recipe}/rest`], {
      ...{ grams: 5, pieces: 10 },
    });
    expect(own.body).toMatchObject({ errors: [{ pointer: '/recipe' }] });
    const none = await ask(shop.app, ['POST', `/api/preparations/${batch}/honeycomb/done`], {
      despiteShort: false,
    });
    expect(none.body).toMatchObject({ code: 'record-not-found' });
  });

  test('stays made when its piece is made by another recipe, and takes nothing more', async () => {
    const [made] = (await preparations()).filter(({ done, piece }) => done !== null && piece === 'foam-bar');
    const { id, ...own } = (await piecesOf(shop.app)).find((piece) => piece.id === 'foam-bar')!;
    const changed = await ask<Piece>(shop.app, ['PUT', `/api/pieces/${id}`], { ...own, recipe: 'oat-hazel' });
    const now = (await preparations()).find(({ batch }) => batch === made!.batch)!;
    expect(now).toMatchObject({ recipe: 'oat-hazel', done: { at: made!.done!.at } });
    const again = await ask(shop.app, ['POST', `/api/preparations/${made!.batch}/oat-hazel/done`], {
      despiteShort: true,
    });
    expect(again.body).toMatchObject({ code: 'already-done' });
    const { version } = changed.body;
    await ask(shop.app, ['PUT', `/api/pieces/${id}`], { ...own, version });
    expect((await preparations()).find(({ batch }) => batch === made!.batch)!.done).toEqual(made!.done);
  });

  test('for several batches is made in one pot, drawn for each, measured once, learned once, and taken back whole', async () => {
    const toMake = (await preparations()).filter(({ done }) => done === null);
    const { recipe } = toMake.find(
      (each, index) => toMake.findIndex((other) => other.recipe === each.recipe) < index,
    )!;
    const stillOpen = async () =>
      (await preparations()).filter((each) => each.recipe === recipe && each.done === null);
    const weighings = async (): Promise<number> =>
      (await workshopOf(shop.app)).cameOut[recipe]?.weighings ?? 0;
    const [open, learned] = [await stillOpen(), await weighings()];
    const [first, second] = open;
    const url = `/api/preparations/${first!.batch}/${recipe}`;
    const make = (others: string[]) =>
      ask<PreparationView>(shop.app, ['POST', `${url}/done`], { despiteShort: true, with: others });
    for (const [others, pointer, code] of [
      [['b999'], '/with/0', 'unknown-reference'],
      [[second!.batch, first!.batch], '/with/1', 'twice'],
    ] as const)
      expect((await make([...others])).body).toMatchObject({ errors: [{ pointer, code }] });
    expect(await stillOpen()).toEqual(open);

    const { body: made } = await make([second!.batch]);
    const members = async () => (await preparations()).filter(({ pot }) => pot !== null && pot === made.pot);
    expect((await members()).map(({ batch }) => batch)).toEqual([first!.batch, second!.batch]);
    for (const { done } of await members()) expect(done!.lots.length).toBeGreaterThan(0);

    const pieces = first!.startedPieces + second!.startedPieces - 5;
    await ask(shop.app, ['PUT', `${url}/came-out`], { kind: 'pieces', pieces });
    const portions = (await members()).map(({ done }) => done!.portions!);
    expect(portions[0]! + portions[1]!).toBe(pieces);
    expect(await weighings()).toBe(learned + 1);

    // by either of them
    await ask(shop.app, ['DELETE', `/api/preparations/${second!.batch}/${recipe}/done`]);
    expect((await stillOpen()).map(({ batch }) => batch)).toEqual(open.map(({ batch }) => batch));
    expect(await weighings()).toBe(learned);
  });

  test('is told what came out of it: as reckoned at first, weighed, counted, and learned for the next pot', async () => {
    const made = (await preparations()).find(({ done, recipe }) => done !== null && recipe === 'honeycomb')!;
    const tell = (payload: object) =>
      ask<PreparationView>(
        shop.app,
        ['PUT', `/api/preparations/${made.batch}/${made.recipe}/came-out`],
        payload,
      );
    expect(made.done).toMatchObject({ cameOut: null, portions: null });
    const before = await workshopOf(shop.app);
    expect(before.cameOut).toEqual({});
    expect((await tell({ kind: 'reckoned' })).body.done).toMatchObject({ portions: null });
    expect((await workshopOf(shop.app)).cameOut).toEqual({});

    const grams = Math.round(made.yieldGrams * 0.9);
    const { body } = await tell({ kind: 'grams', grams });
    expect(body.done).toMatchObject({
      cameOut: { kind: 'grams', grams },
      portions: Math.floor(grams / made.portionGrams),
    });
    const { times, weighings } = (await workshopOf(shop.app)).cameOut['honeycomb']!;
    expect(weighings).toBe(1);
    // 625 of 781.25 of its logarithm
    expect(times).toBeCloseTo((grams / made.yieldGrams) ** 0.8, 4);
    const next = (await preparations()).find(({ batch }) => batch === made.batch)!;
    expect(next.factor).toBeCloseTo(made.factor / times, 6);

    const wrong = await tell({ kind: 'grams', grams: 12 });
    expect(wrong.status).toBe(400);
    expect(wrong.body).toMatchObject({ errors: [{ pointer: '/grams', code: 'out-of-range' }] });
    expect((await tell({ kind: 'pieces', pieces: 2.5 })).status).toBe(400);
    expect((await preparations()).find(({ batch }) => batch === made.batch)!.done!.cameOut).toEqual({
      kind: 'grams',
      grams,
    });

    await ask(shop.app, ['DELETE', `/api/preparations/${made.batch}/${made.recipe}/done`]);
    expect((await workshopOf(shop.app)).cameOut).toEqual({});
    expect((await tell({ kind: 'reckoned' })).body).toMatchObject({ code: 'record-not-found' });
  });

  test('of which fewer pieces came out than it starts lacks them at the bench, and what stays for orders is told', async () => {
    const lacking = async ({ batch: own }: PreparationView): Promise<number> =>
      (await shop.app.inject('/api/bench'))
        .json<Bench>()
        .shortages.filter(({ batch }) => batch === own)
        .reduce((sum, { pieces }) => sum + pieces, 0);
    const tell = ({ batch, recipe }: PreparationView, said: object) =>
      ask(shop.app, ['PUT', `/api/preparations/${batch}/${recipe}/came-out`], said);
    const pieces = (made: PreparationView, count: number) => tell(made, { kind: 'pieces', pieces: count });
    // what was dipped already is known by what came out of that
    const made: PreparationView[] = [];
    for (const each of (await preparations()).filter(({ done }) => done !== null)) {
      expect(await lacking(each)).toBe(0);
      await pieces(each, each.startedPieces);
      expect(await lacking(each)).toBe(0);
      await pieces(each, 0);
      if ((await lacking(each)) > 0) made.push(each);
      await tell(each, { kind: 'reckoned' });
    }
    const [open] = made;
    await pieces(open!, 0);
    const all = await lacking(open!);
    expect(all).toBeGreaterThan(0);
    await pieces(open!, Math.ceil(open!.startedPieces / 2));
    expect(await lacking(open!)).toBeLessThan(all);
    expect(await lacking(open!)).toBeGreaterThan(0);
    await tell(open!, { kind: 'reckoned' });
    expect(await lacking(open!)).toBe(0);
  });

  test('that there is not is not found', async () => {
    const none = await ask(shop.app, ['POST', '/api/preparations/b999/honeycomb/done'], {
      despiteShort: false,
    });
    expect(none.body).toMatchObject({ code: 'record-not-found', params: { what: 'preparation' } });
    expect((await ask(shop.app, ['DELETE', '/api/preparations/b999/honeycomb/done'])).status).toBe(404);
  });
});
