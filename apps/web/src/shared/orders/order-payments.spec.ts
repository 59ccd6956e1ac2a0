import { TestBed } from '@angular/core/testing';
import type { CardState, CounterDeedDraft, CounterDeedsAsk, Order, Payment } from '@alnage/contract';
import { WallTime } from '../formats/wall-time';
import { order, workshop } from '../../testing/small-workshop';
import { readList, render, type Rendered } from '../../testing/render';
import { CounterOutbox } from './counter-outbox';
import { choosePerson } from '../person/person';
import { OrderPayments } from './order-payments';

const entry = (kind: Payment['kind'], amountMinor: number): Payment => ({
  kind,
  amountMinor,
  method: 'cash',
  at: '2026-06-18T08:00:00.000Z',
  by: 'runa',
  reference: null,
  givenMinor: null,
});

async function open(change: Partial<Order> = {}) {
  const shown = order(change as Parameters<typeof order>[0]);
  return render(OrderPayments, { orders: [shown] }, { order: shown, wall: new WallTime(workshop.timeZone) });
}

/** What the counter sends next. */
async function sent(page: Rendered<OrderPayments>): Promise<CounterDeedDraft> {
  await TestBed.inject(CounterOutbox).settled();
  const { request } = await vi.waitFor(() => page.http.expectOne('/api/counter/deeds'));
  return (request.body as CounterDeedsAsk).deeds[0]!;
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
    await page.type('Customer gives', '40');
    expect(page.text()).toContain('Change: €2.40');
    await page.click('Take it');
    const { deed, by, order: id } = await sent(page);
    expect([id, by]).toEqual(['o1', 'runa']);
    expect(deed).toEqual({ kind: 'cash', amountMinor: 3760, givenMinor: 4000 });
    choosePerson(null);
  });

  test('say what is missing of what the customer gives', async () => {
    const page = await open();
    await page.click('Take payment');
    await page.type('By', 'cash');
    await page.type('Customer gives', '50');
    expect(page.text()).toContain('€7.60 is missing.');
    await page.type('Customer gives', '57.60');
    expect(page.text()).toContain('No change.');
  });

  test('of nothing, or of a half cent, are not sent', async () => {
    const page = await open();
    await page.click('Take payment');
    await page.type('Amount', '');
    await page.click('Ask the terminal');
    page.http.expectNone('/api/orders/o1/card');
    expect(page.field('Amount').getAttribute('aria-invalid')).toBe('true');
  });

  test('by card wait for the terminal, are called off, and say how it ended', async () => {
    const page = await open();
    await page.click('Take payment');
    await page.click('Ask the terminal');
    const asked = page.http.expectOne('/api/orders/o1/card');
    expect(asked.request.body).toMatchObject({ kind: 'payment', amountMinor: 5760, version: 1 });
    asked.flush(order({ version: 2 }));
    const show = async (state: CardState, version: number): Promise<void> => {
      const card = {
        id: 'c1',
        kind: 'payment' as const,
        amountMinor: 5760,
        state,
        at: '2026-06-18T08:00:00.000Z',
      };
      page.fixture.componentRef.setInput('order', order({ card, version }));
      await page.settle();
    };
    await show('asked', 2);
    expect(page.text()).toMatch(/The terminal waits for the card: take €57\.60/);
    await page.click('Call it off');
    page.http.expectOne('/api/orders/o1/card/c1/cancel').flush(order({ version: 2 }));
    await show('unanswered', 3);
    expect(page.text()).toMatch(/The terminal did not answer\. Look at it: did it take €57\.60 ?\?/);
    await page.click('It did not');
    expect(page.http.expectOne('/api/orders/o1/card/c1/seen').request.body).toEqual({ wasTaken: false });
    await show('declined', 4);
    expect(page.text()).toContain('The card was declined: nothing was taken.');
  });

  test('that are too much are told at their field', async () => {
    const page = await open();
    await page.click('Take payment');
    await page.click('Ask the terminal');
    page.http.expectOne('/api/orders/o1/card').flush(
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
