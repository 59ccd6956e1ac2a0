import type { RecipeDraft, RecipeEffects, RecipeVersion, RecipeView } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, workshopOf } from '../../testing/ask';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';
import { markdownOf } from './recipe-file';
import { readRecipe } from '@alnage/core';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const draft: RecipeDraft = {
  ...{ name: 'Poppy centre', measures: 'metric', note: '' },
  ingredients: [
    { of: 'coating', id: 'dark-64', amount: 300, unit: 'g' },
    { of: 'supply', id: 'cream-35', amount: 1, unit: 'dl' },
  ],
  steps: [{ text: 'Melt', workMinutes: 5, restMinutes: 30, celsius: 45 }],
  yield: { kind: 'computed', lossShare: 0 },
  portion: { kind: 'weight', grams: 10 },
};
const post = (change: object = {}) =>
  ask<RecipeView>(shop.app, ['POST', '/api/recipes'], { ...draft, ...change });
const put = (id: string, payload: object) =>
  ask<RecipeView>(shop.app, ['PUT', `/api/recipes/${id}`], payload);
const kept = async (id: string): Promise<RecipeView> =>
  (await workshopOf(shop.app)).recipes.find((each) => each.id === id)!;

describe('a recipe', () => {
  test('is kept with every version of it, and who made it', async () => {
    const { status, body } = await post();
    expect(status).toBe(201);
    const { id, ...own } = body;
    const answer = await shop.app.inject({
      method: 'PUT',
      url: `/api/recipes/${id}`,
      headers: { 'x-alnage-person': 'tove' },
      payload: { ...own, portion: { kind: 'weight', grams: 12 } },
    });
    expect(answer.statusCode).toBe(200);
    const versions = (await shop.app.inject(`/api/recipes/${id}/versions`)).json<RecipeVersion[]>();
    expect(versions.map(({ version, by, recipe }) => [version, by, recipe.portion])).toEqual([
      [2, 'tove', { kind: 'weight', grams: 12 }],
      [1, null, { kind: 'weight', grams: 10 }],
    ]);
    expect((await ask(shop.app, ['DELETE', `/api/recipes/${id}`])).status).toBe(204);
    expect((await shop.app.inject(`/api/recipes/${id}/versions`)).statusCode).toBe(404);
  });

  test('may be boiled down and made by count, and portions what is left', async () => {
    const { status, body } = await post({
      name: 'Soft caramel',
      ingredients: [
        { of: 'supply', id: 'sugar', amount: 300, unit: 'g' },
        { of: 'supply', id: 'cream-35', amount: 150, unit: 'g' },
      ],
      yield: { kind: 'boiled', toCelsius: 118, lossShare: 0.02 },
      portion: { kind: 'count', low: 40, high: 44 },
    });
    expect(status, JSON.stringify(body)).toBe(201);
    const file = (await shop.app.inject(`/api/recipes/${body.id}/file`)).json<{
      ingredients: { composition: { water: number } }[];
      figures: { totalGrams: number; boiledOffGrams: number; yieldGrams: number; portionGrams: number };
    }>();
    const { totalGrams, yieldGrams, portionGrams } = file.figures;
    // 450 g with 89 g of water, of which a sixth of the sugar's mass stays
    expect(totalGrams).toBe(450);
    expect(yieldGrams).toBeGreaterThan(390);
    expect(yieldGrams).toBeLessThan(415);
    expect(portionGrams).toBeCloseTo(yieldGrams / 42, 9);
    expect(file.ingredients[1]!.composition.water).toBe(59.5);
    const again = await ask<RecipeView>(shop.app, ['POST', '/api/recipe-files'], {
      ...file,
      name: 'Caramel too',
    });
    expect(again.body).toMatchObject({ yield: { toCelsius: 118 }, portion: { low: 40, high: 44 } });
    for (const { id } of [body, again.body]) await ask(shop.app, ['DELETE', `/api/recipes/${id}`]);
  });

  test('goes by what the packet of a supply says it is made of', async () => {
    const honey = (await workshopOf(shop.app)).supplies.find(({ id }) => id === 'honey')!;
    const { id: _id, ...own } = honey;
    const none = { fat: 0, polyols: 0, fibre: 0, protein: 0.4, salt: 0, alcohol: 0 };
    const thin = { ...none, water: 40, carbohydrate: 59, sugars: 59, asSucrose: 110 };
    const saved = await ask(shop.app, ['PUT', '/api/supplies/honey'], { ...own, composition: thin });
    expect(saved.body).toMatchObject({ composition: thin });
    const { status, body } = await ask(shop.app, ['PUT', '/api/supplies/honey'], {
      ...{ ...own, version: honey.version + 1 },
      composition: { ...thin, sugars: 60 },
    });
    expect(status).toBe(400);
    expect(body.errors.map(({ pointer }) => pointer)).toContain('/composition/sugars');
    // who says nothing of it takes nothing away
    const { composition: _composition, ...plain } = own;
    const silent = await ask(shop.app, ['PUT', '/api/supplies/honey'], {
      ...{ ...plain, version: honey.version + 1, supplier: 'Hive' },
    });
    expect(silent.body).toMatchObject({ supplier: 'Hive', composition: thin });
    const back = { ...own, version: honey.version + 2, composition: null };
    expect((await ask(shop.app, ['PUT', '/api/supplies/honey'], back)).body).toMatchObject({
      composition: null,
    });
  });

  const line = (change: object) => ({ ingredients: [{ ...draft.ingredients[0]!, ...change }] });
  test.each<[string, object, string, string]>([
    ['cups of a coating', line({ unit: 'cup' }), '/ingredients/0/unit', 'not-convertible'],
    [
      'pieces without a weight',
      line({ of: 'supply', id: 'sugar', unit: 'piece' }),
      '/ingredients/0/unit',
      'not-convertible',
    ],
    [
      'a supply that there is not',
      line({ of: 'supply', id: 'tar' }),
      '/ingredients/0/id',
      'unknown-reference',
    ],
    [
      'a recipe that there is not',
      line({ of: 'recipe', id: 'tar' }),
      '/ingredients/0/id',
      'unknown-reference',
    ],
    ['nothing of an ingredient', line({ amount: 0 }), '/ingredients/0/amount', 'out-of-range'],
    ['less by feel than it begins with', line({ amount: 9, upTo: 8 }), '/ingredients/0/upTo', 'out-of-range'],
    ['nothing by feel', line({ amount: 0, upTo: 0 }), '/ingredients/0/upTo', 'too-small'],
    ['no ingredient', { ingredients: [] }, '/ingredients', 'too-few'],
    ['a yield of zero', { yield: { kind: 'measured', grams: 0 } }, '/yield/grams', 'too-small'],
    ['a portion of nothing', { portion: { kind: 'weight', grams: 0 } }, '/portion/grams', 'too-small'],
    ['a step without words', { steps: [{ ...draft.steps[0]!, text: '' }] }, '/steps/0/text', 'too-short'],
  ])('is refused for %s, and nothing is stored', async (_name, change, pointer, code) => {
    const before = (await workshopOf(shop.app)).recipes;
    const { status, body } = await post(change);
    expect(status).toBe(400);
    expect(body.errors, JSON.stringify(body.errors)).toContainEqual(
      expect.objectContaining({ pointer, code }),
    );
    expect((await workshopOf(shop.app)).recipes).toEqual(before);
  });

  test('does not come to include itself', async () => {
    const { id, ...ganache } = await kept('rye-ganache');
    const itself = [...ganache.ingredients, { of: 'recipe', id, amount: 10, unit: 'g' }];
    const { body } = await put(id, { ...ganache, ingredients: itself });
    expect(body.errors).toContainEqual(
      expect.objectContaining({
        pointer: '/ingredients/5/id',
        params: expect.objectContaining({ value: 'Rye malt ganache' }) as unknown,
      }),
    );
    const outer = await post({ name: 'Outer', ingredients: [{ of: 'recipe', id, amount: 50, unit: 'g' }] });
    expect(outer.status).toBe(201);
    const ring = await put(id, {
      ...ganache,
      ingredients: [...ganache.ingredients, { of: 'recipe', id: outer.body.id, amount: 10, unit: 'g' }],
    });
    expect(ring.status).toBe(400);
    expect(await kept(id)).toEqual({ id, ...ganache });
    await ask(shop.app, ['DELETE', `/api/recipes/${outer.body.id}`]);
  });

  test('that pieces are made by stays, and it is said by what', async () => {
    const { body } = await ask(shop.app, ['DELETE', '/api/recipes/oat-hazel']);
    expect(body.code).toBe('in-use');
    expect(body.params['by']).toEqual(expect.arrayContaining(['Oat ball']));
  });

  test('changed by two: the second is shown what the first made of it', async () => {
    const { id, ...own } = (await post({ name: 'Two hands' })).body;
    await put(id, { ...own, note: 'first' });
    const second = await put(id, { ...own, note: 'second' });
    expect(second.body).toMatchObject({
      code: 'record-changed',
      params: { current: { note: 'first', version: 2 } },
    });
    await ask(shop.app, ['DELETE', `/api/recipes/${id}`]);
  });
});

describe('what a change would do', () => {
  test('is told before it is kept: which pieces declare more, whose orders, and who must not', async () => {
    const { id, version: _version, ...honeycomb } = await kept('honeycomb');
    const nutty = {
      ...honeycomb,
      ingredients: [...honeycomb.ingredients, { of: 'supply', id: 'hazelnut-butter', amount: 20, unit: 'g' }],
    };
    const { body } = await ask<RecipeEffects>(shop.app, ['POST', `/api/recipes/${id}/effects`], nutty);
    expect(body.pieces).toEqual([{ piece: 'foam-bar', gains: ['nuts'], loses: [] }]);
    expect(body.orders.length).toBeGreaterThan(0);
    const never = body.orders.filter(({ mustNot }) => mustNot.length > 0);
    for (const { mustNot } of never) expect(mustNot).toEqual(['nuts']);
    expect((await kept(id)).ingredients).toHaveLength(honeycomb.ingredients.length);
  });

  test('is told of a supply, too, and of nothing where nothing changes', async () => {
    const { supplies } = await workshopOf(shop.app);
    const { id, version: _version, ...malt } = supplies.find((each) => each.id === 'rye-malt')!;
    const url = `/api/supplies/${id}/effects`;
    const free = await ask<RecipeEffects>(shop.app, ['POST', url], { ...malt, allergens: [] });
    expect(free.body.pieces).toEqual([{ piece: 'rye-truffle', gains: [], loses: ['gluten'] }]);
    const same = await ask<RecipeEffects>(shop.app, ['POST', url], malt);
    expect(same.body).toEqual({ pieces: [], orders: [] });
  });
});

describe('a recipe file', () => {
  test('goes out and comes in again as the same recipe', async () => {
    const file = (await shop.app.inject('/api/recipes/oat-hazel/file')).json<{
      name: string;
      figures: { pieces: number };
    }>();
    expect(file.figures.pieces).toBeGreaterThan(50);
    const { status, body } = await ask<RecipeView>(shop.app, ['POST', '/api/recipe-files'], {
      ...file,
      name: 'Again',
    });
    expect(status, JSON.stringify(body)).toBe(201);
    const { id: _id, name: _name, version: _version, note: _note, ...again } = body;
    const { ingredients, steps, portion, measures } = await kept('oat-hazel');
    expect(again).toMatchObject({ ingredients, steps, portion, measures });
    await ask(shop.app, ['DELETE', `/api/recipes/${body.id}`]);
  });

  test('brings supplies that there were not, and all or nothing', async () => {
    const before = (await workshopOf(shop.app)).supplies;
    const file = {
      ...{ format: 'alnage-recipe/1', name: 'Tahini fudge', portion: { kind: 'weight', grams: 15 } },
      ingredients: [
        { ingredient: 'tahini', amount: 1, unit: 'cup' },
        { ingredient: 'sugar', amount: 200, unit: 'g' },
        { ingredient: 'moss', name: 'Sea moss', amount: 2, unit: 'piece', gramsPerPiece: 4 },
      ],
    };
    const { body } = await ask<RecipeView>(shop.app, ['POST', '/api/recipe-files'], file);
    expect(body.ingredients.map(({ id }) => id)).toEqual(['sesame-paste', 'sugar', 'sea-moss']);
    const after = (await workshopOf(shop.app)).supplies;
    expect(after.find(({ id }) => id === 'sesame-paste')).toMatchObject({
      gramsPerMl: 1.01,
      allergens: ['sesame'],
    });
    const taken = await ask(shop.app, ['POST', '/api/recipe-files'], {
      ...file,
      ingredients: [...file.ingredients, { ingredient: 'ash', amount: 1, unit: 'g' }],
    });
    expect(taken.body.errors).toContainEqual(
      expect.objectContaining({ pointer: '/name', code: 'name-taken' }),
    );
    expect((await workshopOf(shop.app)).supplies).toHaveLength(before.length + 2);
  });

  test.each<[string, object, string]>([
    ['of another format', { format: 'recipe/9' }, '/format'],
    [
      'with cups of what has no density',
      { ingredients: [{ ingredient: 'fog', amount: 1, unit: 'cup' }] },
      '/ingredients/0/unit',
    ],
    ['with a yield of zero', { yield: { kind: 'measured', grams: 0 } }, '/yield/grams'],
    ['burnt', { yield: { kind: 'boiled', toCelsius: 180, lossShare: 0 } }, '/yield/toCelsius'],
    ['that makes fewer than it makes', { portion: { kind: 'count', low: 7, high: 6 } }, '/portion/high'],
  ])('%s is refused', async (_name, change, pointer) => {
    const file = {
      ...{ format: 'alnage-recipe/1', name: 'Bad', portion: { kind: 'weight', grams: 15 } },
      ingredients: [{ ingredient: 'sugar', amount: 200, unit: 'g' }],
      ...change,
    };
    const { status, body } = await ask(shop.app, ['POST', '/api/recipe-files'], file);
    expect(status).toBe(400);
    expect(body.errors.map((each) => each.pointer)).toContain(pointer);
  });

  test('reads as Markdown, whatever signs are in it', async () => {
    const text = (await shop.app.inject('/api/recipes/rye-ganache/markdown')).body;
    expect(text).toContain('# Rye malt ganache');
    expect(text).toMatch(/\| Cream 35% \| 2.2 dl \| 217.8 g \|/);
    expect(text).toContain('Contains gluten, milk, soya.');
    expect(text).toMatch(/1\. Chop the chocolate small.* \(80 °C, 12 min\)/);
    const odd = readRecipe({
      ...{ format: 'alnage-recipe/1', name: 'A | B', portion: { kind: 'weight', grams: 1 } },
      ingredients: [{ ingredient: 'x', name: '<b>|', amount: 5, unit: 'g' }],
    });
    expect(markdownOf(odd, '')).toContain('| \\<b\\>\\| | 5 g | 5 g |');
  });
});
