import { randomUUID } from 'node:crypto';
import type { Bench, PlanJob, SavedPlan, Workshop } from '@alnage/contract';
import { checkPlan, tasksAlone, type BenchDeed, type BenchWork, type StageWork } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { ask } from '../../testing/ask';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp({ doesJobs: true })));
afterAll(() => shop.close());

const get = async <T>(url: string): Promise<T> => (await shop.app.inject(url)).json<T>();
const bench = (): Promise<Bench> => get('/api/bench');
const minuteNow = async (): Promise<number> =>
  (shop.app.clock.now().getTime() - Date.parse((await bench()).horizonStart!)) / 60_000;
async function write(work: string, deed: BenchDeed, minutesAgo = 0): Promise<void> {
  const at = Math.round(shop.app.clock.now().getTime() - minutesAgo * 60_000);
  const events = [{ id: randomUUID(), work, at, by: null, deed }];
  const { body } = await ask<{ taken: { refusal: string | null }[] }>(
    shop.app,
    ['POST', '/api/bench/events'],
    { events },
  );
  expect(body.taken[0]!.refusal).toBeNull();
}
/** A mended plan of the version that is worked by. */
async function mend(): Promise<SavedPlan> {
  const { version } = await bench();
  const asked = await ask<PlanJob>(shop.app, ['POST', '/api/plan/jobs'], {
    kind: 'repair',
    version,
    seconds: 2,
  });
  expect(asked.status).toBe(202);
  await vi.waitFor(
    async () => {
      const { job } = await get<{ job: PlanJob }>('/api/plan/jobs/latest');
      expect(job).toMatchObject({ id: asked.body.id, state: 'done' });
    },
    { timeout: 50_000, interval: 100 },
  );
  const plan = await get<SavedPlan>('/api/plan');
  expect(plan.basedOn).toBe(version);
  expect(checkPlan(plan.problem, plan.plan).violations).toEqual([]);
  return plan;
}
const publish = (version: number) =>
  ask<SavedPlan & { code?: string }>(shop.app, ['POST', `/api/plan/versions/${version}/publish`], {});
const isDip = (work: BenchWork): work is StageWork => work.kind === 'stage' && work.melt !== null;

describe('somebody who goes home', () => {
  test('does nothing more today in the mended plan but what nobody can take over, and that is told', async () => {
    const now = Math.ceil(await minuteNow());
    const { works } = await bench();
    const next = works.find(({ start, kind }) => kind === 'stage' && start > now + 1)!;
    const { days } = (await get<Workshop>('/api/workshop')).season!;
    const start = Date.parse((await bench()).horizonStart!);
    const day = days.find((each) => Date.parse(each.end) > start + now * 60_000)!;
    const until = (Date.parse(day.end) - start) / 60_000;
    const change = { kind: 'away', person: next.person, span: [now, until] };
    expect((await ask(shop.app, ['POST', '/api/plan/changes'], { changes: [change] })).status).toBe(200);
    const mended = await mend();
    const isAway = (task: { person: string; start: number }) =>
      task.person === next.person && task.start > now + 1 && task.start < until;
    const left = mended.plan.batches.flatMap(({ stages }) => stages).filter(isAway);
    const alone = tasksAlone(mended).filter(isAway);
    expect(left.map(({ start: at }) => at)).toEqual(alone.map(({ start: at }) => at));
    // what has not begun is never left to who is not there
    const before = works.filter((work) => work.kind === 'stage' && isAway(work)).length;
    expect(left.length).toBeLessThan(before);
  });
});

describe('a melt that seizes', () => {
  test('leaves orders short until a mended plan is said yes to, and is never dipped from again', async () => {
    const now = await minuteNow();
    const before = await bench();
    expect(before.lost).toEqual([]);
    const dip = before.works.filter(isDip).find(({ start }) => start > now + 5)!;
    const { id: melt } = dip.melt!;
    await write(`melt/${melt}`, { kind: 'trouble', trouble: { sign: 'pasty', cause: 'water' }, note: '' });

    const told = await bench();
    expect(told.lost).toEqual([melt]);
    const wanted = new Map(dip.orders.map(({ order, pieces }) => [order, pieces]));
    for (const [order, pieces] of wanted)
      expect(told.shortages).toContainEqual({ batch: dip.batch, product: dip.product, order, pieces });
    // nothing moves by itself
    expect(told.works).toEqual(before.works);

    const mended = await mend();
    const dips = mended.plan.batches.flatMap(({ stages }) => stages.filter((task) => task.melt === melt));
    expect(dips.every(({ start }) => start < now)).toBe(true);
    expect((await bench()).version).toBe(told.version);
    expect((await publish(mended.version)).body).toMatchObject({ isPublished: true });
    const after = await bench();
    expect(after.version).toBe(mended.version);
    expect(after.shortages).toEqual([]);
    expect(after.lost).toEqual([melt]);
  });
});

describe('a run that goes on too long', () => {
  test('keeps its hands: the mended plan has nothing begin in them before it is over', async () => {
    const now = await minuteNow();
    const dip = (await bench()).works.filter(isDip).find(({ start }) => start > now)!;
    const whole = dip.end - dip.start;
    await write(dip.key, { kind: 'begin' });
    const expected = (await bench()).ahead.find(({ key }) => key === dip.key)!;
    expect(expected.end).toBeCloseTo(now + whole, 1);
    const mended = await mend();
    const own = mended.plan.batches.find(({ id }) => id === dip.batch)!;
    const task = own.stages.find(({ stage }) => stage === dip.stage)!;
    expect(task.end).toBe(Math.round(now + whole));
    const others = mended.plan.batches
      .filter(({ id }) => id !== dip.batch)
      .flatMap(({ stages }) => stages)
      .filter(({ person, start }) => person === dip.person && start >= mended.problem.now!);
    for (const other of others) expect(other.start).toBeGreaterThanOrEqual(task.end);
    // a plan from before the run was begun has it otherwise no longer: the bench knows when it began
    expect((await publish(mended.version)).body).toMatchObject({ isPublished: true });
  });
});

test('a version that there is not cannot be mended', async () => {
  const { status, body } = await ask<{ code: string }>(shop.app, ['POST', '/api/plan/jobs'], {
    ...{ kind: 'repair', version: 999, seconds: 1 },
  });
  expect([status, body.code]).toEqual([404, 'plan-not-found']);
});
