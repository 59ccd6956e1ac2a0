import { MAKING_MOST, type PromisedSlot, type SlotMakingView } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { ask } from '../../testing/ask';
import { Kitchen } from '../../week/kitchen/kitchen';
import { PromisesService } from './promises.service';
import { makePlan, openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

/** Of a berry of the demo. */
const EAT_WITHIN_MINUTES = 48 * 60;
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
    // what is left of its two days at 4 °C, in its customer's fridge at 5: one figure, here and once it is made
    const left = (Date.parse(open.eatBy!) - Date.parse(open.atInstant)) / 60_000;
    expect(left).toBeCloseTo((EAT_WITHIN_MINUTES - open.ageMinutes!) / 3 ** 0.1, 0);
    const order = await take(shop.app, { pickup: open.at, lines: wish().lines });
    const saved = await makePlan(shop.app);
    expect(saved.reasons.filter((reason) => reason.order === order.id)).toEqual([]);
  });

  test('is not worked out for a page that waits for it no more', async () => {
    const worked = vi.spyOn(Kitchen.prototype, 'answer');
    const promises = new PromisesService(shop.db, shop.app.clock);
    expect(await promises.answer(wish(), () => false)).toEqual([]);
    expect(worked).not.toHaveBeenCalled();
    expect(await promises.answer(wish(), () => true)).not.toEqual([]);
    expect(worked).toHaveBeenCalledOnce();
    worked.mockRestore();
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

describe('how it would be made', () => {
  const making = (change: Record<string, unknown> = {}) =>
    ask<SlotMakingView>(shop.app, ['POST', '/api/promises/making'], { ...wish(), ...change });
  const openSlot = async (change: Record<string, unknown> = {}) =>
    (await post(wish(change))).body.find(({ kind, at }) => kind === 'open' && at > '2026-06-19')!.at;

  test('is told run by run, with its bowls, and how often it fits', async () => {
    const at = await openSlot();
    const { status, body } = await making({ at });
    expect(status).toBe(200);
    expect(body.batches.flatMap(({ serves }) => serves).reduce((sum, { pieces }) => sum + pieces, 0)).toBe(
      12,
    );
    for (const { product, stages } of body.batches) {
      expect(product).toBe('dusk-berry');
      expect(stages.map(({ stage }) => stage)).toContain('dip');
    }
    expect(body.melts.map(({ id }) => id)).toEqual(expect.arrayContaining([...body.opened]));
    expect(body.times).toBeGreaterThanOrEqual(2);
    expect(body.times).toBeLessThanOrEqual(MAKING_MOST);
  });

  test('is asked by any time within the slot', async () => {
    const at = await openSlot();
    const within = at.replace(/0$/, '7');
    expect((await making({ at: within })).body.at).toBe(at);
  });

  test('is bounded by what the slot hands over', async () => {
    const at = await openSlot();
    await shop.db.query("update pickup_point set slot_boxes = 2 where id = 'shop'");
    const { body } = await making({ at });
    await shop.db.query("update pickup_point set slot_boxes = null where id = 'shop'");
    expect(body.times).toBeLessThanOrEqual(2);
  });

  test('has no batches where it cannot be', async () => {
    const lines = [{ piece: 'dusk-berry', pieces: 5000 }];
    const { body } = await making({ at: '2026-06-19T10:00', lines });
    expect(body).toMatchObject({ batches: [], melts: [], opened: [], times: 0 });
  });

  test('of an order that is planned is what the plan makes of it', async () => {
    const order = await take(shop.app, { pickup: await openSlot(), lines: wish().lines });
    const saved = await makePlan(shop.app);
    const { body } = await making({ order: order.id, at: order.pickup });
    const planned = saved.plan.batches.filter(({ serves }) =>
      serves.some((serve) => serve.order === order.id),
    );
    expect(body.batches).toEqual(planned);
    expect(body.times).toBeNull();
  });

  test.each([
    ['a slot that there is not', { at: '2026-06-19T03:00' }, '/at', 'pickup-shut'],
    ['a day that there is not', { at: '2026-02-30T10:00' }, '/at', 'pickup-shut'],
    [
      'what there is not',
      { at: '2026-06-19T10:00', lines: [{ piece: 'coal', pieces: 1 }] },
      '/lines/0/piece',
      'unknown-piece',
    ],
  ])('of %s is none', async (_name, change, pointer, code) => {
    const { status, body } = await making(change);
    expect(status).toBe(400);
    expect((body as unknown as { errors: unknown[] }).errors).toContainEqual(
      expect.objectContaining({ pointer, code }),
    );
  });
});
