import type { Piece } from '@alnage/contract';
import { pieceCoat } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { buildProblem } from '../../week/kitchen/build-problem';
import { requireSetUp } from '../seasons/set-up';
import { ask, pieceDraft, piecesOf, workshopOf } from '../../testing/ask';
import { makePlan, openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const post = (payload: unknown) => ask<Piece>(shop.app, ['POST', '/api/pieces'], payload);
const put = (id: string, payload: unknown) => ask<Piece>(shop.app, ['PUT', `/api/pieces/${id}`], payload);
const berry = async (change: Record<string, unknown> = {}) => {
  const draft = await pieceDraft(shop.app, 'dusk-berry');
  return { ...draft, form: { ...draft.form, ...change } };
};

describe('a piece', () => {
  test('is taken, found again as it was, changed and removed', async () => {
    const draft = await pieceDraft(shop.app, 'salt-twist', { name: ' Ember twist ' });
    const taken = await post(draft);
    expect(taken.status).toBe(201);
    expect(taken.body).toEqual({ ...draft, name: 'Ember twist', id: 'ember-twist', version: 1 });
    expect(await piecesOf(shop.app)).toContainEqual(taken.body);

    const { id: _id, ...own } = taken.body;
    const changed = await put('ember-twist', { ...own, name: 'Ember stick' });
    expect(changed.body).toEqual({ ...taken.body, name: 'Ember stick', version: 2 });

    expect((await ask(shop.app, ['DELETE', '/api/pieces/ember-twist'])).status).toBe(204);
    expect((await piecesOf(shop.app)).map(({ id }) => id)).not.toContain('ember-twist');
  });

  test('may be dipped in a range of its own, and again wherever its coating is worked', async () => {
    const { id, ...twist } = (await piecesOf(shop.app)).find((each) => each.id === 'salt-twist')!;
    const put = (change: object) =>
      ask<Piece>(shop.app, ['PUT', `/api/pieces/${id}`], { ...twist, ...change });
    expect(twist.dipRange).toBeNull();
    const dipRange = { lowCelsius: 27, highCelsius: 29.5 };
    const { status, body } = await put({ dipRange });
    expect([status, body.dipRange]).toEqual([200, dipRange]);
    const { dipRange: _none, ...without } = twist;
    const again = await ask<Piece>(shop.app, ['PUT', `/api/pieces/${id}`], {
      ...without,
      version: body.version,
    });
    expect(again.body.dipRange).toBeNull();
  });

  test('changed by two: the second is shown what the first made of it', async () => {
    const { body } = await post(await pieceDraft(shop.app, 'salt-twist', { name: 'Two hands' }));
    const { id, ...own } = body;
    await put(id, { ...own, finish: 'smoked salt' });
    const second = await put(id, { ...own, finish: 'sugar' });
    expect(second.status).toBe(409);
    expect(second.body).toMatchObject({
      code: 'record-changed',
      params: { current: { finish: 'smoked salt', version: 2 } },
    });
    expect((await piecesOf(shop.app)).find((piece) => piece.id === id)!.finish).toBe('smoked salt');
  });

  test('that is ordered, weighed or boxed stays, and it is said by what', async () => {
    const refused = await ask(shop.app, ['DELETE', '/api/pieces/dusk-berry']);
    expect(refused.status).toBe(409);
    expect(refused.body).toMatchObject({
      code: 'in-use',
      params: {
        name: 'Dusk berry',
        by: [
          expect.stringMatching(/^\d+ orders$/),
          expect.stringMatching(/^\d+ weighings$/),
          'Six berries',
          'Dozen berries',
          'Mixed dozen',
        ],
      },
    });
    expect(await piecesOf(shop.app)).toHaveLength(11);
  });

  test('under way keeps its stages, and may change in all else', async () => {
    const piece = (await piecesOf(shop.app)).find(({ id }) => id === 'dusk-berry')!;
    const { id, ...own } = piece;
    const refused = await put(id, {
      ...own,
      route: own.route.map((stage) => ({ ...stage, id: `${stage.id}2` })),
    });
    expect(refused.body).toMatchObject({ code: 'in-use', params: { by: ['a batch that has begun'] } });
    const slower = own.route.map((stage) => ({ ...stage, secondsPerPiece: stage.secondsPerPiece + 3 }));
    expect((await put(id, { ...own, route: slower })).status).toBe(200);
    await take(shop.app);
    expect((await makePlan(shop.app)).unmetPieces).toBeLessThan(200);
  });

  test('that there is not is not changed, nor removed', async () => {
    const draft = await pieceDraft(shop.app, 'salt-twist');
    const put404 = await put('nothing', { ...draft, version: 1 });
    expect(put404.status).toBe(404);
    expect(put404.body).toMatchObject({ code: 'record-not-found', params: { what: 'piece', id: 'nothing' } });
    expect((await ask(shop.app, ['DELETE', '/api/pieces/nothing'])).status).toBe(404);
  });

  test('has coats that the core can compute, whatever its family', async () => {
    const { coatings, rules } = await workshopOf(shop.app);
    const cup = {
      ...(await pieceDraft(shop.app, 'salt-twist', { name: 'Filled cup', family: 'filled-cup' })),
      form: { kind: 'moulded', coating: 'dark-64', cavityMm2: 2300, wallMm: 2, capGrams: 3, centreGrams: 12 },
    };
    const route = cup.route.map((stage) => (stage.coat === 'first' ? { ...stage, coat: 'shell' } : stage));
    const taken = await post({ ...cup, route });
    expect(taken.body.errors).toBeUndefined();
    expect(pieceCoat(taken.body, { coatings, ways: rules.ways }).totalGrams).toBeGreaterThan(5);
  });
});

describe('a piece that is not dipped', () => {
  const made = async (name: string, family: string, form: Record<string, unknown>, coat: string | null) => {
    const draft = await pieceDraft(shop.app, 'salt-twist', { name, family });
    const route = draft.route.map((stage) => (stage.coat === 'first' ? { ...stage, coat } : stage));
    return { ...draft, form, route };
  };
  const halves = { kind: 'cast', coating: 'dark-64', cavityMl: 10, halves: 2, inclusionGrams: 5.5 };
  const bark = {
    ...{ kind: 'slab', coating: 'dark-64', lengthMm: 300, widthMm: 200, layerMm: 5 },
    ...{ layers: 1, pieces: 24, centreGrams: 4 },
  };
  const ball = { kind: 'bare', shape: { kind: 'sphere', diameterMm: 24 }, centreGrams: 9 };

  test.each<[string, string, Record<string, unknown>, string | null, number]>([
    ['Joined round', 'solid', halves, 'cast', 19.05],
    ['Seed bark', 'bark', bark, 'poured', 15.875],
    ['Dusted ball', 'truffle', ball, null, 0],
  ])('is planned with what it carries: %s', async (name, family, form, coat, grams) => {
    const taken = await post(await made(name, family, form, coat));
    expect(taken.body.errors).toBeUndefined();
    const { id } = taken.body;
    const problem = await buildProblem(shop.db.manager, await requireSetUp(shop.db.manager), {
      now: () => new Date('2026-06-18T08:00:00Z'),
    });
    const product = problem.products.find((each) => each.id === id)!;
    const milligrams = product.stages.map(({ coating }) =>
      coating && 'milligramsPerPiece' in coating ? coating.milligramsPerPiece! : 0,
    );
    const carried = milligrams.reduce((sum, each) => sum + each, 0);
    // what is believed of a mean is a little above its middle
    expect(carried / 1000).toBeGreaterThanOrEqual(grams);
    expect(carried / 1000).toBeLessThanOrEqual(grams * 1.03);
    expect(product.clockStage).toBe(product.stages[0]!.id);
    await ask(shop.app, ['DELETE', `/api/pieces/${id}`]);
  });

  test.each<[string, Record<string, unknown>, string, string]>([
    [
      'with inclusions that leave no room',
      { ...halves, inclusionGrams: 30 },
      '/form/inclusionGrams',
      'below 22',
    ],
    ['of three halves', { ...halves, halves: 3 }, '/form/halves', ''],
    ['of no cavity', { ...halves, cavityMl: 0 }, '/form/cavityMl', ''],
    ['of a coating that there is not', { ...halves, coating: 'tar' }, '/form/coating', 'a coating'],
    ['broken into none', { ...bark, pieces: 0 }, '/form/pieces', ''],
    ['of a tray like a hall', { ...bark, lengthMm: 9000 }, '/form/lengthMm', ''],
    ['bare, with a coating', { ...ball, coating: 'dark-64' }, '/form/coating', ''],
  ])('is refused %s, told where', async (_name, form, pointer, range) => {
    const { status, body } = await post(await made('Cannot be', 'other', form, 'cast'));
    expect(status).toBe(400);
    const error = body.errors.find((each) => each.pointer === pointer);
    expect(error, JSON.stringify(body.errors)).toBeDefined();
    expect(JSON.stringify(error!.params)).toContain(range);
    expect((await piecesOf(shop.app)).map(({ name }) => name)).not.toContain('Cannot be');
  });

  test('has no stage that puts a coat on where it stays bare', async () => {
    const { body } = await post(await made('Coated bare', 'truffle', ball, 'first'));
    expect(body.errors).toEqual([
      expect.objectContaining({ pointer: '/route/0/coat', code: 'out-of-range' }),
    ]);
  });
});

describe('a piece that is cast, or lies in two places', () => {
  test('has its moulds from its first coat until the last is free of them, and its trays where it says', async () => {
    const setUp = await requireSetUp(shop.db.manager);
    const problem = () =>
      buildProblem(shop.db.manager, setUp, { now: () => new Date('2026-06-18T08:00:00Z') });
    const { moulds, products } = await problem();
    const cup = products.find(({ id }) => id === 'malt-cup')!;
    expect(moulds!.find(({ id }) => id === cup.mould!.id)!.count).toBeGreaterThan(0);
    expect(cup.mould).toMatchObject({ from: 'shell', until: 'cap' });
    expect(products.find(({ id }) => id === 'dusk-berry')!.mould).toBeUndefined();

    const draft = await pieceDraft(shop.app, 'salt-twist', { name: 'Rested twist' });
    const dip = draft.route.findIndex(({ coat }) => coat === 'first');
    const first = { zone: 'fridge', minutes: 5 };
    const resting = (rest: object) =>
      draft.route.map((stage, k) => (k === dip ? { ...stage, rest: { ...stage.rest, ...rest } } : stage));
    const taken = await post({ ...draft, route: resting({ first, minMinutes: 20 }) });
    expect(taken.status).toBe(201);
    const kept = (await problem()).products.find(({ id }) => id === taken.body.id)!;
    expect(kept.stages[dip]!.then.first).toEqual(first);
    for (const [rest, pointer, code] of [
      [{ first: { zone: 'attic', minutes: 5 } }, `/route/${dip}/rest/first/zone`, 'unknown-reference'],
      [
        { first: { zone: 'fridge', minutes: 21 }, minMinutes: 20 },
        `/route/${dip}/rest/first/minutes`,
        'out-of-range',
      ],
      [{ first: { zone: 'fridge', minutes: 0 } }, `/route/${dip}/rest/first/minutes`, 'too-small'],
    ] as const) {
      const { body } = await post({ ...draft, name: 'Cannot rest', route: resting(rest) });
      expect(body.errors).toEqual([expect.objectContaining({ pointer, code })]);
    }
    await ask(shop.app, ['DELETE', `/api/pieces/${taken.body.id}`]);
  });
});

describe('a piece of several recipes', () => {
  const cup = () => pieceDraft(shop.app, 'malt-cup', { name: 'Second cup' });

  test('is kept with each of them, and holds them: none may go', async () => {
    const taken = await post(await cup());
    expect(taken.status).toBe(201);
    expect(taken.body.madeParts).toEqual([
      { recipe: 'oat-brittle', grams: 1.5, stage: 'brittle' },
      { recipe: 'rye-ganache', grams: 7, stage: 'fill' },
    ]);
    const refused = await ask(shop.app, ['DELETE', '/api/recipes/oat-brittle']);
    expect(refused.body).toMatchObject({
      code: 'in-use',
      params: { by: expect.arrayContaining(['Malt cup', 'Second cup']) as unknown },
    });
    const { version, id, ...draft } = taken.body;
    const { madeParts: _parts, ...without } = draft;
    expect((await put(id, { ...without, version })).body.madeParts).toEqual([]);
    await ask(shop.app, ['DELETE', `/api/pieces/${id}`]);
  });

  test.each<[string, (parts: NonNullable<Piece['madeParts']>) => unknown, string, string]>([
    ['one twice', (all) => [...all, all[0]], '/madeParts/2/recipe', 'twice'],
    [
      'one that there is not',
      ([first]) => [{ ...first, recipe: 'moonlight' }],
      '/madeParts/0/recipe',
      'unknown-reference',
    ],
    [
      'one in a stage that there is not',
      ([first, second]) => [first, { ...second, stage: 'dream' }],
      '/madeParts/1/stage',
      'unknown-reference',
    ],
    ['one of nothing', ([first]) => [{ ...first, grams: 0 }], '/madeParts/0/grams', 'too-small'],
  ])('is refused with %s, told where, and nothing is kept', async (_name, change, pointer, code) => {
    const draft = await cup();
    const { status, body } = await post({ ...draft, madeParts: change(draft.madeParts!) });
    expect(status).toBe(400);
    expect(body.errors).toEqual([expect.objectContaining({ pointer, code })]);
    expect((await piecesOf(shop.app)).map(({ name }) => name)).not.toContain('Second cup');
  });

  test('is capped out of a coating that there is, in a stage of its own', async () => {
    const draft = await cup();
    const none = await post({ ...draft, form: { ...draft.form, capCoating: 'tar' } });
    expect(none.body.errors).toEqual([
      expect.objectContaining({ pointer: '/form/capCoating', code: 'unknown-reference' }),
    ]);
    const route = draft.route.filter(({ coat }) => coat !== 'cap');
    expect((await post({ ...draft, route })).body.errors).toEqual([
      expect.objectContaining({ pointer: '/route', code: 'coat-without-stage' }),
    ]);
    const refused = await ask(shop.app, ['DELETE', '/api/coatings/milk-38']);
    expect(refused.body).toMatchObject({
      params: { by: expect.arrayContaining(['Malt cup']) as unknown },
    });
  });
});

describe('a piece that cannot be', () => {
  test.each<[string, Record<string, unknown>, string, unknown, string]>([
    ['a berry of 900 g', { centreGrams: 900 }, '/form/centreGrams', 900, '500'],
    ['a berry of 90 g', { centreGrams: 90 }, '/form/centreGrams', 90, '5..60'],
    ['coverage of 130 %', { covered: 1.3 }, '/form/covered', 1.3, '1'],
    ['no coverage', { covered: 0 }, '/form/covered', 0, '0.01..1'],
    ['a coating that there is not', { coating: 'tar' }, '/form/coating', 'tar', 'a coating'],
    ['a bowl that burns', { bowlCelsius: 210 }, '/form/bowlCelsius', 210, ''],
  ])('is refused by field, value and range: %s', async (_name, change, pointer, value, range) => {
    const before = await piecesOf(shop.app);
    const { status, body } = await post(await berry(change));
    expect(status).toBe(400);
    expect(body.code).toBe('invalid-input');
    const error = body.errors.find((each) => each.pointer === pointer)!;
    expect(error, JSON.stringify(body.errors)).toBeDefined();
    expect(error.params['value']).toBe(value);
    expect(String(error.params['range'] ?? error.params['limit'])).toContain(range);
    expect(await piecesOf(shop.app)).toEqual(before);
  });

  test.each<[string, (draft: Awaited<ReturnType<typeof pieceDraft>>) => unknown, string, string]>([
    ['a name that is taken', (d) => ({ ...d, name: 'DUSK BERRY' }), '/name', 'name-taken'],
    ['a name of blanks', (d) => ({ ...d, name: '   ' }), '/name', 'blank'],
    [
      'a coat that no stage puts on',
      (d) => ({ ...d, route: d.route.map((s) => ({ ...s, coat: null })) }),
      '/route',
      'coat-without-stage',
    ],
    [
      'a stage for a coat that it has not',
      (d) => ({ ...d, route: d.route.map((s, i) => (i === 0 ? { ...s, coat: 'second' } : s)) }),
      '/route/0/coat',
      'out-of-range',
    ],
    [
      'two stages of one id',
      (d) => ({ ...d, route: d.route.map((s) => ({ ...s, id: d.route[0]!.id })) }),
      '/route/1/id',
      'twice',
    ],
    [
      'a zone that there is not',
      (d) => ({ ...d, route: d.route.map((s) => ({ ...s, rest: { ...s.rest, zone: 'attic' } })) }),
      '/route/0/rest/zone',
      'unknown-reference',
    ],
    [
      'a hold that is longer than it may be eaten',
      (d) => ({ ...d, keeping: { ...d.keeping, eatWithinMinutes: 10 } }),
      '/keeping/eatWithinMinutes',
      'out-of-range',
    ],
    [
      'a size of another family',
      (d) => ({ ...d, sizes: [{ id: 'huge', name: 'Huge', centreGrams: 80 }] }),
      '/sizes/0/centreGrams',
      'out-of-range',
    ],
    [
      'a price below nothing',
      (d) => ({ ...d, costs: { ...d.costs, priceMinor: -1 } }),
      '/costs/priceMinor',
      'too-small',
    ],
    [
      'a range in which its coating loses its temper',
      (d) => ({ ...d, dipRange: { lowCelsius: 30, highCelsius: 36 } }),
      '/dipRange/highCelsius',
      'out-of-range',
    ],
    [
      'a range that is upside down',
      (d) => ({ ...d, dipRange: { lowCelsius: 30, highCelsius: 29 } }),
      '/dipRange/highCelsius',
      'out-of-range',
    ],
    [
      'two stages that put on one coat',
      (d) => ({ ...d, route: d.route.map((s, i) => ({ ...s, coat: i < 2 ? 'first' : s.coat })) }),
      '/route',
      'coat-without-stage',
    ],
  ])('is refused for %s', async (_name, change, pointer, code) => {
    const { status, body } = await post(change(await pieceDraft(shop.app, 'dusk-berry')));
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
  });
});

describe('a piece that is mixed', () => {
  const recipe = (of: string, id: string) =>
    ask<{ id: string; version: number }>(shop.app, ['POST', '/api/recipes'], {
      ...{ name: `Crunch of ${id}`, measures: 'metric', note: '', steps: [] },
      ingredients: [{ of, id, amount: 360, unit: 'g' }],
      yield: { kind: 'computed', lossShare: 0 },
      portion: { kind: 'weight', grams: 9 },
    });
  const cluster = async (change: object) => {
    const draft = await pieceDraft(shop.app, 'salt-twist', { name: 'Oat crunch' });
    return {
      ...draft,
      ...{ family: 'cluster', sizes: [], mould: null },
      form: { kind: 'cluster', coating: 'dark-64', portionGrams: 17, coatingShare: 0.5 },
      route: draft.route.map((stage) => (stage.coat === 'first' ? { ...stage, coat: 'mix' } : stage)),
      ...change,
    };
  };

  test('is refused with a recipe that holds its coating already, and so is the recipe', async () => {
    const dark = (await recipe('coating', 'dark-64')).body;
    const nested = (await recipe('recipe', dark.id)).body;
    for (const { id } of [dark, nested]) {
      const refused = await post(await cluster({ recipe: id }));
      expect(refused.status).toBe(400);
      expect(refused.body).toMatchObject({
        errors: [{ pointer: '/recipe', code: 'melted-twice', params: { value: 'Dark 64' } }],
      });
    }
    const milk = (await recipe('coating', 'milk-38')).body;
    expect((await post(await cluster({ recipe: milk.id }))).status).toBe(201);
    const { id, ...own } = milk;
    const both = { ...own, ingredients: [{ of: 'coating', id: 'dark-64', amount: 100, unit: 'g' }] };
    const refused = await ask(shop.app, ['PUT', `/api/recipes/${id}`], both);
    expect(refused.body).toMatchObject({ errors: [{ pointer: '/ingredients', code: 'melted-twice' }] });
  });
});
