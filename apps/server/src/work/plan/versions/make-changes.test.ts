import type { Person, Piece, Workshop } from '@alnage/contract';
import type { Change } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openApp, type WorkshopApp } from '../../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const DAY = 1440;
/** Friday the 19th is the fifth day of the season. */
const friday = (hours: number): number => 4 * DAY + hours * 60;
const workshop = async (): Promise<Workshop> => (await shop.app.inject('/api/workshop')).json<Workshop>();
const make = (...changes: Change[]) =>
  shop.app.inject({ method: 'POST', url: '/api/plan/changes', payload: { changes } });
const personNow = async (id: string): Promise<Person> =>
  (await workshop()).people.find((person) => person.id === id)!;
const fridays = async (id: string) =>
  (await personNow(id)).shifts
    .filter(({ day }) => day === '2026-06-19')
    .map(({ starts, ends }) => [starts, ends]);

describe('changes that were tried', () => {
  test('are made: trays, a bowl more and one out of use, trays elsewhere', async () => {
    const before = await workshop();
    const fridge = before.zones.find(({ id }) => id === 'fridge')!;
    const [first, , glass] = before.bowls;
    const response = await make(
      { kind: 'trays', zone: 'fridge', more: -3 },
      { kind: 'bowl', like: first!.id },
      { kind: 'rest', product: 'oat-ball', stage: 'roll', zone: 'rack' },
    );
    expect(response.json()).toEqual({ made: 3 });
    const after = await workshop();
    expect(after.zones.find(({ id }) => id === 'fridge')).toMatchObject({
      trays: fridge.trays - 3,
      version: fridge.version + 1,
    });
    expect(after.bowls.at(-1)).toMatchObject({
      name: `${first!.name} 2`,
      capacityGrams: first!.capacityGrams,
      version: 1,
    });
    const pieces = (await shop.app.inject('/api/pieces')).json<Piece[]>();
    const ball = pieces.find(({ id }) => id === 'oat-ball')!;
    expect(ball.route.find(({ id }) => id === 'roll')!.rest.zone).toBe('rack');
    expect((await make({ kind: 'bowl-away', bowl: after.bowls.at(-1)!.id })).json()).toEqual({ made: 1 });
    expect((await workshop()).bowls).toHaveLength(before.bowls.length);
    // the small bowl was melted in on Thursday morning
    expect((await make({ kind: 'bowl-away', bowl: glass!.id })).json()).toMatchObject({ code: 'in-use' });
  });

  test('give somebody hours of one day more, and take some away', async () => {
    await make({ kind: 'hours', person: 'maj', span: [friday(17), friday(19)] });
    const longer = await fridays('maj');
    expect(longer.at(-1)![1]).toBe('19:00');
    await make({ kind: 'away', person: 'maj', span: [friday(0), friday(12)] });
    const later = await fridays('maj');
    expect(later[0]![0]! >= '12:00').toBe(true);
    expect(later.at(-1)![1]).toBe('19:00');
    await make({ kind: 'away', person: 'maj', span: [friday(0), friday(24)] });
    expect(await fridays('maj')).toEqual([]);
    expect((await personNow('maj')).absences).toContainEqual({
      from: '2026-06-19',
      to: '2026-06-19',
      why: 'off',
    });
    const back = await make({ kind: 'hours', person: 'maj', span: [friday(8), friday(10)] });
    expect(back.json()).toMatchObject({ code: 'invalid-input', errors: [{ pointer: '/changes/0/span' }] });
  });

  test('reach to the end of the day, and over midnight into the next', async () => {
    await make({ kind: 'hours', person: 'tove', span: [friday(20), friday(26)] });
    expect((await fridays('tove')).at(-1)).toEqual(['20:00', '24:00']);
    const saturday = (await personNow('tove')).shifts.filter(({ day }) => day === '2026-06-20');
    expect(saturday).toContainEqual({ day: '2026-06-20', starts: '00:00', ends: '02:00' });
  });

  test.each<[string, Change, object]>([
    ['a new hand', { kind: 'hands', like: 'runa' }, { pointer: '/changes/1/kind', code: 'not-allowed' }],
    ['an order', { kind: 'pickup', order: 'x', due: 5 }, { pointer: '/changes/1/kind', code: 'not-allowed' }],
    ['no such zone', { kind: 'trays', zone: 'attic', more: 1 }, { pointer: '/changes/1/zone' }],
    ['no such person', { kind: 'hours', person: 'nobody', span: [1, 2] }, { pointer: '/changes/1/person' }],
    ['no such bowl', { kind: 'bowl', like: 'x' }, { pointer: '/changes/1/like' }],
    [
      'hours that end before they begin',
      { kind: 'away', person: 'runa', span: [9, 3] },
      { pointer: '/changes/1/span' },
    ],
    [
      'no such stage',
      { kind: 'rest', product: 'oat-ball', stage: 'fly', zone: 'fridge' },
      { pointer: '/changes/1/stage' },
    ],
  ])('are refused whole with %s among them', async (_, change, problem) => {
    const before = await workshop();
    const response = await make({ kind: 'trays', zone: 'fridge', more: 5 }, change);
    expect(response.json()).toMatchObject({ code: 'invalid-input', errors: [problem] });
    expect((await workshop()).zones).toEqual(before.zones);
  });

  test.each<[string, unknown]>([
    ['nothing', []],
    ['half a tray', [{ kind: 'trays', zone: 'fridge', more: 0.5 }]],
    ['another kind', [{ kind: 'sun', more: 1 }]],
    ['three ends', [{ kind: 'hours', person: 'runa', span: [1, 2, 3] }]],
  ])('are not taken with %s', async (_, changes) => {
    const response = await shop.app.inject({
      method: 'POST',
      url: '/api/plan/changes',
      payload: { changes } as object,
    });
    expect(response.json()).toMatchObject({ code: 'invalid-input' });
  });
});
