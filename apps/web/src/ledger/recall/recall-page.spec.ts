import type { RecallView, StopView } from '@alnage/contract';
import { WallTime } from '../../shared/formats/wall-time';
import { LiveActions } from '../../state/live.state';
import { render } from '../../testing/render';
import { run } from '../../testing/small-bench';
import { larder } from '../../testing/small-larder';
import { workshop } from '../../testing/small-workshop';
import { RecallPage } from './recall-page';
import { byText, foundBy, originText, reachedRows } from './recall-rows';

const names = {
  ...{ workshop, larder, pieces: new Map([['dusk-berry', 'Dusk berry']]) },
  wall: new WallTime(workshop.timeZone),
};
const key = `${run.horizonStart} b1 dusk-berry`;
const order: RecallView['orders'][number] = {
  ...{ order: 'o1', ticket: 'M-0401', customer: 'Petra', phone: '+358 40 1', state: 'handed-over' },
  ...{ pickupAt: '2026-06-19T12:00:00.000Z', isPacked: true, isGone: true },
  pieces: [{ batch: key, piece: 'dusk-berry', pieces: 12 }],
  by: { kind: 'lot', code: 'D-2214' },
};
const view: RecallView = {
  lots: [
    { lot: 'l1', code: 'D-2214', item: larder.lots[0]!.item, left: 4360, by: { kind: 'asked', code: null } },
  ],
  batches: [
    {
      ...{ key, batch: 'b1', piece: 'dusk-berry', runs: ['18-A-1'], madeAt: '2026-06-18T06:00:00.000Z' },
      ...{ pieces: 24, here: 10, zone: 'fridge', by: { kind: 'melt', code: '18-A-2' } },
      moves: [
        {
          id: 'm1',
          kind: 'sold',
          pieces: 2,
          cause: '',
          paid: null,
          sale: null,
          at: '2026-06-18T07:00:00.000Z',
          by: null,
        },
      ],
    },
  ],
  orders: [order, { ...order, order: 'o2', ticket: 'M-0402', state: 'ready', isGone: false, phone: '' }],
  sums: { pieces: 24, piecesHere: 10, piecesElsewhere: 2, ordersGone: 1, ordersHere: 1, customersGone: 1 },
};
const stop: StopView = {
  ...{ id: 's1', origin: { lot: 'l1' }, reason: 'Shells in it', name: 'Runa', isPractice: false },
  ...{ at: '2026-06-18T08:00:00.000Z', by: 'runa', lifted: null },
};

describe('a recall', () => {
  test('finds lots by their code or what they are of, and batches by their run or piece', () => {
    expect(foundBy('d-22', [run], names).map(({ name }) => name)).toEqual(['D-2214']);
    expect(foundBy('18-a', [run], names)).toEqual([
      {
        ask: { batch: `${run.horizonStart} ${run.batch} dusk-berry` },
        name: 'Run 18-A-1',
        more: `batch ${run.batch}, Dusk berry`,
      },
    ]);
    expect(foundBy(' ', [run], names)).toEqual([]);
    expect(foundBy('nothing', [run], names)).toEqual([]);
  });

  test('says what it goes out from', () => {
    expect(
      originText({ lot: 'l1', person: 'runa', zone: 'fridge', from: '2026-06-18T08:00' }, names),
    ).toMatch(/^Lot D-2214 of .+, worked on by Runa, lay in Fridge, from Thu 18 Jun, 08:00$/);
    expect(originText({ batch: key, until: '2026-06-18T10:00' }, names)).toBe(
      'Batch b1, Dusk berry, until Thu 18 Jun, 10:00',
    );
  });

  test('tells what is reached, why, what is gone and what is here', () => {
    const { sum, gone, here, batches, lots } = reachedRows(view, names);
    expect(sum).toBe(
      '24 pieces in 1 batch: 1 order of 1 customer has left the shop, 1 order and 10 pieces are still here. 2 pieces went without an order: put up a notice.',
    );
    expect(gone).toMatchObject([{ ticket: 'M-0401', what: '12 Dusk berry', state: 'handed over' }]);
    expect(here).toMatchObject([{ ticket: 'M-0402', state: 'on the shelf' }]);
    expect(batches).toMatchObject([
      { name: 'Dusk berry', here: '10 here, Fridge', elsewhere: '2 sold', by: 'from the bowl of run 18-A-2' },
    ]);
    expect(lots[0]).toMatchObject({ code: 'D-2214', left: '4.36 kg left', by: '' });
    expect(byText({ kind: 'perhaps', code: 'D-2214' })).toMatch(/^perhaps/);
    const nothing = {
      ...view,
      batches: [],
      orders: [],
      sums: { ...view.sums, ordersGone: 0, ordersHere: 0 },
    };
    expect(reachedRows(nothing, names).sum).toBe('Nothing that was made is reached by it.');
  });
});

describe('the page', () => {
  const open = async (ask: Record<string, string> = {}, stops: readonly StopView[] = []) => {
    const page = await render(RecallPage, { larder, runs: [run] }, ask);
    page.http.expectOne('/api/stops').flush(stops);
    for (const asked of page.http.match((request) => request.url === '/api/recall')) asked.flush(view);
    await page.settle();
    return page;
  };

  test('asks for something first', async () => {
    const page = await open();
    expect(page.text()).toContain('Find a lot by its code');
    await page.type('Lot, run or batch', 'd-2214');
    expect(page.text()).toContain('D-2214');
  });

  test('shows what the address asks about, and stops it with a reason', async () => {
    const page = await open({ lot: 'l1' });
    expect(page.text()).toContain('Have left the shop');
    expect(page.page.querySelector('a[href^="tel:"]')!.textContent).toBe('+358 40 1');
    await page.click('Stop it');
    expect(page.text()).toContain('Say why.');
    await page.type('Why', 'Shells in it');
    await page.type('Your name', 'Runa');
    expect(page.page.querySelector('a[href*="letters.pdf"]')!.getAttribute('href')).toBe(
      '/api/recall/letters.pdf?lot=l1&reason=Shells+in+it',
    );
    await page.click('Stop it');
    const asked = page.http.expectOne({ method: 'POST', url: '/api/stops' });
    expect(asked.request.body).toEqual({
      origin: { lot: 'l1' },
      reason: 'Shells in it',
      name: 'Runa',
      isPractice: false,
    });
    asked.flush(stop);
    await page.settle();
    expect(page.text()).toContain('It is stopped.');
    await page.click('Write off what is here: 10 pieces');
    const thrown = page.http.expectOne('/api/moves');
    expect(thrown.request.body).toEqual({
      ...{ kind: 'written-off', cause: 'Shells in it', paid: null },
      from: [{ batch: 'b1', pieces: 10 }],
    });
    thrown.flush([]);
    await page.settle();
    expect(page.text()).toContain('10 pieces written off. Keeping can take it back.');
  });

  test('tells by message whoever has something of it, and names whom nobody can reach', async () => {
    const page = await open({ lot: 'l1' });
    await page.click('Tell them by message');
    expect(page.text()).toContain('Say why.');
    await page.type('Why', 'Shells in it');
    await page.click('Tell them by message');
    const asked = page.http.expectOne('/api/recall/messages');
    expect(asked.request.body).toEqual({ origin: { lot: 'l1' }, reason: 'Shells in it' });
    asked.flush({ told: 2, before: 1, unreached: [{ customer: 'Ode', tickets: ['M-0400', 'M-0402'] }] });
    await page.settle();
    expect(page.text()).toContain(
      '2 customers are told now. 1 customer was told before. No telephone number and no mail address: Ode (M-0400, M-0402).',
    );
  });

  test('is not read anew once nobody looks at it', async () => {
    const page = await open({ lot: 'l1' });
    page.fixture.destroy();
    page.store.dispatch(LiveActions.benchChanged());
    page.http.expectNone((request) => request.url === '/api/recall');
  });

  test('practises it without refusing anything', async () => {
    const page = await open({ lot: 'l1' });
    await page.type('Why', 'A try');
    await page.type('Your name', 'Liv');
    await page.type('This is', 'practice');
    await page.click('Practise it');
    const { body } = page.http.expectOne({ method: 'POST', url: '/api/stops' }).request;
    expect(body).toMatchObject({ isPractice: true });
  });

  test('lets go what is stopped, with a reason', async () => {
    const page = await open({}, [stop]);
    await page.click('Let go: Shells in it');
    await page.click('Let it go');
    expect(page.text()).toContain('Say why.');
    await page.type('Why it is right', 'The laboratory found nothing');
    await page.type('Your name', 'Liv');
    await page.click('Let it go');
    const asked = page.http.expectOne('/api/stops/s1/lift');
    expect(asked.request.body).toEqual({ reason: 'The laboratory found nothing', name: 'Liv' });
    asked.flush({
      ...stop,
      lifted: { at: stop.at, by: null, reason: 'The laboratory found nothing', name: 'Liv' },
    });
    await page.settle();
    expect(page.text()).toContain('Let go again');
    expect(page.text()).toContain('let go Thu 18 Jun, 11:00 by Liv: The laboratory found nothing');
  });
});
