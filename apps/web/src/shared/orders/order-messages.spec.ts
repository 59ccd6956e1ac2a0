import { WallTime } from '../formats/wall-time';
import { order } from '../../testing/small-workshop';
import { render } from '../../testing/render';
import { OrderMessages } from './order-messages';

test('an order says what its customer was told, and at once what did not arrive', async () => {
  const wall = new WallTime('Europe/Helsinki');
  const page = await render(OrderMessages, {}, { order: order(), wall });
  const message = {
    ...{ id: 'm1', order: 'o1', ticket: 'M-0401', customer: 'I. Varg', channel: 'text', address: '050 0163' },
    ...{ subject: '', body: 'x', dueAt: '2026-06-18T08:00:00.000Z', sentAt: '2026-06-18T08:00:00.000Z' },
  };
  page.http.expectOne('/api/messages?order=o1').flush([
    { ...message, kind: 'ready', state: 'bounced', fault: 'no such number' },
    { ...message, id: 'm2', kind: 'confirmed', state: 'delivered', fault: '' },
  ]);
  await page.settle();
  expect(page.page.querySelector('.note.over')!.textContent!.replace(/\s+/g, ' ').trim()).toBe(
    'Ready did not arrive, text message to 050 0163: no such number. Ring them.',
  );
  expect(page.page.querySelectorAll('li')).toHaveLength(2);
  page.fixture.componentRef.setInput('order', order({ id: 'o2' }));
  await page.settle();
  page.http.expectOne('/api/messages?order=o2').flush([]);
  await page.settle();
  expect(page.page.querySelector('.note')).toBeNull();
});
