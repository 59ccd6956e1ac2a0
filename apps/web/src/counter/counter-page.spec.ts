import { TestBed } from '@angular/core/testing';
import type { CounterDeedDraft, CounterDeedsAsk, Order } from '@alnage/contract';
import { benchWorks } from '@alnage/core/bench';
import { Store } from '@ngrx/store';
import { CounterOutbox } from '../shared/orders/counter-outbox';
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

const DEEDS = '/api/counter/deeds';

interface Answer {
  readonly order: Order;
  readonly refusal?: object | null;
}

/** Answers the deed that the counter sends next, and tells what that was. */
async function answer(
  page: Rendered<CounterPage>,
  { order: now, refusal = null }: Answer,
): Promise<CounterDeedDraft> {
  await TestBed.inject(CounterOutbox).settled();
  const request = await vi.waitFor(() => page.http.expectOne(DEEDS));
  const [draft] = (request.request.body as CounterDeedsAsk).deeds;
  request.flush({ taken: [{ id: draft!.id, order: now, refusal, at: now.pickupAt }] });
  await vi.waitFor(() => expect(TestBed.inject(CounterOutbox).waiting()).toEqual([]));
  await page.settle();
  return draft!;
}

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
    page.http.expectNone(DEEDS);
    expect(page.text()).toMatch(/By the plan it is not packed before Fri 19, /);
    await page.click('It is made: on the shelf');
    expect(await answer(page, { order: order({ state: 'ready', version: 2 }) })).toMatchObject({
      ...{ order: 'o1', isDone: false, despiteAllergy: null, deed: { kind: 'shelve' } },
    });
    await page.click('Hand over, M-0401');
    page.http.expectNone(DEEDS);
    // a double tap is no answer
    await page.click('Hand over, M-0401');
    page.http.expectNone(DEEDS);
    expect(page.page.querySelector('.stop')!.textContent).toMatch(
      /For .*\. Contains soya\. €\d+\.\d\d to pay\./,
    );
    await page.click('Hand it over all the same');
    const sent = await answer(page, { order: order({ state: 'handed-over', version: 3 }) });
    expect(sent.deed).toEqual({ kind: 'hand-over', collectedBy: '', parts: null });
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
    page.http.expectNone(DEEDS);
    await page.type('Why it is right', 'For her neighbour');
    await page.type('Your name', 'Maj');
    await page.click('Hand it over knowingly');
    expect((await answer(page, { order: never })).despiteAllergy).toEqual({
      ...{ reason: 'For her neighbour', name: 'Maj' },
    });
  });

  test('asks about what only the server knows: what the lots brought in that went into it', async () => {
    const paid = order({ state: 'ready', version: 2, payments: [], balanceMinor: 0 });
    const page = await render(CounterPage, { orders: [paid], saved: savedPlan([orders[0]!]) });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    await page.click('Hand over, M-0401');
    const params = { customer: 'I. Varg', piece: 'dusk-berry', allergens: 'lupin' };
    const errors = [{ pointer: '/customer', code: 'not-for-customer', params }];
    await answer(page, { order: paid, refusal: { code: 'invalid-input', params: {}, errors } });
    expect(page.page.querySelector('.stop')!.textContent).toContain(
      'Dusk berry contains lupin, which I. Varg must never have.',
    );
    await page.type('Why it is right', 'They eat it');
    await page.type('Your name', 'Maj');
    await page.click('Hand it over knowingly');
    expect((await answer(page, { order: paid })).despiteAllergy).toEqual({
      ...{ reason: 'They eat it', name: 'Maj' },
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
    const back = await answer(page, { order: order({ state: 'ready', version: 4 }) });
    expect(back.deed).toEqual({ kind: 'take-back' });
    await page.click('Not on the shelf after all');
    expect(page.http.expectOne('/api/orders/o1/move').request.body).toMatchObject({
      to: 'promised',
      version: 4,
    });
  });

  test('hands over parts of an order, to whoever is named', async () => {
    const many = order({ state: 'ready', version: 2, balanceMinor: 0 });
    const page = await render(CounterPage, { orders: [many], saved: savedPlan([orders[0]!]) });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    await page.click('M-0401');
    await page.click('In part, or to whom');
    await page.type('Collected by', ' Ida ');
    await page.type('Dusk berry', '0');
    await page.click('Hand over these');
    page.http.expectNone(DEEDS);
    expect(page.text()).toContain('Say how many of at least one of them.');
    await page.type('Dusk berry', '25');
    await page.click('Hand over these');
    page.http.expectNone(DEEDS);
    await page.type('Dusk berry', '10');
    await page.click('Hand over these');
    const parts = { boxes: [], lines: [10] };
    const handOver = { id: 'h1', at: many.pickupAt, by: null, collectedBy: 'Ida', against: null, ...parts };
    const sent = await answer(page, { order: { ...many, version: 3, handOvers: [handOver] } });
    expect(sent.deed).toEqual({ kind: 'hand-over', collectedBy: 'Ida', parts });
    expect(page.page.querySelector('.who')!.textContent).toContain('10 of 24 pieces collected');
    expect(page.page.querySelector('li .ready')!.textContent).toContain('in part on the shelf');
    await page.click('Not handed over after all');
    expect((await answer(page, { order: { ...many, version: 4 } })).deed.kind).toBe('take-back');
    expect(page.page.querySelector('.who')!.textContent).not.toContain('collected');
  });

  test('keeps what nobody came for, by the shop’s rule, and takes it to another hour', async () => {
    const waiting = order({ state: 'ready', version: 2, balanceMinor: 0 });
    const page = await render(CounterPage, { orders: [waiting], saved: savedPlan([orders[0]!]) });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    await page.click('M-0401');
    // due at 15:00, two hours by the rule
    await page.click('Late: keep until 17:00');
    const kept = { ...waiting, version: 3, keptUntil: '2026-06-19T17:00' };
    expect((await answer(page, { order: kept })).deed).toEqual({ kind: 'keep', until: '2026-06-19T17:00' });
    expect(page.page.querySelector('.when')!.textContent).toContain('kept until 17:00');
    await page.click('Another time');
    await page.type('Time', '16:30');
    await page.click('Move it there');
    const asked = page.http.expectOne('/api/orders/o1/slot');
    expect(asked.request.body).toEqual({ pickup: '2026-06-19T16:30', pickupPoint: 'shop', version: 3 });
    const errors = [{ pointer: '/pickup', code: 'too-old-then', params: { piece: 'dusk-berry' } }];
    asked.flush({ code: 'invalid-input', params: {}, errors }, { status: 400, statusText: 'no' });
    await page.settle();
    expect(page.text()).toContain('Dusk berry of it would be older by then than the shop hands over.');
  });

  test('says what becomes of the money before an order counts as not collected', async () => {
    const paid = order({ state: 'ready', version: 2, paidMinor: 1000, balanceMinor: 0 });
    const page = await render(CounterPage, { orders: [paid], saved: savedPlan([orders[0]!]) });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    await page.click('M-0401');
    await page.click('Not collected');
    expect(page.text()).toContain('Of €10.00 paid, the shop’s rule gives back €0.00.');
    await page.click('It was not collected');
    const gone = order({ state: 'not-collected', version: 3 });
    expect((await answer(page, { order: gone })).deed.kind).toBe('not-collected');
  });

  test('goes on without the network: what was done is shown, sent once, and what is refused then is told', async () => {
    const ready = order({ state: 'ready', version: 2, balanceMinor: 0 });
    const page = await render(CounterPage, { orders: [ready], saved: savedPlan([orders[0]!]) });
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    await page.click('Hand over, M-0401');
    await TestBed.inject(CounterOutbox).settled();
    (await vi.waitFor(() => page.http.expectOne(DEEDS))).error(new ProgressEvent('error'));
    await vi.waitFor(() => expect(TestBed.inject(CounterOutbox).isAway()).toBe(true));
    await page.settle();
    expect(page.text()).toContain('1 deed saved on this device until the network is back.');
    expect(page.text()).toContain('0 to collect · 1 collected');
    dispatchEvent(new Event('online'));
    const refusal = { code: 'order-state', params: {}, errors: [] };
    const gone = order({ state: 'handed-over', version: 3 });
    const request = await vi.waitFor(() => page.http.expectOne(DEEDS));
    const [draft] = (request.request.body as CounterDeedsAsk).deeds;
    expect(draft).toMatchObject({ isDone: true, deed: { kind: 'hand-over' } });
    request.flush({ taken: [{ id: draft!.id, order: gone, refusal, at: gone.pickupAt }] });
    await vi.waitFor(() => expect(TestBed.inject(CounterOutbox).refused()).toHaveLength(1));
    await page.settle();
    expect(page.page.querySelector('.refused')!.textContent).toMatch(
      /Not taken\. M-0401: handed over, \d\d:\d\d\. The order has moved on meanwhile/,
    );
    await page.click('Dismiss');
    expect(page.page.querySelector('.refused')).toBeNull();
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
    page.http.expectNone(DEEDS);
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
    expect((await answer(page, { order: order({ state: 'ready', version: 2 }) })).deed.kind).toBe('shelve');
  });

  test('says so when nobody collects', async () => {
    const page = await render(CounterPage, { orders: [] });
    expect(page.text()).toContain('Nobody collects on this day.');
  });
});
