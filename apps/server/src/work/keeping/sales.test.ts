import type { DayTill, KeepingNow, OrderPage, PieceMoveView } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => {
  shop = await openApp();
  // what a cancelled order leaves: 80 salt twists and 48 sandwich rounds, of three batches
  const { orders } = (await shop.app.inject('/api/orders?limit=2000')).json<OrderPage>();
  const { id, version } = orders.find(({ ticket }) => ticket === 'M-0391')!;
  await ask(shop.app, ['POST', `/api/orders/${id}/move`], { to: 'cancelled', despiteKitchen: null, version });
});
afterAll(() => shop.close());

const spare = async (): Promise<Map<string, number>> => {
  const { batches } = (await shop.app.inject('/api/keeping')).json<KeepingNow>();
  return new Map(batches.filter((each) => each.spare > 0).map((each) => [each.batch, each.spare]));
};
const sell = (draft: object) =>
  ask<PieceMoveView[]>(shop.app, ['POST', '/api/moves'], {
    ...{ kind: 'sold', cause: 'Mixed box', paid: { method: 'cash', amountMinor: 2000 } },
    ...draft,
  });
const till = async (): Promise<DayTill> =>
  (await shop.app.inject('/api/till?day=2026-06-18')).json<DayTill>();

describe('a box that is filled from what nobody is to have', () => {
  test('goes out of several batches in one sale, shared out to the cent, and is taken back whole', async () => {
    const before = await spare();
    expect(before.size).toBeGreaterThanOrEqual(3);
    const from = [...before.keys()].map((batch) => ({ batch, pieces: 2 }));
    const { status, body } = await sell({ from });
    expect(status).toBe(201);
    expect(body).toHaveLength(from.length);
    expect(new Set(body.map(({ sale }) => sale)).size).toBe(1);
    expect(body.reduce((sum, { paid }) => sum + (paid?.amountMinor ?? 0), 0)).toBe(2000);
    for (const [batch, pieces] of await spare()) expect(pieces).toBe(before.get(batch)! - 2);
    expect((await till()).spare.cash).toMatchObject({ inMinor: 2000, outMinor: 0 });
    const undone = await ask(shop.app, ['DELETE', `/api/moves/${body[1]!.id}`]);
    expect(undone.status).toBe(204);
    expect(await spare()).toEqual(before);
    expect((await till()).spare.cash).toMatchObject({ inMinor: 2000, outMinor: 2000 });
    expect((await ask(shop.app, ['DELETE', `/api/moves/${body[0]!.id}`])).status).toBe(404);
  });

  test('is paid by one card, which has its money back with it', async () => {
    const before = await spare();
    const from = [...before.keys()].slice(0, 2).map((batch) => ({ batch, pieces: 1 }));
    const { body } = await sell({ from, paid: { method: 'card', amountMinor: 500 } });
    const references = body.map(({ paid }) => paid?.reference);
    expect(references[0]).toMatch(/^simulated-/);
    expect(new Set(references).size).toBe(1);
    await ask(shop.app, ['DELETE', `/api/moves/${body[0]!.id}`]);
    expect((await till()).spare.card).toMatchObject({ inMinor: 500, outMinor: 500 });
    const declined = await sell({ from, paid: { method: 'card', amountMinor: 513 } });
    expect(declined.body).toMatchObject({ code: 'card-declined' });
    expect(await spare()).toEqual(before);
  });

  test('is all there or does not go: each fault is told at its field', async () => {
    const before = await spare();
    const [first, second] = [...before.keys()];
    const one = { batch: first, pieces: 1 };
    const faults: [object, string, string][] = [
      [{ from: [one, { batch: second, pieces: 1000 }] }, '/from/1/pieces', 'more-than-there'],
      [{ from: [one, one] }, '/from/1/batch', 'twice'],
      [{ from: [one], paid: null }, '/paid', 'required'],
      [{ from: [one], kind: 'staff' }, '/paid', 'not-allowed'],
      [{ from: [] }, '/from', 'too-few'],
      [{ from: [one], kind: 'written-off', cause: ' ', paid: null }, '/cause', 'blank'],
      [{ from: [{ batch: first, pieces: 0 }] }, '/from/0/pieces', 'too-small'],
    ];
    for (const [draft, pointer, code] of faults) {
      const { body } = await sell(draft);
      expect((body as unknown as { errors: object[] }).errors[0]).toMatchObject({ pointer, code });
    }
    expect((await sell({ from: [{ batch: 'nowhere', pieces: 1 }] })).body).toMatchObject({
      code: 'record-not-found',
    });
    expect(await spare()).toEqual(before);
  });

  test('or all that was stopped is thrown away at once, whose ever it was, and taken back at once', async () => {
    const { batches } = (await shop.app.inject('/api/keeping')).json<KeepingNow>();
    const made = batches.filter(({ clockAt, pickups }) => clockAt !== null && pickups.length > 0).slice(0, 3);
    const from = made.map(({ batch }) => ({ batch, pieces: 2 }));
    const gone = await sell({ kind: 'written-off', cause: 'Metal in it', paid: null, from });
    expect(gone.status).toBe(201);
    const piecesOf = async (): Promise<number[]> => {
      const now = (await shop.app.inject('/api/keeping')).json<KeepingNow>().batches;
      return made.map(({ batch }) =>
        now.find((each) => each.batch === batch)!.pickups.reduce((sum, { pieces }) => sum + pieces, 0),
      );
    };
    const less = await piecesOf();
    await ask(shop.app, ['DELETE', `/api/moves/${gone.body[0]!.id}`]);
    const all = await piecesOf();
    expect(all.some((pieces, index) => pieces > less[index]!)).toBe(true);
    expect((await till()).spare.cash.inMinor).toBe(2000);
  });

  test('of which two take the last piece has one taker', async () => {
    const [batch, pieces] = [...(await spare())][0]!;
    const answers = await Promise.all([
      sell({ from: [{ batch, pieces }] }),
      sell({ from: [{ batch, pieces }] }),
    ]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 400]);
  });
});
