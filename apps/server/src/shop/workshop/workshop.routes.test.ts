import type { BowlView, CoatingView, Larder, Rules, ZoneView } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, workshopOf } from '../../testing/ask';
import { makePlan, openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const coating = async (id: string): Promise<CoatingView> =>
  (await workshopOf(shop.app)).coatings.find((each) => each.id === id)!;
const coatingDraft = async (change: Record<string, unknown> = {}) => ({
  ...(await coating('dark-64')).own,
  name: 'New dark',
  ...change,
});
const bowlDraft = {
  name: 'Small pan',
  form: null,
  capacityGrams: 1200,
  measuredTailGrams: 150,
  isTilted: false,
  usableMinutes: 40,
  heat: 'steam',
};

describe('a coating', () => {
  test('flows by its packet, its thinning and its age, and is told with what it costs a gram', async () => {
    const draft = await coatingDraft({ measuredYieldPa: null, packs: [{ grams: 2500, priceMinor: 3000 }] });
    const plain = await ask<CoatingView>(shop.app, ['POST', '/api/coatings'], draft);
    expect(plain.status).toBe(201);
    expect(plain.body.minorPerGram).toBeCloseTo(1.2, 9);
    const thinned = await ask<CoatingView>(shop.app, ['PUT', `/api/coatings/${plain.body.id}`], {
      ...draft,
      thinnedPercent: 1,
      version: 1,
    });
    expect(thinned.body.yieldPa).toBeLessThan(plain.body.yieldPa);
    expect(thinned.body.version).toBe(2);
    expect((await ask(shop.app, ['DELETE', `/api/coatings/${plain.body.id}`])).status).toBe(204);
  });

  test('with a fat out of the larder draws it, declares it, and holds it; nothing else may be stirred in', async () => {
    const { coatings, season } = await workshopOf(shop.app);
    const milk = coatings.find(({ id }) => id === 'milk-38')!;
    const needOf = async (id: string): Promise<number> =>
      (await shop.app.inject('/api/larder')).json<Larder>().needs.find(({ item }) => item.id === id)!
        .usedAmount;
    const [fat, before] = ['butter', await needOf('milk-38')];
    expect(season).not.toBeNull();
    const without = await needOf(fat);
    const thin = (thinnedWith: string) =>
      ask<CoatingView>(shop.app, ['PUT', '/api/coatings/milk-38'], {
        ...{ ...milk.own, thinnedPercent: 5, thinnedWith, version: milk.version },
      });
    for (const wrong of ['whale', 'box-6', 'strawberry'])
      expect((await thin(wrong)).body).toMatchObject({
        errors: [{ pointer: '/thinnedWith', code: 'unknown-reference' }],
      });
    const { body } = await thin(fat);
    expect(body.own.thinnedWith).toBe(fat);
    expect(body.allergens).toContain('milk');
    // the plan melts the same, of which a twentieth is fat now
    expect(await needOf('milk-38')).toBeCloseTo(before * 0.95, 3);
    expect(await needOf(fat)).toBeCloseTo(without + before * 0.05, 3);
    expect((await ask(shop.app, ['DELETE', `/api/supplies/${fat}`])).body).toMatchObject({
      params: { by: expect.arrayContaining(['Milk 38']) as unknown },
    });
    await ask(shop.app, ['PUT', '/api/coatings/milk-38'], { ...milk.own, version: body.version });
  });

  test('of two is a blend with the allergens of both, that holds its parts', async () => {
    const workshop = await workshopOf(shop.app);
    const [a, b] = workshop.coatings.filter(({ kind }) => kind !== 'blend' && kind !== 'compound') as [
      CoatingView,
      CoatingView,
    ];
    const parts = [
      { coating: a.id, parts: 2 },
      { coating: b.id, parts: 1 },
    ];
    const blend = await ask<CoatingView>(
      shop.app,
      ['POST', '/api/coatings'],
      await coatingDraft({ name: 'House blend', kind: 'blend', parts, allergens: [] }),
    );
    expect(blend.status).toBe(201);
    expect(blend.body.allergens).toEqual(expect.arrayContaining([...a.allergens, ...b.allergens]));
    expect(blend.body.yieldPa).toBeGreaterThanOrEqual(Math.min(a.yieldPa, b.yieldPa));
    expect(blend.body.yieldPa).toBeLessThanOrEqual(Math.max(a.yieldPa, b.yieldPa));

    const held = await ask(shop.app, ['DELETE', `/api/coatings/${a.id}`]);
    expect(held.body).toMatchObject({ code: 'in-use' });
    expect((held.body.params as { by: string[] }).by).toContain('House blend');
    const nested = await ask(shop.app, ['PUT', `/api/coatings/${a.id}`], {
      ...a.own,
      kind: 'blend',
      parts: [
        { coating: b.id, parts: 1 },
        { coating: 'milk-38', parts: 1 },
      ],
      version: a.version,
    });
    expect(nested.body.errors.map(({ pointer }) => pointer)).toContain('/kind');
    await ask(shop.app, ['DELETE', `/api/coatings/${blend.body.id}`]);
  });

  test.each<[string, Record<string, unknown>, string, string]>([
    [
      'a window upside down',
      { windowLowCelsius: 33, windowHighCelsius: 31 },
      '/windowHighCelsius',
      'out-of-range',
    ],
    ['a blend of nothing', { kind: 'blend', parts: [] }, '/parts', ''],
    [
      'a blend of what there is not',
      {
        kind: 'blend',
        parts: [
          { coating: 'tar', parts: 1 },
          { coating: 'dark-64', parts: 1 },
        ],
      },
      '/parts/0/coating',
      '',
    ],
    [
      'a part twice',
      {
        kind: 'blend',
        parts: [
          { coating: 'dark-64', parts: 1 },
          { coating: 'dark-64', parts: 1 },
        ],
      },
      '/parts/1/coating',
      'twice',
    ],
    ['a fluidity of 9', { fluidity: 9 }, '/fluidity', ''],
    ['a pack of 0 g', { packs: [{ grams: 0, priceMinor: 1 }] }, '/packs/0/grams', 'too-small'],
    ['an allergen that no law names', { allergens: ['dust'] }, '/allergens/0', 'not-allowed'],
    ['thinning by half', { thinnedPercent: 50 }, '/thinnedPercent', 'too-large'],
  ])('is refused for %s, and nothing is stored', async (_name, change, pointer, code) => {
    const before = await workshopOf(shop.app);
    const { status, body } = await ask(shop.app, ['POST', '/api/coatings'], await coatingDraft(change));
    expect(status).toBe(400);
    const error = body.errors.find((each) => each.pointer === pointer);
    expect(error, JSON.stringify(body.errors)).toBeDefined();
    if (code !== '') expect(error!.code).toBe(code);
    expect((await workshopOf(shop.app)).coatings).toEqual(before.coatings);
  });
});

describe('a bowl', () => {
  test('is taken with its measured tail, given a form, and then has the tail that follows', async () => {
    const taken = await ask<BowlView>(shop.app, ['POST', '/api/bowls'], bowlDraft);
    expect(taken.status).toBe(201);
    expect(taken.body).toEqual({ ...bowlDraft, id: 'small-pan', tailGrams: 150, version: 1 });
    const form = { kind: 'straight', rimMm: 160, heightMm: 90 };
    const changed = await ask<BowlView>(shop.app, ['PUT', '/api/bowls/small-pan'], {
      ...bowlDraft,
      form,
      measuredTailGrams: null,
      version: 1,
    });
    expect(changed.status).toBe(200);
    expect(changed.body.tailGrams).toBeGreaterThan(200);
    expect(changed.body.tailGrams).toBeLessThan(1200);
    const tilted = await ask<BowlView>(shop.app, ['PUT', '/api/bowls/small-pan'], {
      ...bowlDraft,
      form,
      measuredTailGrams: null,
      isTilted: true,
      version: 2,
    });
    expect(tilted.body.tailGrams).toBeLessThan(changed.body.tailGrams);
    expect((await ask(shop.app, ['DELETE', '/api/bowls/small-pan'])).status).toBe(204);
  });

  test.each<[string, Record<string, unknown>, string, number | null, string]>([
    [
      'smaller than its tail',
      { measuredTailGrams: 1300 },
      '/measuredTailGrams',
      1300,
      'less than what the bowl holds, 1200',
    ],
    [
      'with neither form nor tail',
      { measuredTailGrams: null },
      '/measuredTailGrams',
      null,
      'a measured tail',
    ],
    [
      'that holds more than its brim',
      { form: { kind: 'straight', rimMm: 100, heightMm: 50 }, capacityGrams: 9000, measuredTailGrams: null },
      '/capacityGrams',
      9000,
      '',
    ],
  ])('is refused when it is one %s', async (_name, change, pointer, value, range) => {
    const before = await workshopOf(shop.app);
    const { status, body } = await ask(shop.app, ['POST', '/api/bowls'], { ...bowlDraft, ...change });
    expect(status).toBe(400);
    const error = body.errors.find((each) => each.pointer === pointer)!;
    expect(error, JSON.stringify(body.errors)).toBeDefined();
    expect(error.params['value']).toBe(value);
    expect(String(error.params['range'])).toContain(range);
    expect((await workshopOf(shop.app)).bowls).toEqual(before.bowls);
  });

  test('that has been melted in stays', async () => {
    const { bowls } = await workshopOf(shop.app);
    const answers = await Promise.all(bowls.map(({ id }) => ask(shop.app, ['DELETE', `/api/bowls/${id}`])));
    expect(answers.map(({ status }) => status)).toContain(409);
    expect(answers.find(({ status }) => status === 409)!.body).toMatchObject({
      code: 'in-use',
      params: { by: ['a melt that has begun'] },
    });
  });

  test('changed by two tells the second of the first', async () => {
    // whichever stayed
    const [{ id, tailGrams: _tail, ...own }] = (await workshopOf(shop.app)).bowls as [BowlView];
    await ask(shop.app, ['PUT', `/api/bowls/${id}`], { ...own, usableMinutes: 90 });
    const second = await ask(shop.app, ['PUT', `/api/bowls/${id}`], { ...own, usableMinutes: 80 });
    expect(second.body).toMatchObject({ code: 'record-changed', params: { current: { usableMinutes: 90 } } });
  });
});

describe('names', () => {
  test('stay apart, however many take one at once', async () => {
    const all = await Promise.all(
      Array.from({ length: 6 }, () => ask(shop.app, ['POST', '/api/zones'], { name: 'Cellar', trays: 4 })),
    );
    expect(all.filter(({ status }) => status === 201)).toHaveLength(1);
    expect(all.filter(({ body }) => body.errors?.[0]?.code === 'name-taken')).toHaveLength(5);
    const { zones } = await workshopOf(shop.app);
    const two = zones.filter(({ id }) => ['rack', 'shelf'].includes(id));
    const renamed = await Promise.all(
      two.map(({ id, trays, version }) =>
        ask(shop.app, ['PUT', `/api/zones/${id}`], { name: 'Larder', trays, version }),
      ),
    );
    expect(renamed.map(({ status }) => status).sort()).toEqual([200, 400]);
  });
});

describe('a zone', () => {
  test('may be there only at times, and the plan has its trays then', async () => {
    const times = { there: [{ from: '2026-06-20T07:00', until: '2026-06-20T13:00' }] };
    const porch = { name: 'Porch', trays: 9, humidity: 0.7, ...times };
    const taken = await ask<ZoneView>(shop.app, ['POST', '/api/zones'], porch);
    expect(taken.body).toMatchObject({ ...porch, celsius: null });
    const { problem } = await makePlan(shop.app);
    const start = 5 * 1440 + 7 * 60;
    expect(problem.zones.find(({ id }) => id === 'porch')).toEqual({
      ...{ id: 'porch', trays: 0 },
      changes: [
        { from: start, trays: 9 },
        { from: start + 360, trays: 0 },
      ],
    });
    const wrong = {
      ...porch,
      name: 'Eaves',
      there: [{ from: '2026-06-20T13:00', until: '2026-06-20T07:00' }],
    };
    const refused = await ask(shop.app, ['POST', '/api/zones'], wrong);
    expect(refused.body.errors).toMatchObject([{ pointer: '/there/0/until', code: 'out-of-range' }]);
    const damp = await ask(shop.app, ['POST', '/api/zones'], { ...porch, name: 'Eaves', humidity: 1.2 });
    expect(damp.body.errors).toMatchObject([{ pointer: '/humidity', code: 'too-large' }]);
    expect((await ask(shop.app, ['DELETE', '/api/zones/porch'])).status).toBe(204);
  });

  test('is taken, changed and removed; one that pieces lie in stays', async () => {
    const taken = await ask<ZoneView>(shop.app, ['POST', '/api/zones'], { name: 'Attic', trays: 12 });
    expect(taken.body).toEqual({
      id: 'attic',
      name: 'Attic',
      trays: 12,
      celsius: null,
      humidity: null,
      there: null,
      version: 1,
    });
    const change = { name: 'Attic', trays: 14, celsius: 12.5, version: 1 };
    expect((await ask<ZoneView>(shop.app, ['PUT', '/api/zones/attic'], change)).body).toMatchObject({
      ...{ trays: 14, celsius: 12.5 },
    });
    expect((await ask(shop.app, ['PUT', '/api/zones/attic'], change)).body.code).toBe('record-changed');
    expect((await workshopOf(shop.app)).zones.at(-1)).toMatchObject({ id: 'attic', version: 2 });
    expect((await ask(shop.app, ['DELETE', '/api/zones/attic'])).status).toBe(204);
    const held = await ask(shop.app, ['DELETE', '/api/zones/fridge']);
    expect((held.body.params as { by: string[] }).by).toContain('Dusk berry');
    const half = await ask(shop.app, ['POST', '/api/zones'], { name: 'Half', trays: 0.5 });
    expect(half.body.errors[0]).toMatchObject({ pointer: '/trays', code: 'not-a-whole-number' });
  });
});

describe('the rules', () => {
  test('are changed one version at a time', async () => {
    const { rules } = await workshopOf(shop.app);
    const changed = await ask<Rules>(shop.app, ['PUT', '/api/rules'], {
      ...rules,
      certainty: 0.9,
      labourMinorPerHour: 2400,
    });
    expect(changed.body).toEqual({
      ...rules,
      certainty: 0.9,
      labourMinorPerHour: 2400,
      version: rules.version + 1,
    });
    expect((await workshopOf(shop.app)).rules).toEqual(changed.body);
    const late = await ask(shop.app, ['PUT', '/api/rules'], rules);
    expect(late.body).toMatchObject({ code: 'record-changed', params: { current: { certainty: 0.9 } } });
  });

  test('are refused by field', async () => {
    const { rules } = await workshopOf(shop.app);
    const twice = { ...rules, ways: rules.ways.map((way) => ({ ...way, way: 'fork' })) };
    expect((await ask(shop.app, ['PUT', '/api/rules'], twice)).body.errors[0]).toMatchObject({
      pointer: '/ways/1/way',
      code: 'twice',
    });
    const sure = await ask(shop.app, ['PUT', '/api/rules'], { ...rules, certainty: 1.2 });
    expect(sure.body.errors[0]).toMatchObject({ pointer: '/certainty', params: { value: 1.2 } });
    expect((await workshopOf(shop.app)).rules).toEqual(rules);
  });
});
