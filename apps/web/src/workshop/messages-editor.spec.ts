import type { MessageSettings } from '@alnage/contract';
import { DEFAULT_MESSAGES } from '@alnage/core/messages';
import { order } from '../testing/small-workshop';
import { render, type Rendered } from '../testing/render';
import { MessagesEditor } from './parts/messages-editor';

const settings: MessageSettings = {
  ...{ texts: DEFAULT_MESSAGES, quiet: { from: '21:00', until: '08:00' }, reminderHours: 24, version: 3 },
};
const SETTINGS = '/api/messages/settings';

async function open(): Promise<Rendered<MessagesEditor>> {
  const page = await render(MessagesEditor);
  page.http
    .expectOne(({ url }) => url === '/api/orders')
    .flush({ total: 1, offset: 0, index: null, orders: [order()] });
  page.http.expectOne(SETTINGS).flush(settings);
  await page.settle();
  return page;
}

/** Waits until what was typed is tried, and answers it. */
async function tried(page: Rendered<MessagesEditor>, body: string) {
  const request = await vi.waitFor(() => {
    const [last] = page.http.match('/api/messages/preview').slice(-1);
    expect((last!.request.body as { body: string }).body).toContain(body);
    return last!;
  });
  return request;
}

describe('what customers are told', () => {
  test('is tried with a real order while one types', async () => {
    const page = await open();
    const first = await tried(page, 'we have your order {ticket}');
    first.flush({ channel: 'mail', address: 'ada@example.org', subject: 'Your order', body: 'Hello Ada' });
    await page.settle();
    expect(page.text()).toContain('By mail to ada@example.org');
    expect(page.page.querySelector('.paper')!.textContent).toContain('Hello Ada');
    await page.type('Text', 'Hello {nobody}');
    const wrong = await tried(page, '{nobody}');
    const errors = [{ pointer: '/body', code: 'not-understood', params: { value: '{nobody}' } }];
    wrong.flush({ code: 'invalid-input', params: {}, errors }, { status: 400, statusText: 'no' });
    await page.settle();
    expect(page.text()).toContain('“{nobody}” is not understood.');
  });

  test('is saved all together, by the version that was seen', async () => {
    const page = await open();
    await page.type('Text', 'Hello');
    await page.type('Message', 'ready');
    expect(page.field('Subject of a mail').value).toBe('Your order {ticket} is ready');
    await page.type('It', 'no');
    await page.type('Quiet from', '22');
    await page.click('Save all of them');
    const put = page.http.expectOne({ method: 'PUT', url: SETTINGS });
    expect(put.request.body).toMatchObject({
      ...{ version: 3, reminderHours: 24, quiet: { from: '22:00', until: '08:00' } },
      texts: { confirmed: { body: 'Hello', isOn: true }, ready: { isOn: false } },
    });
    // what is wrong with another one opens it
    const errors = [{ pointer: '/texts/confirmed/body', code: 'not-understood', params: { value: '{x}' } }];
    put.flush({ code: 'invalid-input', params: {}, errors }, { status: 400, statusText: 'no' });
    await page.settle();
    expect(page.field('Message').value).toBe('confirmed');
    expect(page.text()).toContain('“{x}” is not understood.');
    await page.click('Save all of them');
    page.http.expectOne({ method: 'PUT', url: SETTINGS }).flush({ ...settings, version: 4 });
    await page.settle();
    expect(page.text()).not.toContain('not understood');
  });
});
