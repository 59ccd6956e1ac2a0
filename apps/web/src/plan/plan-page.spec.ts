import { TestBed } from '@angular/core/testing';
import { EllStore } from '../shared/ell/ell.store';
import { order, savedPlan, workshop } from '../testing/small-workshop';
import { press, render, type Rendered } from '../testing/render';
import type { OpenLine, WayToMeet } from '@alnage/core';
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
    expect(page.page.querySelectorAll('.tape')).toHaveLength(saved.plan.batches.length);
    expect(page.page.querySelectorAll('.run')).toHaveLength(saved.plan.batches.length);
    expect(page.text()).toContain(
      `${saved.plan.batches.length} batches dipped · 48 pieces · ${saved.plan.melts.length} melts`,
    );
    expect(page.text()).toContain('Every order is met.');
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

  test('chooses by a click on a tape', async () => {
    const page = await openFriday();
    page.page.querySelector('.tape')!.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    await page.settle();
    expect(page.page.querySelectorAll('.tape.chosen')).toHaveLength(1);
    expect(page.page.querySelectorAll('tr.chosen')).toHaveLength(1);
  });

  test('plans anew on one key, and says when the plan is stale', async () => {
    const page = await openFriday({ ...savedPlan(orders), isStale: true });
    expect(page.text()).toContain('Orders changed since this plan was made.');
    press('p');
    await page.settle();
    expect(page.page.querySelector('mat-progress-bar')).not.toBeNull();
    page.http.expectOne({ method: 'POST', url: '/api/plan' }).flush(savedPlan(orders));
    await page.settle();
    expect(page.text()).not.toContain('Orders changed');
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
    const ways = (_: unknown, line: OpenLine): Promise<readonly WayToMeet[]> => {
      asked.push(line);
      return answers.shift()!();
    };
    TestBed.overrideProvider(Reckoner, { useValue: { ways } });
    const page = await openFriday(savedPlan(orders, { people: [] }));
    const buttons = (): number => page.text().split('What would meet it?').length - 1;
    expect(buttons()).toBe(2);
    await page.click('What would meet it?');
    expect(page.text()).toContain('It could not be worked out.');
    await page.click('What would meet it?');
    expect(page.text()).toContain('Runa there Fri 19, 14:00 to 16:00 as well; nothing else moves.');
    expect(buttons()).toBe(1);
    await page.click('What would meet it?');
    expect(page.text()).toContain('Nothing that was tried would meet it');
    expect(asked.map(({ order: id }) => id)).toEqual(['o1', 'o1', 'o2']);
  });

  test('says what to do while nothing is planned', async () => {
    const page = await render(PlanPage, { orders });
    expect(page.text()).toContain('Nothing is planned yet. Press Plan');
  });
});
