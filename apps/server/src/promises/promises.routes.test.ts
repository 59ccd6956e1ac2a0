import type { PromisedSlot } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask } from '../testing/ask';
import { makePlan, openApp, take, type WorkshopApp } from '../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const wish = (change: Record<string, unknown> = {}) => ({
  lines: [{ piece: 'dusk-berry', pieces: 12 }],
  boxes: [],
  pickupPoint: 'shop',
  order: null,
  ...change,
});
const post = (payload: unknown) => ask<PromisedSlot[]>(shop.app, ['POST', '/api/promises'], payload);

describe('the promise', () => {
  test('is told for every slot to come, and a yes can be planned', async () => {
    const { status, body } = await post(wish());
    expect(status).toBe(200);
    expect(body[0]!.at).toBe('2026-06-18T12:00');
    // Monday's last half hour before five; 12 slots of Thursday are left, 19 of Friday, 10, 6 on Sunday, 14 on Monday
    expect(body.at(-1)!.at).toBe('2026-06-22T16:30');
    expect(body).toHaveLength(12 + 19 + 10 + 6 + 14);
    const open = body.find(({ kind, at }) => kind !== 'no' && at.startsWith('2026-06-19'))!;
    expect(open.ageMinutes).toBeGreaterThan(0);
    const order = await take(shop.app, { pickup: open.at, lines: wish().lines });
    const saved = await makePlan(shop.app);
    expect(saved.reasons.filter((reason) => reason.order === order.id)).toEqual([]);
  });

  test('is refused with what stands in the way', async () => {
    const { body } = await post(wish());
    expect(body[0]).toMatchObject({
      kind: 'no',
      piece: 'dusk-berry',
      ageMinutes: null,
      blocker: { kind: 'time' },
    });
    const much = (await post(wish({ lines: [{ piece: 'dusk-berry', pieces: 5000 }] }))).body;
    expect(much.every(({ kind }) => kind === 'no')).toBe(true);
  });

  test('of an order that changes leaves out what it has now', async () => {
    const order = await take(shop.app, { lines: [{ piece: 'rye-truffle', pieces: 8 }] });
    const { body } = await post(wish({ order: order.id }));
    expect(body.length).toBeGreaterThan(40);
  });

  test.each<[string, Record<string, unknown>, string, string]>([
    ['nothing', { lines: [] }, '/lines', 'too-few'],
    ['what there is not', { lines: [{ piece: 'coal', pieces: 1 }] }, '/lines/0/piece', 'unknown-piece'],
    ['a point that there is not', { pickupPoint: 'moon' }, '/pickupPoint', 'unknown-pickup-point'],
  ])('of %s is none', async (_name, change, pointer, code) => {
    const { status, body } = await post(wish(change));
    expect(status).toBe(400);
    expect((body as unknown as { errors: unknown[] }).errors).toContainEqual(
      expect.objectContaining({ pointer, code }),
    );
  });
});
