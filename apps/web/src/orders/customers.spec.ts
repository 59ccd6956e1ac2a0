import type { Customer } from '@alnage/contract';
import { render } from '../testing/render';
import { order, savedPlan } from '../testing/small-workshop';
import { OrdersPage } from './orders-page';
import { forgetDraft } from './parts/kept-draft';

beforeEach(() => forgetDraft());

const orders = [order()];
const anker: Customer = {
  id: 'a-anker',
  name: 'A. Anker',
  phone: '050 0199',
  allergies: ['soya'],
  wishes: 'No ribbon',
  version: 1,
};

test('knows a customer by name or telephone, and says what they must not have', async () => {
  const page = await render(OrdersPage, { orders, saved: savedPlan([orders[0]!]), customers: [anker] });
  await page.click('New order');
  await page.type('Who', 'anke');
  await page.click('A. Anker 050 0199');
  expect(page.field('Who').value).toBe('A. Anker');
  expect(page.text()).toContain('Never soya. No ribbon 050 0199');
  expect(page.text()).not.toContain('Not for A. Anker');
  // a box of berries: their dark coating has soya
  await page.type('Of what', 'box:six');
  expect(page.text()).toContain('Not for A. Anker: Dusk berry has soya.');
  await page.type('Who', '0500199');
  await page.type('Time', '9.30');
  await page.click('Take the order');
  expect(page.http.expectOne('/api/orders').request.body).toMatchObject({ customer: 'A. Anker' });
});

test('takes a telephone and what must never be in it from the line, or from their fields', async () => {
  const page = await render(OrdersPage, { orders, saved: savedPlan([orders[0]!]) });
  await page.click('New order');
  await page.type('Say it in one line', '6 dusk berry fri 9.30 for Petra tel 050 0777 never soya');
  expect(page.page.querySelector('.said')!.textContent).toMatch(/telephone\s+050 0777\s+never\s+soya/);
  expect(page.field('Telephone').value).toBe('050 0777');
  // nobody remembers Petra, and it is not for her all the same
  expect(page.text()).toContain('Never soya. 050 0777');
  expect(page.text()).toContain('Not for Petra: Dusk berry has soya.');
  await page.click('Must never have: soya');
  await vi.waitFor(() => {
    page.fixture.detectChanges();
    expect(page.page.querySelector('al-ticks')).not.toBeNull();
  });
  await page.click('soya');
  await page.click('sesame');
  expect(page.text()).not.toContain('Not for Petra');
  await page.click('Take the order');
  expect(page.http.expectOne('/api/orders').request.body).toMatchObject({
    customer: 'Petra',
    phone: '050 0777',
    allergies: ['sesame'],
  });
});

test('remembers with a customer what was said with their order', async () => {
  const petra = order({ customer: 'Petra', phone: '050 0777', allergies: ['soya'] });
  const page = await render(OrdersPage, { orders: [petra], saved: savedPlan([petra]) });
  await page.click('M-0401');
  expect(page.text()).toContain('Never soya. 050 0777');
  expect(page.text()).toContain('Not for Petra: Dusk berry has soya.');
  await page.click('Save Petra as a customer');
  expect(page.http.expectOne('/api/customers').request.body).toEqual({
    ...{ name: 'Petra', phone: '050 0777', allergies: ['soya'], wishes: '' },
  });
});

test('shows of an order what is remembered of its customer, or remembers them', async () => {
  const page = await render(OrdersPage, {
    orders: [orders[0]!, order({ id: 'o7', ticket: 'M-0407', customer: 'A. Anker', customerId: 'a-anker' })],
    saved: savedPlan([orders[0]!]),
    customers: [anker],
  });
  await page.click('M-0407');
  const where = page.page.querySelector('a[href*="customers?record"]')!;
  expect([where.textContent, where.getAttribute('href')]).toEqual([
    'A. Anker under Customers',
    '/workshop/customers?record=a-anker',
  ]);
  expect(page.text()).toContain('Never soya.');
  expect(page.text()).toContain('Not for A. Anker: Dusk berry has soya.');
  await page.click('M-0401');
  await page.click('Save I. Varg as a customer');
  expect(page.http.expectOne('/api/customers').request.body).toEqual({
    name: 'I. Varg',
    phone: '',
    allergies: [],
    wishes: '',
  });
});
