import type { Box } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, workshopOf } from '../../testing/ask';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const draft = {
  name: 'Half dozen',
  contents: [{ piece: 'dusk-berry', pieces: 6 }],
  among: ['dusk-berry', 'frost-berry'],
  boxMinor: 60,
  packingSeconds: 50,
  priceMinor: 1500,
  depositMinor: 500,
  netGrams: null,
  supplies: [],
};

describe('a box', () => {
  test('is taken, changed and removed', async () => {
    const taken = await ask<Box>(shop.app, ['POST', '/api/boxes'], draft);
    expect(taken.body).toEqual({ ...draft, id: 'half-dozen', version: 1 });
    const again = await ask<Box>(shop.app, ['PUT', '/api/boxes/half-dozen'], {
      ...draft,
      priceMinor: null,
      version: 1,
    });
    expect(again.body).toMatchObject({ priceMinor: null, version: 2 });
    expect((await workshopOf(shop.app)).boxes).toContainEqual(again.body);
    expect((await ask(shop.app, ['DELETE', '/api/boxes/half-dozen'])).status).toBe(204);
  });

  test.each<[string, Record<string, unknown>, string, string]>([
    ['nothing in it', { contents: [] }, '/contents', 'too-few'],
    [
      'a piece that there is not',
      { contents: [{ piece: 'coal', pieces: 1 }] },
      '/contents/0/piece',
      'unknown-piece',
    ],
    [
      'half a piece',
      { contents: [{ piece: 'dusk-berry', pieces: 0.5 }] },
      '/contents/0/pieces',
      'not-a-whole-number',
    ],
    ['a choice that there is not', { among: ['coal'] }, '/among/0', 'unknown-piece'],
    ['a weight and a choice', { netGrams: 250 }, '/netGrams', 'out-of-range'],
    ['a deposit below nothing', { depositMinor: -1 }, '/depositMinor', 'too-small'],
    ['a piece twice', { contents: [...draft.contents, ...draft.contents] }, '/contents/1/piece', 'twice'],
  ])('with %s is refused', async (_name, change, pointer, code) => {
    const { status, body } = await ask(shop.app, ['POST', '/api/boxes'], { ...draft, ...change });
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
  });
});
