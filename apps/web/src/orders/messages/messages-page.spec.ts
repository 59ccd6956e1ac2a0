import { TestBed } from '@angular/core/testing';
import type { MessageView } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { LiveActions } from '../../state/live.state';
import { render } from '../../testing/render';
import { MessagesPage } from './messages-page';

const waiting: MessageView = {
  ...{ id: 'm1', order: 'o1', ticket: 'M-0401', customer: 'I. Varg', kind: 'ready', state: 'waiting' },
  ...{ channel: 'text', address: '050 0163', subject: '', body: 'Your order is ready.' },
  ...{ dueAt: '2026-06-18T08:34:00.000Z', sentAt: null, fault: '' },
};
const sentAt = '2026-06-18T08:00:00.000Z';
const all: MessageView[] = [
  waiting,
  { ...waiting, id: 'm2', ticket: 'M-0402', state: 'bounced', sentAt, fault: 'no such number' },
  {
    ...waiting,
    id: 'm3',
    ticket: 'M-0403',
    state: 'delivered',
    sentAt,
    kind: 'thanks',
    channel: 'mail',
    subject: 'Bye',
  },
  { ...waiting, id: 'm4', ticket: 'M-0404', state: 'stopped', fault: 'stopped by hand' },
  { ...waiting, id: 'm5', ticket: 'M-0405', channel: null, address: '' },
];

async function open(messages = all) {
  const page = await render(MessagesPage);
  page.http.expectOne('/api/messages').flush(messages);
  await page.settle();
  return page;
}

describe('the messages to customers', () => {
  test('are told by what became of them, what did not arrive first', async () => {
    const page = await open();
    expect([...page.page.querySelectorAll('main h2')].map((head) => head.textContent)).toEqual([
      'Did not arrive',
      'To be sent',
      'Sent',
      'Not sent',
    ]);
    expect(page.text()).toContain('did not arrive, text message to 050 0163: no such number');
    expect(page.text()).toContain('Thu 18, 11:34, nobody can be reached');
    const sent = 'delivered Thu 18, 11:00, mail to 050 0163';
    await page.click(`Thanks, and how to keep it, M-0403, I. Varg: ${sent}`);
    expect(page.page.querySelector('aside')!.textContent).toContain('Bye');
    expect(page.page.querySelector('.body')!.textContent).toBe('Your order is ready.');
  });

  test('are stopped as long as they wait, and read anew when something changes', async () => {
    const page = await open();
    await page.click('Stop it: Ready, M-0401');
    page.http.expectOne('/api/messages/m1/stop').flush(null);
    page.http.expectOne('/api/messages').flush([]);
    await page.settle();
    expect(page.text()).toContain('Nobody has been told anything yet.');
    TestBed.inject(Store).dispatch(LiveActions.messagesChanged());
    page.http.expectOne('/api/messages').flush([waiting]);
    await page.settle();
    await page.click('Stop it: Ready, M-0401');
    page.http
      .expectOne('/api/messages/m1/stop')
      .flush({ code: 'already-done', errors: [], params: {} }, { status: 409, statusText: 'no' });
    page.http.expectOne('/api/messages').flush([{ ...waiting, state: 'sending' }]);
    await page.settle();
    expect(page.page.querySelector('[role="alert"]')!.textContent).toContain('already');
    expect(page.text()).toContain('on its way, text message to 050 0163');
  });
});
