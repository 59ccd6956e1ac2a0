import { TestBed } from '@angular/core/testing';
import { press, render, type Rendered } from '../testing/render';
import { figures } from '../testing/small-season';
import { order, savedPlan } from '../testing/small-workshop';
import { OrdersPage } from './orders-page';
import { forgetDraft, keptDraft } from './parts/kept-draft';

const open = (): Promise<Rendered<OrdersPage>> =>
  render(OrdersPage, { orders: [order()], figures: figures(), saved: savedPlan([order()]) });

async function fill(page: Rendered<OrdersPage>): Promise<void> {
  await page.type('Who', 'E. Halla');
  await page.type('Time', '9.30');
  await page.type('How many', '18');
  await page.type('Of what', 'dusk-berry');
}

beforeEach(() => forgetDraft());

describe('a new order', () => {
  test('keeps what is half written on the device, over leaving the place, until it is thrown away', async () => {
    const first = await open();
    await first.click('New order');
    await first.type('Say it in one line', '18 dusk berry fri for E. Halla');
    await first.type('Time', '9.30');
    press('Escape');
    await first.settle();
    expect(first.text()).toContain('A new order is half written: 18 dusk berry fri for E. Halla');
    first.fixture.destroy();
    TestBed.resetTestingModule();

    const later = await open();
    await later.click('Go on with it');
    expect(later.field('Say it in one line').value).toBe('18 dusk berry fri for E. Halla');
    expect(later.field('Who').value).toBe('E. Halla');
    expect(later.field('Time').value).toBe('9.30');
    expect(later.field('How many').value).toBe('18');
    await later.click('Cancel');
    expect(later.text()).not.toContain('half written');
    expect(keptDraft()).toBeNull();
  });

  test('is not kept where nothing is typed, and no more once it is taken', async () => {
    const page = await open();
    await page.click('New order');
    press('Escape');
    await page.settle();
    expect(page.text()).not.toContain('half written');
    await page.click('New order');
    await fill(page);
    expect(keptDraft()).toMatchObject({ customer: 'E. Halla', time: '9.30' });
    await page.click('Take the order');
    page.http.expectOne({ method: 'POST', url: '/api/orders' }).flush(order({ id: 'o3', ticket: 'M-0403' }));
    await page.settle();
    expect(keptDraft()).toBeNull();
  });

  test('says on Enter which words still stand in the way, and goes to where they are put right', async () => {
    const page = await open();
    document.body.append(page.page);
    await page.click('New order');
    await page.type('Say it in one line', '12 dusk berry fri 10 for E. Halla, 3 zzz');
    page.page.querySelector('form')!.dispatchEvent(new Event('submit'));
    await page.settle();
    expect(page.text()).toContain('Not taken yet');
    page.http.expectNone('/api/orders');
    expect(document.activeElement!.textContent).toContain('Remove it');
  });
});
