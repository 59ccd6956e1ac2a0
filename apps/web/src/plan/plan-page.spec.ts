import { TestBed } from '@angular/core/testing';
import { EllStore } from '../shared/ell/ell.store';
import { counted } from '../shared/formats/formats';
import { PlanActions } from '../state/plan.state';
import { order, planJob, savedPlan, workshop } from '../testing/small-workshop';
import { press, render, type Rendered } from '../testing/render';
import type { OpenLine, WayToMeet } from '@alnage/core/planner';
import { Reckoner } from '../shared/reckoning/reckoner';
import { PlanPage } from './plan-page';

const orders = [order(), order({ id: 'o2', ticket: 'M-0402', pickupAt: '2026-06-19T14:00:00.000Z' })];

async function openFriday(saved = savedPlan(orders)): Promise<Rendered<PlanPage>> {
  const page = await render(PlanPage, { orders, saved });
  TestBed.inject(EllStore).pick(1, 1);
  await page.settle();
  return page;
}

describe('the Plan place', () => {
  test('draws the day’s bowls, tasks and tapes, and says what they come to', async () => {
    const saved = savedPlan(orders);
    const page = await openFriday(saved);
    expect(page.page.querySelector('h1')!.textContent).toBe('Friday’s dipping');
    const { melts, batches } = saved.plan;
    const drawn = page.page.querySelector('canvas')!.getAttribute('aria-label')!;
    expect(drawn).toContain(`${counted(melts.length, 'melt')}, ${counted(batches.length, 'batch')}.`);
    expect(page.text()).toContain(
      `${counted(batches.length, 'batch')} dipped · 48 pieces · ${counted(melts.length, 'melt')}`,
    );
    expect(page.text()).toContain('Every order is met.');
  });

  test('does not say that every order is met while one that was promised since is not planned', async () => {
    const saved = {
      ...savedPlan(orders),
      isStale: true,
      unplanned: [{ order: 'o9', product: 'dusk-berry', pieces: 24 }],
      unplannedTickets: ['M-0409'],
    };
    const page = await render(PlanPage, { orders, saved });
    expect(page.text()).not.toContain('Every order is met.');
    expect(page.text()).toContain('24 pieces of M-0409: promised or changed since, and not planned yet.');
  });

  test('does not say so either while work waits for somebody who is not there', async () => {
    const saved = savedPlan(orders);
    const people = saved.problem.people.map((person) => ({ ...person, shifts: [] }));
    const page = await render(PlanPage, {
      orders,
      saved: { ...saved, problem: { ...saved.problem, people } },
    });
    expect(page.text()).not.toContain('Every order is met.');
    expect(page.text()).toContain('Nobody is there for');
    expect(page.text()).toMatch(/Runa, Fri 19, \d\d:\d\d: dip dusk berry/);
  });

  test('tells why the chosen batch is there, who does it and for whom', async () => {
    const page = await openFriday();
    press('ArrowDown');
    await page.settle();
    const margin = page.page.querySelector('aside')!.textContent!.replace(/\s+/g, ' ');
    expect(margin).toContain('Why here');
    expect(margin).toMatch(/The first of it leaves Fri 19, 1[57]:00 \(M-040[12]\)/);
    expect(margin).toContain('Runa');
    expect(margin).toMatch(/M-040[12], 24/);
  });

  test('says of a batch whose first task is past that it is started', async () => {
    const started = async (now: string): Promise<boolean> => {
      TestBed.resetTestingModule();
      const saved = savedPlan(orders);
      const page = await render(PlanPage, { orders, saved, workshop: { ...workshop, now } });
      TestBed.inject(EllStore).pick(1, 1);
      await page.settle();
      press('ArrowDown');
      await page.settle();
      return page.text().includes('It is started, so it stays where it is.');
    };
    expect(await started('2026-06-18T00:00:00.000Z')).toBe(false);
    expect(await started('2026-06-19T20:00:00.000Z')).toBe(true);
  });

  test('opens on the day that has work, where today has none', async () => {
    const saved = savedPlan(orders);
    const page = await render(PlanPage, {
      orders,
      saved,
      workshop: { ...workshop, now: '2026-06-18T00:00:00.000Z' },
    });
    expect(page.page.querySelector('h1')!.textContent).toContain('Friday’s dipping');
  });

  test('chooses by a click in the table', async () => {
    const page = await openFriday();
    const [id] = [...page.page.querySelectorAll('th button.figure')].map((each) => each.textContent!.trim());
    await page.click(id!);
    expect(page.page.querySelectorAll('tr.chosen')).toHaveLength(1);
    expect(page.text()).toContain(`batch ${id}`);
  });

  test('plans anew on one key, draws the best so far, and stops when told to', async () => {
    const page = await openFriday({ ...savedPlan(orders), isStale: true });
    expect(page.text()).toContain('Orders or the workshop changed since this plan was made.');
    press('p');
    await page.settle();
    const request = page.http.expectOne({ method: 'POST', url: '/api/plan/jobs' });
    expect(request.request.body).toEqual({ kind: 'plan' });
    const { problem, plan } = savedPlan(orders);
    const step = { seconds: 0.1, cost: 100, unmetPieces: 2 };
    const trail = [step, { ...step, seconds: 1, cost: 75 }];
    request.flush(planJob({ best: { cost: 75, unmetPieces: 2, problem, plan, trail } }));
    await page.settle();
    expect(page.page.querySelector('mat-progress-bar')).not.toBeNull();
    expect(page.text()).toMatch(
      /2 pieces not met, 25% better than the first, pieces \d+ h( \d+)? old at pickup, \d+ g melted and not dipped\. 10 s in all\./,
    );
    expect(page.text()).not.toContain('Orders or the workshop changed');
    await page.click('Stop, keep the best');
    page.http.expectOne('/api/plan/jobs/j1/stop').flush(planJob({ isStopping: true }));
    await page.settle();
    expect(page.text()).toContain('Stopping …');
    page.store.dispatch(PlanActions.jobRead({ job: planJob({ state: 'done', version: 2 }) }));
    await page.settle();
    expect(page.page.querySelector('mat-progress-bar')).toBeNull();
  });

  test('offers to mend a plan that is stale, and to publish one that is not worked by', async () => {
    const page = await openFriday({
      ...savedPlan(orders),
      isStale: true,
      isPublished: false,
      lapsed: ['b3'],
    });
    expect(page.text()).toContain('Could no longer be held, and was planned anew: b3.');
    await page.click('Mend');
    page.http
      .expectOne({ method: 'POST', url: '/api/plan/jobs' })
      .flush({ code: 'plan-running', errors: [] }, { status: 409, statusText: 'running' });
    await page.settle();
    expect(page.text()).toContain('A plan is being made. Wait for it, or stop it first.');
    await page.click('Understood');
    // what is stale is mended first; then it can be published
    page.store.dispatch(PlanActions.read({ saved: { ...savedPlan(orders), isPublished: false } }));
    await page.settle();
    await page.click('Publish');
    page.http.expectOne('/api/plan/versions/1/publish').flush(savedPlan(orders));
    await page.settle();
    expect(page.text()).not.toContain('is not published');
  });

  test('lists what cannot be met with its reason', async () => {
    const page = await openFriday(savedPlan(orders, { people: [] }));
    expect(page.text()).toContain('2 lines cannot be met');
    expect(page.text()).toContain('M-0401: 24 dusk berrynobody is free to pack');
  });

  test('finds out what would meet an open line, and tells it in words', async () => {
    const way: WayToMeet = {
      changes: [{ kind: 'hours', person: 'runa', span: [2280, 2400] }],
      unmetPieces: 0,
      cost: 9,
      movedTasks: 0,
    };
    const asked: OpenLine[] = [];
    const answers = [
      () => Promise.reject(new Error('no worker')),
      () => Promise.resolve([way]),
      () => Promise.resolve([]),
    ];
    const ask = (_: string, _planned: unknown, line: OpenLine): Promise<readonly WayToMeet[]> => {
      asked.push(line);
      return answers.shift()!();
    };
    TestBed.overrideProvider(Reckoner, { useValue: { ask } });
    const page = await openFriday(savedPlan(orders, { people: [] }));
    const buttons = (): number => page.text().split('What would meet it?').length - 1;
    expect(buttons()).toBe(2);
    await page.click('What would meet it?');
    expect(page.text()).toContain('It could not be worked out.');
    await page.click('What would meet it?');
    expect(page.text()).toContain('Runa there Fri 19, 14:00 to 16:00 as well; nothing else moves.');
    expect(buttons()).toBe(1);
    await page.click('What would meet it?');
    expect(page.text()).toContain('None of these would meet it');
    expect(asked.map(({ order: id }) => id)).toEqual(['o1', 'o1', 'o2']);
  });

  test('says what to do while nothing is planned', async () => {
    const page = await render(PlanPage, { orders });
    expect(page.text()).toContain('Nothing is planned yet. Press Plan');
  });
});
