import { TestBed } from '@angular/core/testing';
import { EllStore } from '../shared/ell/ell.store';
import { order, savedPlan } from '../testing/small-workshop';
import { press, render, type Rendered } from '../testing/render';
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

  test('says what to do while nothing is planned', async () => {
    const page = await render(PlanPage, { orders });
    expect(page.text()).toContain('Nothing is planned yet. Press Plan');
  });
});
