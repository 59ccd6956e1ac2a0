import { TestBed } from '@angular/core/testing';
import type { Order } from '@alnage/contract';
import { render, type Rendered } from '../testing/render';
import { order, savedPlan } from '../testing/small-workshop';
import { OrderActions } from '../state/orders.state';
import { PlanActions } from '../state/plan.state';
import { RecordActions } from '../state/records.state';
import { Slips } from '../shared/slip/slips';
import { App } from './app';

const held = order();

/** Undoes what the slip tells, and gives back what is asked of the server for it. */
async function undone(page: Rendered<App>, url: string): Promise<unknown> {
  await page.click('Undo');
  const asked = page.http.expectOne((each) => each.url === url && each.method !== 'GET');
  return asked.request.body;
}

describe('what was just done', () => {
  test('to an order is taken back from its slip, however long that has lain there', async () => {
    const page = await render(App);
    const ready: Order = { ...held, state: 'ready' };
    page.store.dispatch(OrderActions.moved({ order: ready, from: 'promised' }));
    await page.settle();
    expect(page.text()).toContain(`${held.ticket} is on the shelf`);
    expect(await undone(page, `/api/orders/${held.id}/move`)).toMatchObject({ to: 'promised' });
  });

  test('to somebody who is remembered from an order leads to where they stand', async () => {
    const page = await render(App);
    page.store.dispatch(RecordActions.saved({ path: 'customers', id: 'petra', name: 'Petra' }));
    await page.settle();
    const seen = page.page.querySelector('al-slip a')!;
    expect([seen.textContent, seen.getAttribute('href')]).toEqual([
      'Under Customers',
      '/workshop/customers?record=petra',
    ]);
    page.store.dispatch(RecordActions.saved({ path: 'bowls', id: 'a', name: 'Bowl A' }));
    await page.settle();
    expect(page.text()).toContain('Bowl A is saved');
    expect(page.page.querySelector('al-slip a')).toBeNull();
  });

  test('to a batch is taken back only while nothing came after it', async () => {
    const page = await render(App);
    const version = (number: number) => ({ ...savedPlan([held]), version: number });
    const ask = { version: 4, edit: { kind: 'split', batch: 'b1', pieces: 3 } } as const;
    page.store.dispatch(PlanActions.edited({ saved: version(5), ask }));
    await page.settle();
    expect(page.text()).toContain('Batch b1 is split: version 5');
    page.store.dispatch(PlanActions.read({ saved: version(6) }));
    await page.settle();
    expect(TestBed.inject(Slips).slip()!.text).toContain('version 5');
    await expect(page.click('Undo')).rejects.toThrow('no button Undo');
    page.store.dispatch(PlanActions.edited({ saved: version(7), ask: { ...ask, version: 6 } }));
    await page.settle();
    const asked = await undone(page, '/api/plan/jobs');
    expect(asked).toEqual({ kind: 'restore', version: 6 });
  });
});
