import { figures } from '../testing/small-season';
import { order, savedPlan } from '../testing/small-workshop';
import { press, render, type Rendered } from '../testing/render';
import { OrdersPage } from './orders-page';
import { forgetDraft } from './parts/kept-draft';

// what another test left half written is not gone on with
beforeEach(() => forgetDraft());

const orders = [order(), order({ id: 'o2', ticket: 'M-0402', customer: 'Quay café', state: 'cancelled' })];

/** The Orders place with a new order begun. */
async function begun(): Promise<Rendered<OrdersPage>> {
  const page = await render(OrdersPage, { orders, figures: figures(), saved: savedPlan([orders[0]!]) });
  press('+');
  await page.settle();
  return page;
}

describe('an order that is said in one line', () => {
  test('fills in the order, and keeps it until all of it is understood', async () => {
    const page = await begun();
    await page.type(
      'Say it in one line',
      '2 dozen dusk berry, 1 six berries blue fri 9.30 at the quay for E. Halla',
    );
    const said = [...page.page.querySelectorAll('.said li')].map((item) =>
      item.textContent!.replace(/\s+/g, ' ').trim(),
    );
    expect(said).toEqual([
      'order 24 dusk berry',
      'order 1 six berries: 6 dusk berry',
      'day Fri 19',
      'time 09:30',
      'where Stall on the quay',
      'who E. Halla',
    ]);
    expect(page.text()).toContain('“blue” is not understood');
    page.page.querySelector('form')!.dispatchEvent(new Event('submit'));
    page.http.expectNone('/api/orders');
    await page.click('Remove it');
    page.page.querySelector('form')!.dispatchEvent(new Event('submit'));
    expect(page.http.expectOne('/api/orders').request.body).toEqual({
      customer: 'E. Halla',
      lines: [{ piece: 'dusk-berry', pieces: 24 }],
      boxes: [{ box: 'six', count: 1, contents: [] }],
      pickup: '2026-06-19T09:30',
      pickupPoint: 'quay',
      note: '',
      state: 'promised',
      despiteKitchen: null,
    });
  });

  test('is read to the last letter, however soon Enter comes, and leaves what was put right by hand', async () => {
    const page = await begun();
    await page.type('Say it in one line', '12 dusk berry blue fri 10 for E. Hall');
    await page.type('Time', '11:30');
    await page.click('Remove it');
    expect(page.field('Time').value).toBe('11:30');
    const line = page.field('Say it in one line') as HTMLInputElement;
    line.value += 'a';
    line.dispatchEvent(new Event('input'));
    page.page.querySelector('form')!.dispatchEvent(new Event('submit'));
    expect(page.http.expectOne('/api/orders').request.body).toMatchObject({
      customer: 'E. Halla',
      pickup: '2026-06-19T11:30',
    });
  });

  test('offers what an unclear word may be, in its place', async () => {
    const page = await begun();
    await page.type('Say it in one line', 'six berries');
    expect(page.text()).toContain('“six berries” how many?');
    await page.click('6 six berries');
    expect(page.text()).toContain('6 six berries: 36 dusk berry');
  });
});
