import { WallTime } from '../formats/wall-time';
import { names, order, workshop } from '../../testing/small-workshop';
import { render } from '../../testing/render';
import { changeText, type EventNames } from './order-event-words';
import { OrderHistory } from './order-history';

const words: EventNames = { currency: 'EUR', points: new Map([['quay', 'Stall on the quay']]), names };

test.each([
  [{ field: 'total', from: '2880', to: '4320' }, 'comes to: €28.80 → €43.20'],
  [{ field: 'state', from: 'promised', to: 'handed-over' }, 'state: promised → handed over'],
  [{ field: 'pickupPoint', from: null, to: 'quay' }, 'where: nothing → Stall on the quay'],
  [{ field: 'lines', from: '12 dusk-berry', to: '' }, 'loose pieces: 12 dusk berry → nothing'],
  [{ field: 'boxes', from: '', to: '2 six (6 dusk-berry)' }, 'boxes: nothing → 2 six berries (6 dusk berry)'],
  [
    { field: 'pickup', from: '2026-06-19T15:00', to: '2026-06-19T16:00' },
    'pickup: Fri 19 Jun, 15:00 → Fri 19 Jun, 16:00',
  ],
])('a change reads %j', (change, text) => {
  expect(changeText(change, words)).toBe(text);
});

describe('the history of an order', () => {
  const open = async () => {
    const page = await render(OrderHistory, {}, { order: order(), wall: new WallTime(workshop.timeZone) });
    const details = page.page.querySelector('details')!;
    details.open = true;
    details.dispatchEvent(new Event('toggle'));
    await page.settle();
    return page;
  };

  test('is read when it is opened, and says who did what', async () => {
    const page = await open();
    page.http.expectOne('/api/orders/o1/history').flush([
      { at: '2026-06-18T08:00:00.000Z', by: 'runa', what: 'taken', changes: [] },
      {
        at: '2026-06-18T08:30:00.000Z',
        by: null,
        what: 'changed',
        changes: [{ field: 'note', from: null, to: 'Ring' }],
      },
    ]);
    await page.settle();
    expect(page.text()).toContain('Thu 18 Jun, 11:00: taken by Runa');
    expect(page.text()).toContain('Thu 18 Jun, 11:30: changednote: nothing → Ring');
  });

  test('of an order from before there were histories says that nothing was written down', async () => {
    const page = await open();
    page.http.expectOne('/api/orders/o1/history').flush([]);
    await page.settle();
    expect(page.text()).toContain('Nothing is recorded yet');
  });

  test('that cannot be read says why', async () => {
    const page = await open();
    page.http.expectOne('/api/orders/o1/history').error(new ProgressEvent('error'));
    await page.settle();
    expect(page.text()).toContain('The server does not answer.');
  });
});
