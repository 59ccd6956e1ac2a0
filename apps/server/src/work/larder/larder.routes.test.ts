import type {
  Larder,
  Lot,
  LotDraft,
  PreparationView,
  SavedPlan,
  SupplyDraft,
  SupplyView,
} from '@alnage/contract';
import { recipesOf } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, pieceDraft, piecesOf, workshopOf } from '../../testing/ask';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const larder = async (): Promise<Larder> => (await shop.app.inject('/api/larder')).json<Larder>();
const need = async (id: string) => (await larder()).needs.find(({ item }) => item.id === id)!;
const preparations = async (): Promise<PreparationView[]> =>
  (await shop.app.inject('/api/preparations')).json<PreparationView[]>();
const butter: LotDraft = {
  item: { kind: 'supply', id: 'butter' },
  ...{ code: 'B 7', origin: 'delivery', amount: 500, bestBefore: '2026-08-01', allergens: [], note: '' },
};
const take = (change: object = {}) => ask<Lot>(shop.app, ['POST', '/api/lots'], { ...butter, ...change });
const move = (id: string, payload: object) => ask<Lot>(shop.app, ['POST', `/api/lots/${id}/moves`], payload);

describe('a lot', () => {
  test('comes in, is opened, used, counted, and tells all that was done to it', async () => {
    const { status, body } = await take();
    expect(status).toBe(201);
    expect(body).toMatchObject({ amount: 500, code: 'B 7', openedAt: null, origin: 'delivery' });
    // its best-before day ends at midnight in Helsinki
    expect(body.usableUntil).toBe('2026-08-01T20:59:59.999Z');
    const opened = await ask<Lot>(shop.app, ['PUT', `/api/lots/${body.id}/opened`], { isOpen: true });
    expect(opened.body.openedAt).not.toBeNull();
    await move(body.id, { kind: 'used', amount: 120.5, reason: '' });
    const counted = await move(body.id, { kind: 'counted', amount: 350, reason: 'a corner was cut off' });
    expect(counted.body.amount).toBe(350);
    expect(counted.body.moves.map(({ kind, amount }) => [kind, amount])).toEqual([
      ['received', 500],
      ['used', -120.5],
      ['counted', -29.5],
    ]);
    const refused = await ask(shop.app, ['DELETE', `/api/lots/${body.id}`]);
    expect(refused.body).toMatchObject({ code: 'in-use', params: { by: ['2 moves'] } });
  });

  test('that was written down by mistake goes again', async () => {
    const { body } = await take({ code: 'wrong' });
    expect((await ask(shop.app, ['DELETE', `/api/lots/${body.id}`])).status).toBe(204);
    expect((await larder()).lots.map(({ id }) => id)).not.toContain(body.id);
    expect((await ask(shop.app, ['DELETE', `/api/lots/${body.id}`])).body.code).toBe('record-not-found');
  });

  test('spoils by what its supply keeps, where that is sooner than its date', async () => {
    const { body } = await take({ item: { kind: 'supply', id: 'strawberry' }, bestBefore: null, amount: 50 });
    // bought on Thursday 11:32, keeps 36 h
    expect(body.usableUntil).toMatch(/^2026-06-19T20:3\d/);
  });

  test.each<[string, object, string, string]>([
    ['a best-before day that is over', { bestBefore: '2026-06-17' }, '/bestBefore', 'in-past'],
    ['a day that there is not', { bestBefore: '2026-02-30' }, '/bestBefore', 'wrong-format'],
    ['nothing at all', { amount: 0 }, '/amount', 'out-of-range'],
    ['less than nothing', { amount: -3 }, '/amount', 'out-of-range'],
    [
      'what the larder does not keep',
      { item: { kind: 'supply', id: 'tar' } },
      '/item/id',
      'unknown-reference',
    ],
    [
      'a coating that there is not',
      { item: { kind: 'coating', id: 'tar' } },
      '/item/id',
      'unknown-reference',
    ],
    ['a code of blanks', { code: '  ' }, '/code', 'blank'],
    ['a field that there is not', { colour: 'red' }, '/colour', 'unknown-field'],
  ])('is refused for %s, and nothing is stored', async (_name, change, pointer, code) => {
    const before = (await larder()).lots.length;
    const { status, body } = await take(change);
    expect(status).toBe(400);
    expect(body.errors, JSON.stringify(body.errors)).toContainEqual(
      expect.objectContaining({ pointer, code }),
    );
    expect((await larder()).lots).toHaveLength(before);
  });

  test('of nothing is told what it must be more than', async () => {
    const { body } = await take({ amount: 0 });
    expect(body.errors).toContainEqual({
      ...{ pointer: '/amount', code: 'out-of-range' },
      params: { limit: 0, value: 0, range: 'above 0, at most 10000000' },
    });
  });

  test('out of date is written down where it is found, to be thrown away', async () => {
    const { body } = await take({ bestBefore: '2026-06-01', origin: 'found' });
    expect(body.amount).toBe(500);
    const gone = await move(body.id, { kind: 'discarded', amount: 500, reason: 'out of date' });
    expect(gone.body.amount).toBe(0);
  });

  test.each<[string, object, string, string]>([
    ['more than there is', { kind: 'used', amount: 501, reason: '' }, '/amount', 'more-than-there'],
    ['a count of −3', { kind: 'counted', amount: -3, reason: 'x' }, '/amount', 'too-small'],
    ['a correction without a reason', { kind: 'counted', amount: 3, reason: ' ' }, '/reason', 'blank'],
  ])('does not give %s', async (_name, change, pointer, code) => {
    const { body: lot } = await take();
    const { status, body } = await move(lot.id, change);
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
    expect((await larder()).lots.find(({ id }) => id === lot.id)!.amount).toBe(500);
  });

  test('is taken by one of two who want the last of it', async () => {
    const { body: lot } = await take();
    const both = await Promise.all([1, 2].map(() => move(lot.id, { kind: 'used', amount: 400, reason: '' })));
    expect(both.map(({ status }) => status).sort()).toEqual([200, 400]);
  });
});

/** Monday before Midsummer, midnight in Helsinki. */
const spanStart = '2026-06-14T21:00:00Z';

describe('the larder', () => {
  test('tells of every coating and supply what the published plan still needs, from what, and what to buy', async () => {
    const { plan, needs } = await larder();
    expect(plan).toMatchObject({ version: 2, isPublished: true });
    const { coatings, supplies } = await workshopOf(shop.app);
    expect(needs).toHaveLength(coatings.filter(({ kind }) => kind !== 'blend').length + supplies.length);
    for (const { parts, usedAmount, spareAmount, neededAmount } of needs) {
      expect(parts.reduce((sum, { amount }) => sum + amount, 0)).toBeCloseTo(usedAmount, 6);
      expect(usedAmount + spareAmount).toBeCloseTo(neededAmount, 6);
    }
    const berries = needs.find(({ item }) => item.id === 'strawberry')!;
    expect(berries.parts.map(({ kind, piece }) => [kind, piece])).toEqual(
      expect.arrayContaining([
        ['batch', 'dusk-berry'],
        ['batch', 'frost-berry'],
      ]),
    );
    expect(berries.purchases.length).toBeGreaterThan(0);
    for (const { buyBy, firstUse, boughtAmount, wantedAmount } of berries.purchases) {
      expect(new Date(firstUse).getTime() - new Date(buyBy).getTime()).toBe(12 * 3_600_000);
      expect(boughtAmount).toBeGreaterThanOrEqual(wantedAmount);
    }
  });

  test('needs less once something is there', async () => {
    const before = await need('strawberry');
    await take({ item: { kind: 'supply', id: 'strawberry' }, amount: 200, bestBefore: '2026-06-30' });
    const after = await need('strawberry');
    expect(after.neededAmount).toBeCloseTo(before.neededAmount, 6);
    expect(before.shortAmount - after.shortAmount).toBeGreaterThan(0);
  });

  test('does not count what is out of date', async () => {
    const { needs, lots } = await larder();
    const old = lots.find(({ code }) => code === 'V-0392')!;
    const white = needs.find(({ item }) => item.id === 'white')!;
    expect(white.spoiledAmount).toBeGreaterThanOrEqual(old.amount);
    const here = lots
      .filter(({ item, id }) => item.id === 'white' && id !== old.id)
      .reduce((sum, { amount }) => sum + amount, 0);
    expect(white.hereAmount).toBeCloseTo(here, 6);
  });

  test('agrees with the orders of the week to the piece', async () => {
    const all = await preparations();
    for (const { startedPieces, goodPieces, yieldGrams, portionGrams } of all) {
      expect(startedPieces).toBeGreaterThanOrEqual(goodPieces);
      expect(yieldGrams).toBeCloseTo(startedPieces * portionGrams, 6);
    }
    const { problem, plan } = (await shop.app.inject('/api/plan/versions/2')).json<SavedPlan>();
    const sum = (numbers: readonly number[]): number => numbers.reduce((total, each) => total + each, 0);
    const pieces = await piecesOf(shop.app);
    for (const { id } of problem.products) {
      const ordered = problem.orders.flatMap(({ lines }) => lines.filter(({ product }) => product === id));
      const batches = plan.batches.filter(({ product }) => product === id);
      expect(sum(batches.map(({ pieces }) => pieces)), id).toBe(sum(ordered.map(({ pieces }) => pieces)));
      // once by each of its recipes
      for (const { recipe } of recipesOf(pieces.find((piece) => piece.id === id)!)) {
        const made = all.filter((each) => each.piece === id && each.recipe === recipe);
        expect(made.map(({ batch }) => batch).sort()).toEqual(batches.map((each) => each.id).sort());
      }
    }
    // coating of melts to come and nothing else but the reserve, to the gram
    const now = (shop.app.clock.now().getTime() - Date.parse(spanStart)) / 60_000;
    const ahead = plan.melts.filter(({ setupStart }) => setupStart >= now);
    const needs = (await larder()).needs.filter(({ item }) => item.kind === 'coating');
    const parts = needs
      .flatMap((need) => need.parts)
      .filter(({ kind }) => ['on-pieces', 'to-spare', 'tail'].includes(kind));
    expect(sum(parts.map(({ amount }) => amount))).toBeCloseTo(sum(ahead.map(({ grams }) => grams)), 6);
  });
});

describe('a supply', () => {
  const draft: SupplyDraft = {
    ...{ name: 'Poppy seed', kind: 'dry', base: 'g', gramsPerMl: 0.6, gramsPerPiece: null, allergens: [] },
    ...{ supplier: 'Windmill', packs: [{ amount: 2, unit: 'cup', priceMinor: 300 }] },
    ...{ sortedOutShare: 0, keepsHours: null, aheadHours: 24 },
  };
  const post = (change: object = {}) =>
    ask<SupplyView>(shop.app, ['POST', '/api/supplies'], { ...draft, ...change });
  const put = (id: string, payload: object) =>
    ask<SupplyView>(shop.app, ['PUT', `/api/supplies/${id}`], payload);
  const kept = async (id: string): Promise<SupplyView> =>
    (await workshopOf(shop.app)).supplies.find((each) => each.id === id)!;

  test('is taken, changed and removed', async () => {
    const { status, body } = await post();
    expect(status).toBe(201);
    const { id, ...own } = body;
    const changed = await put(id, { ...own, supplier: 'Quay market' });
    expect(changed.body).toEqual({ ...body, supplier: 'Quay market', version: 2 });
    expect((await ask(shop.app, ['DELETE', `/api/supplies/${id}`])).status).toBe(204);
  });

  test.each<[string, object, string, string]>([
    ['cups without a density', { gramsPerMl: null }, '/packs/0/unit', 'not-convertible'],
    ['a density of lead', { gramsPerMl: 11 }, '/gramsPerMl', 'too-large'],
    [
      'a pack of nothing',
      { packs: [{ amount: 0, unit: 'g', priceMinor: 1 }] },
      '/packs/0/amount',
      'too-small',
    ],
    [
      'half a piece',
      { base: 'piece', gramsPerPiece: 2, packs: [{ amount: 0.5, unit: 'piece', priceMinor: 1 }] },
      '/packs/0/amount',
      'out-of-range',
    ],
    ['all of it sorted out', { sortedOutShare: 1 }, '/sortedOutShare', 'too-large'],
    ['a name that is taken', { name: 'BUTTER' }, '/name', 'name-taken'],
  ])('is refused for %s', async (_name, change, pointer, code) => {
    const { status, body } = await post(change);
    expect(status).toBe(400);
    expect(body.errors, JSON.stringify(body.errors)).toContainEqual(
      expect.objectContaining({ pointer, code }),
    );
  });

  test('keeps what recipes need of it, and says which', async () => {
    const { id, ...oats } = await kept('rolled-oats');
    const { body } = await put(id, { ...oats, gramsPerMl: null });
    const error = body.errors.find(({ pointer }) => pointer === '/gramsPerMl')!;
    expect(error).toMatchObject({ code: 'not-convertible', params: { value: 'cup' } });
    expect(error.params['range']).toContain('Oat and hazelnut butter');
  });

  test('that something is made of stays, and it is said by what', async () => {
    const { body } = await ask(shop.app, ['DELETE', '/api/supplies/rye-malt']);
    expect(body).toMatchObject({
      code: 'in-use',
      params: { by: ['Rye malt ganache', 'Rye truffle', 'Malt ball', '1 lot'] },
    });
  });

  test('counted in lots goes on to be counted so', async () => {
    const { id, ...rods } = await kept('pretzel-rod');
    const { body } = await put(id, { ...rods, base: 'g' });
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer: '/base', code: 'out-of-range' }));
  });
});

describe('a piece made of them', () => {
  test.each<[string, object, string, string]>([
    ['a recipe that there is not', { recipe: 'mud' }, '/recipe', 'unknown-reference'],
    [
      'a supply that there is not',
      { supplies: [{ supply: 'tar', amount: 1, unit: 'g' }] },
      '/supplies/0/supply',
      'unknown-reference',
    ],
    [
      'grams of what nobody weighed',
      { supplies: [{ supply: 'paper-cup', amount: 1, unit: 'g' }] },
      '/supplies/0/unit',
      'not-convertible',
    ],
  ])('is refused for %s', async (_name, change, pointer, code) => {
    const draft = await pieceDraft(shop.app, 'salt-twist', change as Record<string, unknown>);
    const { status, body } = await ask(shop.app, ['POST', '/api/pieces'], draft);
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
  });
});
