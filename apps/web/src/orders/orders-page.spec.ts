import { TestBed } from '@angular/core/testing';
import { EllStore } from '../shared/ell/ell.store';
import { ordersFeature } from '../state/orders.state';
import { figures } from '../testing/small-season';
import { order, savedPlan } from '../testing/small-workshop';
import { press, readList, render, type Rendered } from '../testing/render';
import { piece } from '../testing/small-piece';
import { OrdersPage } from './orders-page';
import { forgetDraft } from './parts/kept-draft';

const orders = [order(), order({ id: 'o2', ticket: 'M-0402', customer: 'Quay café', state: 'cancelled' })];

const open = (): Promise<Rendered<OrdersPage>> =>
  render(OrdersPage, { orders, figures: figures(), saved: savedPlan([orders[0]!]) });

async function fill(page: Rendered<OrdersPage>): Promise<void> {
  await page.type('Who', 'E. Halla');
  await page.type('Time', '9.30');
  await page.type('How many', '18');
  await page.type('Of what', 'dusk-berry');
}

beforeEach(() => forgetDraft());

describe('the Orders place', () => {
  test('lists every order with its pickup and how it stands', async () => {
    const page = await open();
    const rows = [...page.page.querySelectorAll('cdk-virtual-scroll-viewport [role=row]')].map(
      (row) => row.textContent ?? '',
    );
    expect(rows).toHaveLength(2);
    expect(rows[0]).toContain('Fri 19, 15:00');
    expect(rows[0]).toContain('planned');
    expect(rows[1]).toContain('cancelled');
    expect(page.text()).toContain('1 order · 30 pieces');
  });

  test('finds by name, and says what to do when nothing fits', async () => {
    const page = await open();
    const asked = page.store.selectSignal(ordersFeature.selectFilter);
    await page.type('Name or ticket', ' quay ');
    await new Promise((done) => setTimeout(done, 220));
    await page.settle();
    expect(asked()).toEqual({ find: 'quay' });
    readList(page.store, [orders[1]!]);
    await page.settle();
    expect(page.page.querySelectorAll('cdk-virtual-scroll-viewport [role=row]')).toHaveLength(1);
    readList(page.store, []);
    await page.settle();
    expect(page.text()).toContain('No order matches.');
    TestBed.inject(EllStore).pick(1, 1);
    await page.settle();
    expect(asked()).toEqual({ find: 'quay', from: '2026-06-19', to: '2026-06-19' });
  });

  test('opens the first of what is found on Enter', async () => {
    const page = await open();
    await page.type('Name or ticket', 'quay');
    const field = page.field('Name or ticket');
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    await page.settle();
    // what is there still is not what was looked for
    expect(page.text()).not.toContain('M-0402 · Quay');
    readList(page.store, [orders[1]!]);
    await page.settle();
    expect(page.page.querySelector('[aria-selected=true], .chosen')!.textContent).toContain('M-0402');
  });

  test('tells of the chosen order how it is made, and what to say at the counter', async () => {
    const page = await open();
    await page.click('M-0401');
    expect(page.text()).toContain('How it is made 24 dusk berry');
    expect(page.text()).toContain('Contains soya.Keep cold.');
    expect(page.text()).toMatch(/batch b\d+, bowl A, dipped by Fri 19, /);
  });

  test.each([
    ['', 'Contains soya.'],
    [' Keep it shut. ', 'Contains soya.Keep it shut.'],
  ])('says of a piece that is kept as “%s” just that', async (advice, told) => {
    const kept = { ...piece, keeping: { ...piece.keeping, advice } };
    const page = await render(OrdersPage, { orders, saved: savedPlan([orders[0]!]), pieces: [kept] });
    await page.click('M-0401');
    const section = [...page.page.querySelectorAll('section')].find((each) =>
      each.textContent!.includes('Say at the counter'),
    )!;
    expect(section.textContent!.replace(/\s+/g, ' ').trim()).toBe(`Say at the counter${told}`);
  });

  test('says of an order that cannot be met what stands in its way', async () => {
    const page = await render(OrdersPage, { orders, saved: savedPlan([orders[0]!], { now: 2330 }) });
    await page.click('M-0401');
    expect(page.text()).toContain(
      'What cannot be met24 dusk berry: its pack would have to end by Fri 19, 14:30',
    );
  });

  test('prints every order that is read, not those in sight alone', async () => {
    const page = await open();
    const printed = (): number => page.page.querySelectorAll('.print-row').length;
    expect(printed()).toBe(0);
    window.dispatchEvent(new Event('beforeprint'));
    expect(printed()).toBe(
      Number(page.page.querySelector('[role=table]')!.getAttribute('aria-rowcount')) - 1,
    );
    window.dispatchEvent(new Event('afterprint'));
    expect(printed()).toBe(0);
  });

  test('shows when the order could be collected, and takes an hour that is clicked, none that cannot be', async () => {
    const page = await open();
    press('+');
    await page.settle();
    await page.type('Say it in one line', '12 dusk berry fri 10 for E. Halla');
    // the grid waits until nobody types any more
    await new Promise((done) => setTimeout(done, 450));
    const request = page.http.expectOne('/api/promises');
    expect(request.request.body).toEqual({
      lines: [{ piece: 'dusk-berry', pieces: 12 }],
      boxes: [],
      pickupPoint: 'shop',
      order: null,
    });
    const slot = (at: string, kind: string) => ({
      at,
      atInstant: new Date(`${at}:00+03:00`).toISOString(),
      kind,
      ageMinutes: kind === 'no' ? null : 300,
      roomBoxes: 7,
      eatBy: null,
      slotFault: null,
      offerFault: null,
      piece: kind === 'no' ? 'dusk-berry' : null,
      blocker: kind === 'no' ? { kind: 'hands', stage: 'dip', skill: 'dip', from: 2000, to: 2040 } : null,
    });
    request.flush([slot('2026-06-19T10:00', 'no'), slot('2026-06-19T11:00', 'open')]);
    await page.settle();
    expect(page.text()).toContain(
      'Fri 19, 10:00 does not fit beside what is planned; a new plan may find room. Dusk berry: nobody is free to dip',
    );
    // Tab comes to one slot, the arrows to the others
    const stops = (): string[] =>
      [...page.page.querySelectorAll<HTMLElement>('[role=grid] button[tabindex="0"]')].map(
        (each) => each.dataset['at']!,
      );
    expect(stops()).toEqual(['2026-06-19T10:00']);
    document.body.append(page.page);
    const chosen = page.page.querySelector<HTMLElement>('[data-at="2026-06-19T10:00"]')!;
    chosen.focus();
    chosen.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    await page.settle();
    expect((document.activeElement as HTMLElement).dataset['at']).toBe('2026-06-19T11:00');
    expect(stops()).toEqual(['2026-06-19T11:00']);
    await page.click('Fri 19, 10:00: not possible');
    // a new plan is tried for it while other things are done
    await page.click('Try a new plan for it');
    expect(page.text()).toContain('Trying a new plan for it');
    const tried = page.http.expectOne('/api/promises/try');
    expect(tried.request.body).toEqual({ ...request.request.body, at: '2026-06-19T10:00' });
    tried.flush({ at: '2026-06-19T10:00', isFound: false, seconds: 10 });
    await page.settle();
    expect(page.text()).toContain('Tried for 10 s: no plan was found that makes it');
    await page.click('Fri 19, 11:00: open');
    expect(page.field('Time').value).toBe('11:00');
    expect(page.text()).toContain('Fri 19, 11:00 is possible: the oldest piece is 5 h old then.');
    await new Promise((done) => setTimeout(done, 300));
    const asked = page.http.match('/api/promises/making').at(-1)!;
    expect(asked.request.body).toEqual({ ...request.request.body, at: '2026-06-19T11:00' });
    const { horizonStart, plan } = savedPlan([order()]);
    const { batches, melts } = plan;
    asked.flush({ at: '2026-06-19T11:00', horizonStart, batches, melts, opened: [], times: 4 });
    await page.settle();
    expect(page.text()).toContain('3 more such orders fit this slot.');
    expect(page.text()).toContain(`It would be made in ${batches.length} batch`);
  });

  test('takes an order that is typed in, once, and shows it', async () => {
    const page = await open();
    press('+');
    await page.settle();
    await fill(page);
    page.page.querySelector('form')!.dispatchEvent(new Event('submit'));
    const request = page.http.expectOne({ method: 'POST', url: '/api/orders' });
    expect(request.request.body).toEqual({
      customer: 'E. Halla',
      lines: [{ piece: 'dusk-berry', pieces: 18 }],
      boxes: [],
      pickup: expect.stringMatching(/^2026-06-1[89]T09:30$/) as string,
      pickupPoint: 'shop',
      note: '',
      state: 'promised',
      despiteKitchen: null,
    });
    request.flush(order({ id: 'o3', ticket: 'M-0403', customer: 'E. Halla' }));
    await page.settle();
    expect(page.page.querySelector('form')).toBeNull();
    expect(page.page.querySelector('aside')!.textContent).toContain('M-0403, E. Halla');
  });

  test('says at each field what is missing, and sends nothing', async () => {
    const page = await open();
    await page.click('New order');
    await page.click('Take the order');
    for (const text of ['Give a name.', 'Give a time, such as 15:00.', 'Choose a piece or a box.'])
      expect(page.text()).toContain(text);
    page.http.expectNone('/api/orders');
  });

  test('shows what the server refuses at its field, with all that was typed still there', async () => {
    const page = await open();
    await page.click('New order');
    await fill(page);
    await page.click('Take the order');
    page.http.expectOne('/api/orders').flush(
      {
        code: 'invalid-input',
        errors: [{ pointer: '/pickup', code: 'pickup-past', params: { now: '2026-06-18T11:32' } }],
      },
      { status: 400, statusText: 'no' },
    );
    await page.settle();
    expect(page.text()).toContain('That is in the past: it is 2026-06-18 11:32 now.');
    expect([...page.page.querySelectorAll('input')].map((input) => input.value)).toContain('E. Halla');
  });

  test('adds and removes lines, and leaves the form on Escape', async () => {
    const page = await open();
    await page.click('New order');
    await page.click('Add a line');
    expect(page.page.querySelectorAll('[aria-label^="Remove line"]')).toHaveLength(2);
    await page.click('Remove line 1');
    expect(page.page.querySelectorAll('[aria-label^="Remove line"]')).toHaveLength(1);
    press('Escape');
    await page.settle();
    expect(page.page.querySelector('form')).toBeNull();
  });

  const refuse = async (page: Awaited<ReturnType<typeof open>>, code: string) => {
    await page.click('New order');
    await fill(page);
    await page.click('Take the order');
    page.http.expectOne('/api/orders').flush(
      {
        code: 'invalid-input',
        errors: [
          {
            pointer: '/pickup',
            code,
            params: { nearest: '2026-06-19T13:30', asked: 2, left: 1, piece: 'dusk-berry' },
          },
        ],
      },
      { status: 400, statusText: 'no' },
    );
    await page.settle();
  };

  test('that the slot has no room for goes on the waiting list', async () => {
    const page = await open();
    await refuse(page, 'slot-full');
    await page.click('Put it on the waiting list');
    expect(page.http.expectOne('/api/orders').request.body).toMatchObject({ state: 'waiting' });
  });

  test('that the slot has no room for takes the nearest, and the refusal is told no longer', async () => {
    const page = await open();
    await refuse(page, 'slot-full');
    expect(page.text()).toContain('This slot hands over 1 more, not 2. Nearest possible: Fri 19 Jun, 13:30.');
    expect(page.text()).not.toContain('Take it against the plan');
    await page.click('Take Fri 19 · Midsummer Eve, 13:30');
    expect(page.field('Time').value).toBe('13:30');
    expect(page.text()).not.toContain('This slot hands over 1 more');
    await page.click('Take the order');
    expect(page.http.expectOne('/api/orders').request.body).toMatchObject({
      pickup: '2026-06-19T13:30',
      state: 'promised',
    });
  });

  test('that the kitchen has no room for is taken all the same when somebody says who and why', async () => {
    const page = await open();
    await refuse(page, 'not-makeable');
    expect(page.text()).toContain('The kitchen cannot make dusk berry for then.');
    await page.click('Take it against the plan');
    await page.click('Promise it all the same');
    page.http.expectNone('/api/orders');
    expect(page.text()).toContain('Say why.');
    await page.type('Why it is right', 'Mother comes to help');
    await page.type('Your name', 'Runa');
    await page.click('Promise it all the same');
    expect(page.http.expectOne('/api/orders').request.body).toMatchObject({
      state: 'promised',
      despiteKitchen: { reason: 'Mother comes to help', name: 'Runa' },
    });
  });

  test('with a box that is filled as one likes shows what is in it, fills it evenly, and comes to its price', async () => {
    const page = await open();
    await page.click('New order');
    await page.type('Of what', 'box:pair');
    expect(page.text()).toContain('In each pair: 2 of 2');
    expect(page.text()).toContain('comes to €5.60');
    await page.type('Dusk berry', '0');
    expect(page.text()).toContain('In each pair: 1 of 2');
    expect(page.text()).toContain('Put 2 in, or press Fill evenly.');
    await page.type('Who', 'W');
    await page.type('Time', '9');
    await page.click('Take the order');
    page.http.expectNone('/api/orders');
    await page.click('Fill evenly');
    expect(page.text()).toContain('In each pair: 2 of 2');
    expect(page.field('noon-berry').value).toBe('2');
    await page.type('How many', '3');
    expect(page.text()).toContain('comes to €16.80');
  });

  test('that changes comes to what was agreed, whatever it costs today', async () => {
    const boxes = [
      { box: 'six', count: 2, contents: [{ piece: 'dusk-berry', pieces: 6 }], priceMinor: 1000 },
    ];
    const page = await render(OrdersPage, { orders: [order({ lines: [], boxes })] });
    await page.click('M-0401');
    await page.click('Change');
    // two boxes agreed at 10.00, which are asked 15.00 for today
    expect(page.text()).toContain('comes to €20.00');
    await page.type('How many', '3');
    expect(page.text()).toContain('comes to €30.00');
  });

  test('offers an order that waits once there is room, and promises it', async () => {
    const waiting = order({ id: 'o9', customer: 'W. Wait', state: 'waiting' });
    const page = await render(OrdersPage, {
      orders: [...orders, waiting],
      figures: figures({ waiting: 1 }),
      saved: savedPlan([orders[0]!]),
    });
    await new Promise((done) => setTimeout(done, 450));
    page.http.expectOne('/api/orders/notices').flush({ offers: [waiting], holdsOver: [] });
    await page.settle();
    expect(page.text()).toContain('There is now room for W. Wait, Fri 19, 15:00, from the waiting list.');
    await page.click('Promise it');
    expect(page.http.expectOne('/api/orders/o9/move').request.body).toEqual({
      to: 'promised',
      version: 1,
      despiteKitchen: null,
    });
  });

  test('tells of a hold that is over, and lets its place go', async () => {
    const held = order({ id: 'o8', customer: 'H. Held', holdUntil: '2026-06-18T10:00', depositMinor: 600 });
    const page = await render(OrdersPage, { orders, figures: figures({ held: 1 }) });
    await new Promise((done) => setTimeout(done, 450));
    page.http.expectOne('/api/orders/notices').flush({ offers: [], holdsOver: [held] });
    await page.settle();
    expect(page.text()).toContain(
      'The hold of H. Held, Fri 19, 15:00, ended Thu 18 Jun, 10:00: €6.00 of its deposit is not paid.',
    );
    await page.click('Release its place');
    expect(page.http.expectOne('/api/orders/o8/move').request.body).toMatchObject({ to: 'waiting' });
  });

  test('takes a message on the gift and a hold for the deposit, or only notes what was asked for', async () => {
    const page = await open();
    await page.click('New order');
    await fill(page);
    await page.type('Message on the gift', ' For Ada ');
    const hold = page.field('Hold for a deposit') as HTMLSelectElement;
    await page.type('Hold for a deposit', hold.options[2]!.value);
    await page.click('Save without promising');
    const { body } = page.http.expectOne('/api/orders').request;
    expect(body).toMatchObject({ state: 'asked', giftMessage: 'For Ada' });
    expect((body as { holdUntil: string }).holdUntil).toMatch(/^2026-06-19T11:3\d$/);
  });

  test('cancels the chosen order, against the version that was seen', async () => {
    const page = await open();
    press('ArrowDown');
    await page.settle();
    await page.click('Cancel the order');
    const request = page.http.expectOne('/api/orders/o1/move');
    expect(request.request.body).toEqual({ to: 'cancelled', version: 1, despiteKitchen: null });
    request.flush(order({ state: 'cancelled', version: 2 }));
    await page.settle();
    expect(page.text()).toContain('Promise it again');
  });
});
