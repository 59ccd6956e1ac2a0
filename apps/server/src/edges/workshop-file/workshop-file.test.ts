import { readFile } from 'node:fs/promises';
import type { OrderPage, PreparationView, StopView, WorkshopFile, WorkshopLoaded } from '@alnage/contract';
import { Ajv2020 } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { PUBLISHED_FILES, publishedSchema } from '../../platform/http/published-schemas';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { ask, ordersOf, workshopOf } from '../../testing/ask';
import { makePlan, openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
let empty: WorkshopApp;
let text: string;
beforeAll(async () => {
  shop = await openApp();
  empty = await openApp({ isDemoWanted: false, now: new Date('2026-06-18T11:32:00+03:00') });
  const said = { giftMessage: '“Hei”', phone: '050 0777', allergies: ['sesame' as const] };
  await take(shop.app, { customer: 'М. Йә 草莓', ...said, holdUntil: '2026-06-18T18:00' });
  await packAndStop();
  await makePlan(shop.app);
  await tellCameOut();
  text = await fileOf(shop);
});
afterAll(async () => {
  await shop.close();
  await empty.close();
});

/** One of the centres that are made came out at nine tenths. */
async function tellCameOut(): Promise<void> {
  const all = (await shop.app.inject('/api/preparations')).json<PreparationView[]>();
  const { batch, recipe, yieldGrams } = all.find(({ done }) => done !== null)!;
  const grams = Math.round(yieldGrams * 0.9);
  await ask(shop.app, ['PUT', `/api/preparations/${batch}/${recipe}/came-out`], { kind: 'grams', grams });
}

/** One was packed out of what is made; something was stopped and let go, something was practised. */
async function packAndStop(): Promise<void> {
  const { id, version } = (await ordersOf(shop.app)).find(({ ticket }) => ticket === 'M-0391')!;
  const move = { to: 'ready', version, despiteKitchen: null };
  expect((await ask(shop.app, ['POST', `/api/orders/${id}/move`], move)).status).toBe(200);
  const said = { reason: 'Shells', name: 'Runa' };
  for (const isPractice of [false, true]) {
    const draft = { origin: { bowl: 'bowl-a' }, ...said, isPractice };
    const { body } = await ask<StopView>(shop.app, ['POST', '/api/stops'], draft);
    if (!isPractice) await ask(shop.app, ['POST', `/api/stops/${body.id}/lift`], said);
  }
}

const fileOf = async ({ app }: WorkshopApp): Promise<string> => (await app.inject('/api/workshop-file')).body;
const file = (): WorkshopFile => JSON.parse(text) as WorkshopFile;
const load = (payload: unknown) => ask<WorkshopLoaded>(empty.app, ['POST', '/api/workshop-file'], payload);

describe('the file of a workshop', () => {
  test('holds all of it but its secrets, by the schema that is published', async () => {
    await ask(shop.app, ['POST', '/api/feed']);
    const { token } = (await shop.app.inject('/api/feed')).json<{ token: string }>();
    expect(await fileOf(shop)).toBe(text);
    expect(text).not.toContain(token);
    const { orders, weighings, seasons, plans, pieces, recipes, lots, preparations } = file();
    expect(recipes!.map(({ versions }) => versions.length)).toEqual([1, 1, 1, 1]);
    expect(lots!.length).toBeGreaterThan(20);
    expect(preparations!.length).toBeGreaterThan(2);
    const packed = orders.flatMap(({ packedFrom }) => packedFrom!);
    expect(packed.reduce((sum, each) => sum + each.pieces, 0)).toBe(48 + 80);
    expect(file().stops!.map(({ lifted }) => lifted?.name)).toEqual(['Runa', undefined]);
    expect(orders).toHaveLength(42 + 35 + 1 + 3);
    expect([weighings.length > 20, seasons.length, plans.length, pieces.length]).toEqual([true, 2, 2, 10]);
    const schema = (await shop.app.inject('/api/workshop-file/schema')).json<object>();
    const ajv = new Ajv2020({ strict: false, allErrors: true });
    (addFormats as unknown as (ajv: Ajv2020) => void)(ajv);
    const validate = ajv.compile(schema);
    validate(file());
    expect(validate.errors).toBeNull();
    expect(validate({ ...file(), colour: 'red' })).toBe(false);
  });

  test.each(PUBLISHED_FILES)('of %s has its schema in the documentation', async (name) => {
    const at = new URL(`../../../../../docs/schemas/${name}.schema.json`, import.meta.url);
    expect(JSON.parse(await readFile(at, 'utf8'))).toEqual(JSON.parse(JSON.stringify(publishedSchema(name))));
  });
});

describe('a file that cannot be', () => {
  // whatever was refused, nothing of it is kept
  afterEach(async () => {
    const workshop = await workshopOf(empty.app);
    expect([workshop.coatings, workshop.seasons, workshop.name]).toEqual([[], [], 'Your workshop']);
  });

  test('is written part by part as it would be whole', () => {
    expect(text).toBe(`${JSON.stringify(JSON.parse(text), null, 1)}\n`);
  });

  test.each<[string, (file: WorkshopFile) => unknown, string | RegExp, string]>([
    ['another format', (f) => ({ ...f, format: 'alnage-workshop/2' }), '/format', 'not-allowed'],
    ['a list missing', ({ zones: _zones, ...f }) => f, '/zones', 'required'],
    ['an id twice', (f) => ({ ...f, zones: [...f.zones, f.zones[0]] }), '/zones/5/id', 'twice'],
    ...(['lots', 'preparations', 'runs', 'practices'] as const).map(
      (list): [string, (file: WorkshopFile) => unknown, RegExp, string] => [
        `one of the ${list} twice`,
        (f) => ({ ...f, [list]: [...f[list]!, f[list]![0]] }),
        new RegExp(`^/${list}/\\d+/id$`),
        'twice',
      ],
    ),
    [
      'a name twice',
      (f) => ({ ...f, bowls: f.bowls.map((bowl) => ({ ...bowl, name: 'Same' })) }),
      '/bowls/1/name',
      'twice',
    ],
    [
      'a coating of nothing',
      (f) => ({ ...f, coatings: f.coatings.filter(({ id }) => id !== 'milk-38') }),
      /^\/coatings\/2\/parts/,
      'unknown-reference',
    ],
    [
      'a window upside down',
      (f) => ({ ...f, coatings: f.coatings.map((each) => ({ ...each, windowHighCelsius: 20 })) }),
      '/coatings/0/windowHighCelsius',
      'out-of-range',
    ],
    [
      'an order of what there is not',
      (f) => ({ ...f, boxes: f.boxes.filter(({ id }) => id !== 'berry-12') }),
      /^\/orders\/\d+\/boxes\/0\/box$/,
      'unknown-reference',
    ],
    [
      'a place that there is not',
      (f) => ({ ...f, pickupPoints: [] }),
      '/orders/0/pickupPointId',
      'unknown-reference',
    ],
    [
      'seasons that cross',
      (f) => ({
        ...f,
        seasons: f.seasons.map((each) => ({
          ...each,
          startsOn: '2025-06-16',
          endsOn: '2025-06-20',
          peakOn: '2025-06-20',
          holidays: [],
          offers: [],
        })),
      }),
      '/seasons/0/startsOn',
      'seasons-cross',
    ],
    [
      'a recipe of what there is not',
      (f) => ({ ...f, supplies: f.supplies!.filter(({ id }) => id !== 'rolled-oats') }),
      /^\/recipes\/1\/ingredients\/1\/id$/,
      'unknown-reference',
    ],
    [
      'a piece by a recipe that there is not',
      (f) => ({ ...f, recipes: [] }),
      /^\/pieces\/\d+\/recipe$/,
      'unknown-reference',
    ],
    [
      'more out of a lot than came in',
      (f) => ({
        ...f,
        lots: f.lots!.map((lot) => ({ ...lot, moves: lot.moves.map((m) => ({ ...m, amount: -1 })) })),
      }),
      '/lots/0/moves',
      'out-of-range',
    ],
    [
      'a plan that breaks its rules',
      (f) => ({
        ...f,
        plans: f.plans.map((each) => ({ ...each, plan: { ...each.plan, melts: [] } })),
      }),
      '/plans/0/plan',
      'out-of-range',
    ],
    [
      'a problem that is none',
      (f) => ({ ...f, plans: f.plans.map((each) => ({ ...each, problem: { format: 'alnage-problem/1' } })) }),
      '/plans/0/problem/horizon',
      'required',
    ],
    [
      'a clock that there is not',
      (f) => ({ ...f, details: { ...f.details, timeZone: 'Mars' } }),
      '/details/timeZone',
      'not-allowed',
    ],
  ])('with %s is refused', async (_name, spoil, pointer, code) => {
    const { status, body } = await load(spoil(file()));
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(
      expect.objectContaining({ pointer: expect.stringMatching(pointer) as string, code }),
    );
  });

  test('is none at all', async () => {
    expect((await load([])).status).toBe(400);
    const half = await empty.app.inject({
      method: 'POST',
      url: '/api/workshop-file',
      headers: { 'content-type': 'application/json' },
      payload: text.slice(0, text.length / 2),
    });
    expect(half.json()).toMatchObject({ code: 'malformed-body' });
  });
});

describe('loaded into an empty installation', () => {
  test('it is the same workshop, and taken out again the same bytes', async () => {
    const { status, body } = await load(file());
    expect([status, body]).toEqual([201, { name: 'Skerry Dipworks', orders: 81, pieces: 10 }]);
    expect(await fileOf(empty)).toBe(text);
    expect(await ordersOf(empty.app)).toEqual(await ordersOf(shop.app));
    const { now: _now, isDemo: _isDemo, ...workshop } = await workshopOf(empty.app);
    const { details, cameOut } = await workshopOf(shop.app);
    expect(Object.values(cameOut)).toMatchObject([{ weighings: 1 }]);
    expect(workshop).toEqual(expect.objectContaining({ details, cameOut }));
    // tickets go on where they were
    const late = { pickup: '2026-06-22T16:00', state: 'waiting' } as const;
    const next = await take(empty.app, late);
    expect(next.ticket).toBe((await take(shop.app, late)).ticket);
  });

  test('one of before a rule was there goes by the shop default', async () => {
    const other = await openApp({ isDemoWanted: false });
    const { warmingWatts: _new, ...rules } = file().rules;
    const orders = file().orders.map(({ phone: _phone, allergies: _allergies, ...order }) => order);
    const { status } = await ask(other.app, ['POST', '/api/workshop-file'], { ...file(), rules, orders });
    expect(status).toBe(201);
    const page = (await other.app.inject('/api/orders')).json<OrderPage>();
    expect(page.orders[0]).toMatchObject({ phone: '', allergies: [] });
    expect((await workshopOf(other.app)).rules.warmingWatts).toBe(500);
    await other.close();
  });

  test('another one is refused then', async () => {
    expect((await load(file())).body).toMatchObject({ code: 'not-empty' });
  });
});
