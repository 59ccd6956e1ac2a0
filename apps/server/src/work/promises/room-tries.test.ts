import type { Order, PromisedSlot, RoomTried, SavedPlan } from '@alnage/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { PlanWitnessEntity } from '../../store/work/plan-witness.entity';
import { ask } from '../../testing/ask';
import { draft, openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp({ planSeconds: 5 })));
afterAll(() => shop.close());

const wanted = (pieces: number, piece = 'dusk-berry') => ({
  ...{ lines: [{ piece, pieces }], boxes: [] },
  ...{ pickupPoint: 'shop', order: null },
});
const slotsFor = async (pieces: number, piece?: string): Promise<PromisedSlot[]> =>
  (await ask<PromisedSlot[]>(shop.app, ['POST', '/api/promises'], wanted(pieces, piece))).body;
const tried = async (pieces: number, at: string): Promise<RoomTried> => {
  const { status, body } = await ask<RoomTried>(shop.app, ['POST', '/api/promises/try'], {
    ...wanted(pieces),
    at,
  });
  expect(status, JSON.stringify(body)).toBe(200);
  return body;
};
const take = (pieces: number, pickup: string, piece = 'dusk-berry') =>
  ask<Order>(
    shop.app,
    ['POST', '/api/orders'],
    draft({ lines: [{ piece, pieces }], pickup, despiteKitchen: null }),
  );
const PIECES = 150;
/** A no of the kitchen, not of the slot or the season. */
const isKitchens = ({ kind, blocker, slotFault, offerFault }: PromisedSlot): boolean =>
  kind === 'no' && blocker !== null && slotFault === null && offerFault === null;

test('where nothing fits beside what is planned, a new plan is tried, and what it finds can be had', async () => {
  // Friday morning is filled until a small order has no room any more
  const last = '2026-06-19T13:00';
  let nos: PromisedSlot[] = [];
  for (let number = 0; nos.length === 0 && number < 30; number++) {
    const open = (await slotsFor(PIECES)).filter(({ kind, at }) => kind !== 'no' && at <= last);
    if (open.length > 0) expect((await take(PIECES, open[(number * 5) % open.length]!.at)).status).toBe(201);
    else nos = (await slotsFor(PIECES)).filter((slot) => isKitchens(slot) && slot.at <= last);
  }
  expect(nos.length, 'it was never full').toBeGreaterThan(0);

  const before = (await shop.app.inject('/api/plan')).json<SavedPlan>();
  const kept = () => shop.db.getRepository(PlanWitnessEntity).find();
  let [found, searched] = [0, 0];
  for (let number = 0; searched === 0 && number < 12; number++) {
    const { at } = nos[(number * 3) % nos.length]!;
    const witness = await kept();
    const outcome = await tried(PIECES, at);
    if (!outcome.isFound) continue;
    found++;
    // what was found by a search is kept; what one slot alone had time for is found again
    if (JSON.stringify(await kept()) !== JSON.stringify(witness)) searched++;
    expect((await take(PIECES, at)).status, at).toBe(201);
  }
  expect(found, 'no plan was found for any of them').toBeGreaterThan(0);
  expect(searched, 'all were found without a search').toBeGreaterThan(0);
  // nobody is told another plan for it
  const after = (await shop.app.inject('/api/plan')).json<SavedPlan>();
  expect([after.version, after.plan]).toEqual([before.version, before.plan]);
}, 240_000);

test('what no plan could make is told as not found, and nothing is kept of it', async () => {
  const kept = () => shop.db.getRepository(PlanWitnessEntity).find();
  const before = await kept();
  const outcome = await tried(4000, '2026-06-19T09:00');
  expect(outcome).toMatchObject({ at: '2026-06-19T09:00', isFound: false });
  expect(await kept()).toEqual(before);
}, 60_000);

test('a slot that there is not is refused by its field', async () => {
  const { status, body } = await ask(shop.app, ['POST', '/api/promises/try'], {
    ...wanted(12),
    at: '2026-06-19T03:00',
  });
  expect([status, body.errors]).toMatchObject([400, [{ pointer: '/at', code: 'pickup-shut' }]]);
});
