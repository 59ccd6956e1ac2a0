import { TestBed } from '@angular/core/testing';
import type { DayTill } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { EllStore } from '../../shared/ell/ell.store';
import { LiveActions } from '../../state/live.state';
import { render } from '../../testing/render';
import { TillPage } from './till-page';

const NOTHING = { inMinor: 0, outMinor: 0 };
const till: DayTill = {
  day: '2026-06-19',
  orders: { cash: { inMinor: 34_660, outMinor: 380 }, card: { inMinor: 5700, outMinor: 0 } },
  spare: { cash: { inMinor: 240, outMinor: 0 }, card: NOTHING },
  openCards: [{ ticket: 'M-0388', amountMinor: 2490 }],
  sold: [{ share: 0.23, netMinor: 10_000, taxMinor: 2300, grossMinor: 12_300 }],
  floatMinor: 5000,
  closing: null,
};
const TILL = '/api/till?day=2026-06-19';

async function openFriday(read = till) {
  const page = await render(TillPage);
  TestBed.inject(EllStore).pick(1, 1);
  await page.settle();
  for (const other of page.http.match((request) => request.urlWithParams === '/api/till?day=2026-06-18'))
    other.flush({ ...till, day: '2026-06-18' });
  page.http.expectOne(TILL).flush(read);
  await page.settle();
  return page;
}

describe('the till of a day', () => {
  test('tells what was taken, and what the drawer must hold', async () => {
    const page = await openFriday();
    expect(page.page.querySelector('h1')!.textContent).toBe('Friday’s till');
    const rows = [...page.page.querySelectorAll('main tr')].map((row) => row.textContent!.trim());
    expect(rows).toEqual([
      'Cash for orders€346.60',
      'Cash for orders, given back-€3.80',
      'Cash for other pieces€2.40',
      'Cards for orders€57.00',
    ]);
    expect(page.text()).toContain('23% tax€100.00€23.00€123.00');
    expect(page.text()).toContain('M-0388: nobody knows yet whether €24.90 was taken.');
    // 50.00 + 346.60 − 3.80 + 2.40
    expect(page.page.querySelector('.must strong')!.textContent).toBe('€395.20');
  });

  test('says what is missing while somebody counts, and is closed with it', async () => {
    const page = await openFriday();
    await page.click('Close the day');
    page.http.expectNone('/api/till/closings');
    await page.type('Counted', '390');
    expect(page.text()).toContain('€5.20 is missing.');
    await page.type('Lay in it in the morning', '44.80');
    expect(page.text()).toContain('It is right.');
    await page.type('To be said of it', ' all there ');
    await page.click('Close the day');
    const request = page.http.expectOne('/api/till/closings');
    expect(request.request.body).toEqual({
      ...{ day: '2026-06-19', floatMinor: 4480, countedMinor: 39_000, note: 'all there' },
    });
    const closing = {
      ...request.request.body,
      expectedMinor: 39_100,
      at: '2026-06-19T17:00:00.000Z',
      by: 'runa',
    };
    request.flush({ ...till, floatMinor: 4480, closing });
    await page.settle();
    expect(page.text()).toContain(
      'Closed Fri 19, 20:00 by Runa: €390.00 counted. €1.00 is missing. all there',
    );
    expect(page.text()).toContain('Close the day again');
    expect(page.field('Counted').value).toBe('');
  });

  test('is read anew when money is taken; what somebody types stays', async () => {
    const page = await openFriday();
    await page.type('Counted', '390');
    TestBed.inject(Store).dispatch(LiveActions.ordersChanged());
    page.http.expectOne(TILL).flush({ ...till, spare: { cash: NOTHING, card: NOTHING } });
    await page.settle();
    expect(page.page.querySelector('.must strong')!.textContent).toBe('€392.80');
    expect(page.field('Counted').value).toBe('390');
  });

  test('tells what is wrong with what was typed, and keeps it', async () => {
    const page = await openFriday();
    await page.type('Counted', '390');
    await page.click('Close the day');
    const errors = [{ pointer: '/countedMinor', code: 'too-large', params: { limit: 1 } }];
    page.http
      .expectOne('/api/till/closings')
      .flush({ code: 'invalid-input', params: {}, errors }, { status: 400, statusText: 'no' });
    await page.settle();
    expect(page.page.querySelector('[role="alert"]')!.textContent).toContain('Not saved');
    expect(page.field('Counted').value).toBe('390');
  });
});
