import { render } from '../testing/render';
import { OrdersPage } from './orders-page';
import { forgetDraft } from './parts/kept-draft';

// what another test left half written is not gone on with
beforeEach(() => forgetDraft());

test('an order of what its customer must never have stops, until somebody says why with their name', async () => {
  const page = await render(OrdersPage, { orders: [] });
  await page.click('New order');
  await page.type('Who', 'E. Halla');
  await page.type('Time', '9.30');
  await page.type('Of what', 'dusk-berry');
  await page.click('Take the order');
  page.http.expectOne('/api/orders').flush(
    {
      code: 'invalid-input',
      errors: [
        {
          pointer: '/customer',
          code: 'not-for-customer',
          params: { customer: 'E. Halla', piece: 'dusk-berry', allergens: 'soya' },
        },
      ],
    },
    { status: 400, statusText: 'no' },
  );
  await page.settle();
  const question = page.page.querySelector('[role=alertdialog]')!;
  expect(question.textContent).toContain('Stop: this is not for E. Halla');
  expect(question.textContent).toContain('Dusk berry contains soya, which E. Halla must never have.');
  // it is said once
  expect(page.text().match(/must never have/g)).toHaveLength(1);
  await page.click('Take it knowingly');
  page.http.expectNone('/api/orders');
  expect(page.text()).toContain('Say why.');
  expect(page.text()).toContain('Give your name.');
  await page.type('Why it is right', ' For the neighbours ');
  await page.type('Your name', 'Runa');
  await page.click('Take it knowingly');
  expect(page.http.expectOne('/api/orders').request.body).toMatchObject({
    state: 'promised',
    despiteAllergy: { reason: 'For the neighbours', name: 'Runa' },
  });
});
