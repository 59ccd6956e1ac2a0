import type { PracticeDraft, PracticeRecord } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const one: PracticeDraft = {
  ...{ id: '5d0f7b0e-5f5f-4f5c-9d3a-0c8f5a3f1c11', coating: 'dark-64', school: 'seed' },
  ...{ pieces: 50, good: 41, bloom: 6, feet: 3, lumps: 0 },
  ...{ meanFilmMm: 0.41, rightFilmMm: 0.4, minutes: 52.5 },
};
const post = (payload: object, person = 'runa') =>
  shop.app.inject({
    ...{ method: 'POST', url: '/api/practices', payload },
    headers: { 'x-alnage-person': person },
  });
const kept = async (): Promise<PracticeRecord[]> =>
  (await shop.app.inject('/api/practices')).json<PracticeRecord[]>();

describe('a practice', () => {
  test('is kept once with who practised and when, the last first', async () => {
    const before = await kept();
    const first = await post(one);
    expect(first.statusCode).toBe(201);
    expect(first.json()).toMatchObject({ ...one, by: 'runa' });
    // sent again, because its answer got lost
    expect((await post({ ...one, good: 50 }, 'nobody-here')).json()).toEqual(first.json());
    const id = '5d0f7b0e-5f5f-4f5c-9d3a-0c8f5a3f1c12';
    expect((await post({ ...one, id, good: 48 }, 'nobody-here')).json()).toMatchObject({
      good: 48,
      by: null,
    });
    expect((await kept()).map((each) => each.id)).toEqual([id, one.id, ...before.map((each) => each.id)]);
  });

  test.each<[string, object, string, string]>([
    ['more good than were dipped', { pieces: 20, good: 21 }, '/good', 'out-of-range'],
    ['a coating that there is not', { coating: 'tar' }, '/coating', 'unknown-reference'],
    ['no coat at all', { pieces: 0, good: 0, bloom: 0, feet: 0 }, '/pieces', 'too-small'],
    ['a school that nobody teaches', { school: 'sous-vide' }, '/school', 'not-allowed'],
    ['a film of 3 cm', { meanFilmMm: 30 }, '/meanFilmMm', 'too-large'],
    ['an id that is none', { id: 'x' }, '/id', 'wrong-format'],
  ])('is refused with %s, and nothing is stored', async (_name, change, pointer, code) => {
    const before = await kept();
    const answer = await post({ ...one, id: '5d0f7b0e-5f5f-4f5c-9d3a-0c8f5a3f1c13', ...change });
    expect(answer.statusCode).toBe(400);
    expect(answer.json<{ errors: object[] }>().errors).toContainEqual(
      expect.objectContaining({ pointer, code }),
    );
    expect(await kept()).toEqual(before);
  });
});
