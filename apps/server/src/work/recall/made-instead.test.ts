import { SEAL_DOUBTS, type Order, type RecallView, type StopView } from '@alnage/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ask } from '../../testing/ask';
import { benchDesk, isDip } from '../../testing/bench-desk';
import { makePlan, openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const desk = benchDesk(() => shop);
const pack = async (id: string) => {
  const { version } = (await shop.app.inject(`/api/orders/${id}`)).json<Order>();
  const move = { to: 'ready', version, despiteKitchen: null };
  return ask<Order>(shop.app, ['POST', `/api/orders/${id}/move`], move);
};

test('what is made instead of a stopped batch is called otherwise, and its orders can go once it is planned', async () => {
  const { works, horizonStart } = await desk.bench();
  // the last to be dipped: there is time to dip it once more
  const dip = works.filter(isDip).findLast(({ product }) => product === 'dusk-berry')!;
  await desk.send(desk.wholeRun(dip, dip.melt!.gramsPerPiece));
  expect((await desk.seal(dip.key, { confirmed: [...SEAL_DOUBTS] })).status).toBe(201);
  const key = `${horizonStart!} ${dip.batch} ${dip.product}`;
  const said = { reason: 'Shells', name: 'Runa' };
  const draft = { origin: { batch: key }, ...said, isPractice: false };
  expect((await ask<StopView>(shop.app, ['POST', '/api/stops'], draft)).status).toBe(201);
  const order = dip.orders[0]!.order;
  expect((await pack(order)).body.code).toBe('stopped');

  const { version, plan } = await makePlan(shop.app);
  const served = plan.batches.filter(({ serves }) => serves.some((serve) => serve.order === order));
  const pieces = served
    .filter(({ product }) => product === dip.product)
    .flatMap(({ serves }) => serves.filter((serve) => serve.order === order))
    .reduce((sum, serve) => sum + serve.pieces, 0);
  expect(pieces).toBeGreaterThanOrEqual(dip.orders[0]!.pieces);
  expect(plan.batches.map(({ id }) => id)).not.toContain(dip.batch);
  expect(plan.melts.map(({ id }) => id)).toContain(dip.melt!.id);
  expect((await ask(shop.app, ['POST', `/api/plan/versions/${version}/publish`])).status).toBe(200);
  expect((await pack(order)).status).toBe(200);
  const { orders, batches } = (
    await shop.app.inject(`/api/recall?batch=${encodeURIComponent(key)}`)
  ).json<RecallView>();
  expect(orders.map((each) => each.order)).not.toContain(order);
  // it lies there all the same
  expect(batches).toMatchObject([{ key, here: dip.pieces }]);
}, 60_000);
