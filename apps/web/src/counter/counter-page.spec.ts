import { TestBed } from '@angular/core/testing';
import { benchWorks } from '@alnage/core/bench';
import { Store } from '@ngrx/store';
import { EllStore } from '../shared/ell/ell.store';
import { BenchActions } from '../state/bench.state';
import { bench } from '../testing/small-bench';
import { order, savedPlan } from '../testing/small-workshop';
import { render, type Rendered } from '../testing/render';
import { CounterPage } from './counter-page';

const orders = [
  order({ note: 'No nuts' }),
  order({
    id: 'o2',
    ticket: 'M-0402',
    customer: 'Quay café',
    state: 'ready',
    pickupAt: '2026-06-19T14:00:00.000Z',
  }),
  order({ id: 'o3', ticket: 'M-0403', state: 'handed-over' }),
];

async function openFriday(): Promise<Rendered<CounterPage>> {
  const page = await render(CounterPage, { orders, saved: savedPlan(orders.slice(0, 2)) });
  TestBed.inject(EllStore).pick(1, 1);
  await page.settle();
  return page;
}

describe('the Counter place', () => {
  test('shows the day by hour, with what is to go and gone', async () => {
    const page = await openFriday();
    expect(page.page.querySelector('h1')!.textContent).toBe('Friday’s handover');
    expect(page.text()).toContain('2 to collect · 1 collected');
    expect([...page.page.querySelectorAll('h2')].slice(0, 2).map((h) => h.textContent)).toEqual([
      '15:00',
      '17:00',
    ]);
    expect(page.text()).toContain('No nuts');
  });

  test('puts on the shelf and hands over, one step at a time', async () => {
    const page = await openFriday();
    // on Thursday it is not made by the plan
    await page.click('On the shelf, M-0401');
    page.http.expectNone('/api/orders/o1/move');
    expect(page.text()).toMatch(/By the plan it is not packed before Fri 19, /);
    await page.click('It is made: on the shelf');
    page.http.expectOne('/api/orders/o1/move').flush(order({ state: 'ready', version: 2 }));
    await page.settle();
    await page.click('Hand over, M-0401');
    page.http.expectNone('/api/orders/o1/move');
    // a double tap is no answer
    await page.click('Hand over, M-0401');
    page.http.expectNone('/api/orders/o1/move');
    expect(page.page.querySelector('.stop')!.textContent).toMatch(
      /For .*\. Contains soya\. €\d+\.\d\d to pay\./,
    );
    await page.click('Hand it over all the same');
    const request = page.http.expectOne('/api/orders/o1/move');
    expect(request.request.body).toEqual({ to: 'handed-over', version: 2, despiteKitchen: null });
    request.flush(order({ state: 'handed-over', version: 3 }));
    await page.settle();
    expect(page.text()).toContain('1 to collect · 2 collected');
    // what was not paid stays in sight
    expect(page.page.querySelector('.gone .figure.care')!.textContent).toMatch(/to pay/);
  });

  test('says of an order that was taken knowingly what is in it, and who said why', async () => {
    const allergyWaiver = {
      ...{ reason: 'For the neighbours', name: 'Runa' },
      clashes: [
        { piece: 'oat-ball', allergens: ['nuts'] },
        { piece: 'rye-truffle', allergens: ['gluten', 'nuts'] },
      ],
    };
    const page = await render(CounterPage, {
      orders: [order({ allergyWaiver })],
      saved: savedPlan([orders[0]!]),
    });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    const told = 'Has gluten and nuts in spite of the customer’s allergy: For the neighbours (Runa)';
    expect(page.page.querySelector('.who')!.textContent).toContain(told);
    await page.click('M-0401');
    expect(page.page.querySelector('aside')!.textContent).toContain(told);
  });

  test('takes the order whose ticket is scanned, and is free for the next', async () => {
    const page = await openFriday();
    const find = page.field('Name, ticket or telephone');
    const scan = async (text: string): Promise<void> => {
      await page.type('Name, ticket or telephone', text);
      find.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
      await page.settle();
    };
    await scan('m-0402');
    expect(page.page.querySelector('aside h2')!.textContent).toContain('M-0402, Quay café');
    expect(find.value).toBe('');
    // several match: nobody is taken for another
    await scan('M-04');
    expect(page.page.querySelector('aside h2')!.textContent).toContain('M-0402');
    expect(find.value).toBe('M-04');
    await scan('M-0999');
    expect(page.text()).toContain('0 to collect · 0 collected');
    expect(page.page.querySelector('aside h2')!.textContent).toContain('M-0402');
  });

  test('hands nobody what they must never have unless somebody says why, with their name', async () => {
    const never = order({ state: 'ready', version: 2, allergies: ['soya'] });
    const page = await render(CounterPage, { orders: [never], saved: savedPlan([orders[0]!]) });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    await page.click('Hand over, M-0401');
    expect(page.page.querySelector('.stop')!.textContent).toMatch(/must never have soya/);
    expect(page.text()).not.toContain('Hand it over all the same');
    await page.click('Hand it over knowingly');
    page.http.expectNone('/api/orders/o1/move');
    await page.type('Why it is right', 'For her neighbour');
    await page.type('Your name', 'Maj');
    await page.click('Hand it over knowingly');
    expect(page.http.expectOne('/api/orders/o1/move').request.body).toEqual({
      ...{ to: 'handed-over', version: 2, despiteKitchen: null },
      despiteAllergy: { reason: 'For her neighbour', name: 'Maj' },
    });
  });

  test('asks about what only the server knows: what the lots brought in that went into it', async () => {
    const page = await render(CounterPage, {
      orders: [order({ state: 'ready', version: 2, payments: [], balanceMinor: 0 })],
      saved: savedPlan([orders[0]!]),
    });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    await page.click('Hand over, M-0401');
    const params = { customer: 'I. Varg', piece: 'dusk-berry', allergens: 'lupin' };
    page.http.expectOne('/api/orders/o1/move').flush(
      {
        code: 'invalid-input',
        params: {},
        errors: [{ pointer: '/customer', code: 'not-for-customer', params }],
      },
      { status: 400, statusText: 'Bad Request' },
    );
    await page.settle();
    expect(page.page.querySelector('.stop')!.textContent).toContain(
      'Dusk berry contains lupin, which I. Varg must never have.',
    );
    await page.type('Why it is right', 'They eat it');
    await page.type('Your name', 'Maj');
    await page.click('Hand it over knowingly');
    expect(page.http.expectOne('/api/orders/o1/move').request.body).toMatchObject({
      despiteAllergy: { reason: 'They eat it', name: 'Maj' },
    });
    expect(page.page.querySelector('.stop')).toBeNull();
  });

  test('takes back what was done by mistake, however long ago', async () => {
    const page = await render(CounterPage, {
      orders: [order({ state: 'handed-over', version: 3 })],
      saved: savedPlan([orders[0]!]),
    });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    await page.click('M-0401');
    await page.click('Not handed over after all');
    const back = page.http.expectOne('/api/orders/o1/move');
    expect(back.request.body).toEqual({ to: 'ready', version: 3, despiteKitchen: null });
    back.flush(order({ state: 'ready', version: 4 }));
    await page.settle();
    await page.click('Not on the shelf after all');
    expect(page.http.expectOne('/api/orders/o1/move').request.body).toMatchObject({
      to: 'promised',
      version: 4,
    });
  });

  test('shows the chosen order, but does not change it from here', async () => {
    const page = await openFriday();
    await page.click('M-0401');
    expect(page.page.querySelector('aside')!.textContent).toContain('Say at the counter');
    expect(page.text()).not.toContain('Cancel the order');
  });

  test('goes by the bench, not by the plan, and says how far each piece is', async () => {
    const saved = savedPlan(orders.slice(0, 2));
    const works = benchWorks(saved.problem, saved.plan);
    const wash = works.find((work) => work.kind === 'stage')!.key;
    const page = await render(CounterPage, { orders, saved, bench: { ...bench, works, ended: [wash] } });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    await page.click('On the shelf, M-0401');
    page.http.expectNone('/api/orders/o1/move');
    expect(page.page.querySelector('.stop')!.textContent).toContain(
      'The bench says: 24 dusk berry under way.',
    );
    expect(page.page.querySelector('aside')!.textContent).toContain('by the bench: under way');
    TestBed.inject(Store).dispatch(
      BenchActions.read({ bench: { ...bench, works, ended: works.map(({ key }) => key) } }),
    );
    await page.settle();
    expect(page.page.querySelector('.stop')).toBeNull();
    await page.click('On the shelf, M-0401');
    page.http.expectOne('/api/orders/o1/move').flush(order({ state: 'ready', version: 2 }));
  });

  test('says so when nobody collects', async () => {
    const page = await render(CounterPage, { orders: [] });
    expect(page.text()).toContain('Nobody collects on this day.');
  });
});
