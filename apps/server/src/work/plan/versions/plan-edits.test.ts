import type { PlanHead, PromisedSlot, SavedPlan } from '@alnage/contract';
import { checkPlan, heldAt, isHeld, openPlaces, placeIn, type Batch, type PlaceOfStage } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { WorkshopClock } from '../../../platform/time/workshop-clock';
import { makePlan, openApp, take, type WorkshopApp } from '../../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const get = async <T>(url: string): Promise<T> => (await shop.app.inject(url)).json<T>();
const newest = (): Promise<SavedPlan> => get('/api/plan');
const post = (url: string, payload: object, person = 'runa') =>
  shop.app.inject({ method: 'POST', url, payload, headers: { 'x-alnage-person': person } });
const edit = (version: number, what: object) => post('/api/plan/edits', { version, edit: what });

const problemNow = ({ problem, plan }: SavedPlan) =>
  heldAt({ problem, plan }, problem.now! + 1, { pins: [], locks: [] }).problem;
/** Batches that nothing holds. */
const free = (saved: SavedPlan): Batch[] =>
  saved.plan.batches.filter((batch) => !isHeld(problemNow(saved), batch));

/** A batch that has not begun, and another place that its first dip could have. */
function movable(saved: SavedPlan): { batch: Batch; to: PlaceOfStage } {
  const { plan } = saved;
  const problem = problemNow(saved);
  for (const batch of free(saved)) {
    const dip = batch.stages.find(({ melt }) => melt !== null);
    if (!dip) continue;
    const place = placeIn(batch, dip.stage, plan.melts);
    const ask = { batch: batch.id, stage: dip.stage, from: place.end - 240, to: place.end - 15, step: 15 };
    const lane = openPlaces({ problem, plan }, ask).find(({ open }) => open.length > 0);
    if (lane) return { batch, to: { stage: dip.stage, end: lane.open[0]![0], melter: lane.melter! } };
  }
  throw new Error('no batch of the demo can be moved');
}

describe('a batch that is moved by hand', () => {
  test('makes the next version, in which it is pinned where it was put', async () => {
    const before = await makePlan(shop.app);
    const { batch, to } = movable(before);
    const response = await edit(before.version, { kind: 'move', batch: batch.id, to, mayMoveOthers: false });
    expect(response.statusCode).toBe(201);
    const after = response.json<SavedPlan>();
    expect(after).toMatchObject({
      version: before.version + 1,
      origin: 'edited',
      madeBy: 'runa',
      basedOn: before.version,
      pins: [batch.id],
    });
    expect(checkPlan(after.problem, after.plan)).toMatchObject({ ok: true, cost: after.cost });
    const moved = after.plan.batches.find(({ id }) => id === batch.id)!;
    expect(placeIn(moved, to.stage, after.plan.melts)).toMatchObject(to);

    const again = await makePlan(shop.app);
    expect(again.pins).toEqual([batch.id]);
    expect(again.plan.batches.find(({ id }) => id === batch.id)).toEqual(moved);
    const freed = await post('/api/plan/holds', {
      version: again.version,
      hold: { batch: batch.id },
      isHeld: false,
    });
    expect(freed.json()).toMatchObject({ version: again.version, pins: [] });
  });

  test('is refused to who saw an older version, or where a rule stands in the way', async () => {
    const { version, plan, problem } = await newest();
    const { batch, to } = movable({ ...(await newest()) });
    const move = { kind: 'move', batch: batch.id, to, mayMoveOthers: false };
    expect((await edit(version - 1, move)).json()).toMatchObject({
      code: 'plan-changed',
      status: 409,
      params: { version },
    });
    const night = { ...move, to: { ...to, end: Math.floor(to.end / 1440) * 1440 + 60 } };
    expect((await edit(version, night)).json()).toMatchObject({
      code: 'edit-refused',
      params: {
        // its own stage or one that follows, whichever stands furthest back on its route
        refusal: {
          kind: 'blocked',
          blocker: {
            kind: expect.stringMatching(/^(hands|time)$/) as string,
            stage: expect.any(String) as string,
          },
        },
      },
    });
    const begun = plan.batches.find(({ stages }) => stages[0]!.start < problem.now!)!;
    expect((await edit(version, { ...move, batch: begun.id })).json()).toMatchObject({
      params: { refusal: { kind: 'held' } },
    });
    expect((await newest()).version).toBe(version);
  });

  test.each<[string, object]>([
    ['no minute', { kind: 'move', batch: 'b1', to: { stage: 'dip', end: -5 }, mayMoveOthers: false }],
    ['half a piece', { kind: 'split', batch: 'b1', pieces: 0.5 }],
    ['something else', { kind: 'burn', batch: 'b1' }],
  ])('is not taken with %s', async (_, what) =>
    expect((await edit((await newest()).version, what)).json()).toMatchObject({ code: 'invalid-input' }),
  );
});

test('a batch is split, and both parts joined again', async () => {
  const before = await newest();
  const { batch, halves } = await splitAny(before, 20);
  const parts = halves.plan.batches.filter(
    ({ id }) => id === batch.id || !before.plan.batches.some((each) => each.id === id),
  );
  expect(parts.map(({ pieces }) => pieces).sort((a, b) => a - b)).toEqual(
    [20, batch.pieces - 20].sort((a, b) => a - b),
  );
  const other = parts.find(({ id }) => id !== batch.id)!;
  const joined = await edit(halves.version, { kind: 'merge', batch: batch.id, other: other.id });
  const whole = joined.json<SavedPlan>().plan.batches.find(({ id }) => id === batch.id)!;
  expect(whole.pieces).toBe(batch.pieces);
});

/** Splits the first batch of the plan for whose parts there is time. */
async function splitAny(before: SavedPlan, pieces: number): Promise<{ batch: Batch; halves: SavedPlan }> {
  for (const batch of free(before).filter((each) => each.pieces > 2 * pieces)) {
    const response = await edit(before.version, { kind: 'split', batch: batch.id, pieces });
    if (response.statusCode === 201) return { batch, halves: response.json<SavedPlan>() };
    expect(response.json()).toMatchObject({ code: 'edit-refused' });
  }
  throw new Error('no batch of the demo can be split');
}

describe('a day of somebody that is locked', () => {
  test('stays as it was told in the next plan, and is free again when it is let go', async () => {
    const before = await newest();
    const day = '2026-06-19';
    const locked = await post('/api/plan/holds', {
      version: before.version,
      hold: { person: 'runa', day },
      isHeld: true,
    });
    expect(locked.json()).toMatchObject({ locks: [{ person: 'runa', day }] });
    await take(shop.app, { lines: [{ piece: 'salt-twist', pieces: 36 }] });
    const after = await makePlan(shop.app);
    const start = Date.parse(`${day}T00:00:00+03:00`);
    const from = (start - Date.parse(after.horizonStart)) / 60_000;
    const tasks = ({ plan }: SavedPlan) =>
      plan.batches
        .flatMap(({ product, stages }) => stages.map(({ melt: _, ...task }) => ({ product, ...task })))
        .filter((task) => task.person === 'runa' && task.start >= from && task.start < from + 1440)
        .sort((a, b) => a.start - b.start);
    expect(tasks(before).length).toBeGreaterThan(0);
    expect(tasks(after)).toEqual(tasks(before));
    const freed = await post('/api/plan/holds', {
      version: after.version,
      hold: { person: 'runa', day },
      isHeld: false,
    });
    expect(freed.json()).toMatchObject({ locks: [] });
  });

  test('takes nobody’s locked hours for a promise', async () => {
    const { version } = await newest();
    const open = async (): Promise<string[]> => {
      const ask = {
        lines: [{ piece: 'dusk-berry', pieces: 12 }],
        boxes: [],
        pickupPoint: 'shop',
        order: null,
      };
      const slots = (await post('/api/promises', ask)).json<PromisedSlot[]>();
      return slots.filter(({ kind }) => kind !== 'no').map(({ at }) => at);
    };
    const saturday = (slots: string[]) => slots.filter((at) => at.startsWith('2026-06-20'));
    expect(saturday(await open()).length).toBeGreaterThan(0);
    const hold = (person: string, day: string, isHeld: boolean) =>
      post('/api/plan/holds', { version, hold: { person, day }, isHeld });
    const days = ['2026-06-18', '2026-06-19', '2026-06-20'];
    for (const person of ['runa', 'tove', 'eskil', 'maj'])
      for (const day of days) await hold(person, day, true);
    expect(saturday(await open())).toEqual([]);
    for (const person of ['runa', 'tove', 'eskil', 'maj'])
      for (const day of days) await hold(person, day, false);
  });

  test('cannot be one of a batch that is not there', async () => {
    const { version } = await newest();
    const response = await post('/api/plan/holds', { version, hold: { batch: 'b999' }, isHeld: true });
    expect(response.json()).toMatchObject({
      code: 'edit-refused',
      params: { refusal: { kind: 'unknown-batch' } },
    });
  });
});

describe('the version that is worked by', () => {
  test('is the one that was published last; the others are kept and can be read', async () => {
    const heads = await get<PlanHead[]>('/api/plan/versions');
    expect(heads[0]!.version).toBe((await newest()).version);
    expect(heads.filter(({ isPublished }) => isPublished).map(({ version }) => version)).toEqual([2]);
    const published = await post(`/api/plan/versions/${heads[0]!.version}/publish`, {});
    expect(published.json()).toMatchObject({
      isPublished: true,
      publishedAt: expect.stringMatching(/^2026-06-18T08:3/) as string,
    });
    const after = await get<PlanHead[]>('/api/plan/versions');
    expect(after.find(({ isPublished }) => isPublished)!.version).toBe(heads[0]!.version);
    expect((await get<SavedPlan>('/api/plan/versions/1')).version).toBe(1);
    expect(await get('/api/plan/versions/999')).toMatchObject({ code: 'plan-not-found' });
  });

  test('cannot be one that has otherwise what is begun; an edit to it is refused as well', async () => {
    const worked = await newest();
    const draft = await makePlan(shop.app);
    const { batch, to } = movable(draft);
    const moved = (
      await edit(draft.version, { kind: 'move', batch: batch.id, to, mayMoveOthers: false })
    ).json<SavedPlan>();
    const now = moved.plan.batches.find(({ id }) => id === batch.id)!;
    const dips = now.stages.find(({ stage }) => stage === to.stage)!.start;
    // whoever reads of it a quarter of an hour late only begins it late
    const later = Date.parse(worked.horizonStart) + (dips + 16) * 60_000;
    await WorkshopClock.set(shop.db, new Date(later));
    const open = await openApp({ url: shop.url, now: null });
    const publish = await open.app.inject({
      method: 'POST',
      url: `/api/plan/versions/${moved.version}/publish`,
      payload: {},
    });
    expect(publish.json()).toMatchObject({ code: 'plan-begun', params: { version: worked.version } });
    const change = await open.app.inject({
      method: 'POST',
      url: '/api/plan/edits',
      payload: { version: moved.version, edit: { kind: 'split', batch: batch.id, pieces: 1 } },
    });
    expect(change.json()).toMatchObject({ code: 'plan-begun' });
    await open.close();
  });
});
