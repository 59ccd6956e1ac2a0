import type { Order, Payment } from '@alnage/contract';
import { WallTime } from '../formats/wall-time';
import { order, workshop } from '../../testing/small-workshop';
import { readList, render } from '../../testing/render';
import { choosePerson } from '../person/person';
import { OrderPayments } from './order-payments';

const entry = (kind: Payment['kind'], amountMinor: number): Payment => ({
  kind,
  amountMinor,
  method: 'cash',
  at: '2026-06-18T08:00:00.000Z',
  by: 'runa',
  reference: null,
});

async function open(change: Partial<Order> = {}) {
  const shown = order(change as Parameters<typeof order>[0]);
  return render(OrderPayments, { orders: [shown] }, { order: shown, wall: new WallTime(workshop.timeZone) });
}

describe('the payments of an order', () => {
  // 24 dusk berries at 2.40
  test('tell what was paid, by whom, and what is still to pay', async () => {
    const page = await open({ payments: [entry('deposit', 2000)] });
    expect(page.text()).toContain('€20.00 of €57.60, €37.60 to pay');
    expect(page.text()).toContain('deposit €20.00, cash, Thu 18 Jun, 11:00, Runa');
  });

  test('are booked against the version that was seen, by whoever is here, the balance first', async () => {
    const page = await open({ payments: [entry('deposit', 2000)], version: 3 });
    choosePerson('runa');
    await page.click('Take payment');
    expect(page.field('Amount').value).toBe('37.60');
    await page.type('By', 'cash');
    await page.click('Record it');
    const { request } = page.http.expectOne({ method: 'POST', url: '/api/orders/o1/payments' });
    expect(request.body).toEqual({ kind: 'payment', method: 'cash', amountMinor: 3760, version: 3 });
    expect(request.headers.get('x-alnage-person')).toBe('runa');
    choosePerson(null);
  });

  test('of nothing, or of a half cent, are not sent', async () => {
    const page = await open();
    await page.click('Take payment');
    await page.type('Amount', '');
    await page.click('Record it');
    page.http.expectNone('/api/orders/o1/payments');
    expect(page.field('Amount').getAttribute('aria-invalid')).toBe('true');
  });

  test('that the device declines say so, and keep what was typed; too much is told at its field', async () => {
    const page = await open();
    await page.click('Take payment');
    await page.click('Record it');
    page.http
      .expectOne('/api/orders/o1/payments')
      .flush({ code: 'card-declined', errors: [], params: {} }, { status: 409, statusText: 'no' });
    await page.settle();
    expect(page.text()).toContain('The card device declined. Nothing was taken');
    await page.click('Record it');
    page.http.expectOne('/api/orders/o1/payments').flush(
      {
        code: 'invalid-input',
        errors: [
          { pointer: '/amountMinor', code: 'more-than-due', params: { range: 'what is still to pay' } },
        ],
      },
      { status: 400, statusText: 'no' },
    );
    await page.settle();
    expect(page.text()).toContain('That is more than what is still to pay.');
    expect(page.field('Amount').value).toBe('57.60');
  });

  test('of a cancelled order go back by the shop’s rule', async () => {
    // Friday 15:00 is 27 hours away, less than the 48 of the rule: half of it
    const page = await open({ state: 'cancelled', payments: [entry('payment', 5760)] });
    await page.click('Give back');
    expect(page.text()).toContain('The shop’s rule gives back €28.80 now.');
    expect(page.field('Amount').value).toBe('28.80');
  });

  test('close once they are booked, not when another order is', async () => {
    const page = await open();
    await page.click('Take payment');
    readList(page.store, [order()]);
    page.fixture.componentRef.setInput('order', order());
    await page.settle();
    expect(page.page.querySelector('form')).not.toBeNull();
    page.fixture.componentRef.setInput('order', order({ version: 2, payments: [entry('payment', 5760)] }));
    await page.settle();
    expect(page.page.querySelector('form')).toBeNull();
    expect(page.text()).toContain('€57.60 of €57.60, all of it');
  });
});
