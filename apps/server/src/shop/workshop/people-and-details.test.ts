import type { Details, Mould, Person, SavedPlan } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, pieceDraft, workshopOf } from '../../testing/ask';
import { makePlan, openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const hand = {
  name: 'Ilo',
  pace: 95,
  skills: ['pack'],
  week: [
    { weekday: 5, starts: '08:00', ends: '12:00' },
    { weekday: 6, starts: '07:00', ends: '24:00' },
  ],
  shifts: [{ day: '2026-06-19', starts: '10:00', ends: '14:00' }],
  absences: [{ from: '2026-06-20', to: '2026-06-21', why: 'wedding' }],
};

describe('a person', () => {
  test('is planned with the hours of their week, of dates that differ, and none when away', async () => {
    const { status, body } = await ask<Person>(shop.app, ['POST', '/api/people'], hand);
    expect(status).toBe(201);
    expect(body).toMatchObject({ id: 'ilo', ...hand, version: 1 });
    const shiftsOf = ({ problem }: SavedPlan) => problem.people.find(({ id }) => id === 'ilo')!.shifts;
    const friday = 4 * 1440;
    expect(shiftsOf(await makePlan(shop.app))).toEqual([[friday + 600, friday + 840]]);
    const { id, ...own } = body;
    await ask(shop.app, ['PUT', `/api/people/${id}`], { ...own, shifts: [], absences: [] });
    expect(shiftsOf(await makePlan(shop.app))).toEqual([
      [friday + 480, friday + 720],
      [friday + 1440 + 420, friday + 2 * 1440],
    ]);
    expect((await ask(shop.app, ['DELETE', `/api/people/${id}`])).status).toBe(204);
  });

  test('whose work has begun stays', async () => {
    expect((await ask(shop.app, ['DELETE', '/api/people/tove'])).body).toMatchObject({
      code: 'in-use',
      params: { name: 'Tove', by: ['work that has begun'] },
    });
  });

  test.each([
    [{ name: 'runa' }, '/name', 'name-taken'],
    [{ pace: 5 }, '/pace', 'too-small'],
    [{ week: [{ weekday: 1, starts: '12:00', ends: '12:00' }] }, '/week/0/ends', 'out-of-range'],
    [{ week: [{ weekday: 8, starts: '12:00', ends: '13:00' }] }, '/week/0/weekday', 'too-large'],
    [
      { week: [...hand.week, { weekday: 5, starts: '11:00', ends: '13:00' }] },
      '/week/2/starts',
      'hours-cross',
    ],
    [{ shifts: [{ day: '2026-06-31', starts: '10:00', ends: '14:00' }] }, '/shifts/0/day', 'wrong-format'],
    [{ absences: [{ from: '2026-06-20', to: '2026-06-19', why: '' }] }, '/absences/0/to', 'out-of-range'],
  ])('with %j is refused', async (what, pointer, code) => {
    const { status, body } = await ask(shop.app, ['POST', '/api/people'], { ...hand, ...what });
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
  });
});

describe('what the workshop says of itself', () => {
  const details = async () => (await workshopOf(shop.app)).details;
  const put = async (what: Partial<Details>) =>
    ask<Details>(shop.app, ['PUT', '/api/details'], { ...(await details()), ...what });

  test('is changed one version at a time', async () => {
    const before = await details();
    expect(before).toMatchObject({ name: 'Skerry Dipworks', country: 'FI', season: 'midsummer-2026' });
    const after = await put({ name: ' Skerry Dipworks & Sons ', country: 'DE', region: 'BW' });
    expect(after.body).toMatchObject({ name: 'Skerry Dipworks & Sons', region: 'BW', version: 2 });
    const stale = await ask(shop.app, ['PUT', '/api/details'], before);
    expect(stale.body).toMatchObject({ code: 'record-changed', params: { current: { version: 2 } } });
  });

  test.each([
    [{ name: ' ' }, '/name', 'blank'],
    [{ timeZone: 'Europe/Nowhere' }, '/timeZone', 'not-allowed'],
    [{ timeZone: 'Europe/Stockholm' }, '/timeZone', 'orders-there'],
    [{ currency: 'XYZ' }, '/currency', 'not-allowed'],
    [{ currency: 'SEK' }, '/currency', 'orders-there'],
    [{ country: 'ZZ', region: '' }, '/country', 'unknown-reference'],
    [{ region: 'NOWHERE' }, '/region', 'unknown-reference'],
    [{ season: 'never' }, '/season', 'unknown-reference'],
  ])('with %j is refused', async (what, pointer, code) => {
    const { status, body } = await put(what);
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
  });
});

describe('moulds', () => {
  test('bound a batch of what is cast in them, and stay while a piece needs them', async () => {
    const limit = async (): Promise<number> =>
      (await makePlan(shop.app)).problem.products.find(({ id }) => id === 'sandwich-round')!.maxBatchPieces;
    expect(await limit()).toBe(96);
    const { moulds } = await workshopOf(shop.app);
    const [{ id, ...own }] = moulds as [Mould];
    await ask(shop.app, ['PUT', `/api/moulds/${id}`], { ...own, count: 2 });
    expect(await limit()).toBe(48);
    expect((await ask(shop.app, ['DELETE', `/api/moulds/${id}`])).body).toMatchObject({
      code: 'in-use',
      params: { by: ['Sandwich round'] },
    });
    const none = await ask(shop.app, ['POST', '/api/moulds'], { ...own, name: 'None', cavities: 0 });
    expect(none.body.errors).toContainEqual(
      expect.objectContaining({ pointer: '/cavities', code: 'too-small' }),
    );
    const draft = await pieceDraft(shop.app, 'sandwich-round', { mould: 'nowhere' });
    const piece = await ask(shop.app, ['POST', '/api/pieces'], draft);
    expect(piece.body.errors).toContainEqual(
      expect.objectContaining({ pointer: '/mould', code: 'unknown-reference' }),
    );
  });
});
