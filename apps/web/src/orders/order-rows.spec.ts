import { catalogueOf } from '@alnage/core/planner';
import { WallTime } from '../shared/formats/wall-time';
import { orderFates } from '../state/order-fate';
import { names, order, savedPlan, workshop } from '../testing/small-workshop';
import { linesText, matching, orderRow, standingOf } from '../shared/orders/order-rows';
import {
  boxItem,
  draftForm,
  draftOf,
  fillBox,
  lineForm,
  linesOfPhrase,
  orderedOf,
  pointerOf,
  startOf,
  takeItem,
  type Taking,
} from './parts/draft-form';

const PROMISED: Taking = { state: 'promised', despiteKitchen: null };

const fates = (() => {
  const saved = savedPlan([order()]);
  return orderFates(catalogueOf(saved.problem), saved);
})();

describe('a row of the list', () => {
  test('reads pickup, pieces and standing', () => {
    const row = orderRow(order(), { names, fates, wall: new WallTime(workshop.timeZone) });
    expect(row).toMatchObject({
      pickup: 'Fri 19, 15:00',
      what: '24 dusk berry',
      pieces: '24',
      state: 'promised',
    });
    expect(row.standing).toEqual({ word: 'planned', mark: '●', tone: 'well' });
  });

  test('names a piece that is gone by its id', () => {
    expect(linesText(order({ lines: [{ piece: 'moon', pieces: 1200 }] }), names)).toBe('1,200 moon');
  });

  test('tells boxes by their names, and what is in those that were filled as chosen', () => {
    const boxes = [
      { box: 'six', count: 2, contents: [{ piece: 'dusk-berry', pieces: 6 }], priceMinor: null },
      { box: 'pair', count: 1, contents: [{ piece: 'dusk-berry', pieces: 2 }], priceMinor: null },
    ];
    expect(linesText(order({ boxes }), names)).toBe('2 six berries, 1 pair of 2 dusk berry, 24 dusk berry');
    expect(orderRow(order({ boxes }), { names, fates, wall: new WallTime('UTC') }).pieces).toBe('38');
  });

  test('says “not planned” of an order that wants more than the plan knew of', () => {
    const more = order({ lines: [{ piece: 'dusk-berry', pieces: 30 }] });
    expect(standingOf(more, fates.get('o1')).word).toBe('not planned');
    expect(standingOf(order(), undefined).word).toBe('not planned');
    const kitchenOverruled = { reason: 'Help comes', name: 'Runa' };
    expect(standingOf(order({ kitchenOverruled }), undefined).word).toBe('taken against the plan');
    expect(standingOf(order({ state: 'handed-over' }), undefined).word).toBe('gone');
    expect(standingOf(order({ state: 'cancelled' }), fates.get('o1')).word).toBe('cancelled');
    expect(standingOf(order({ state: 'waiting' }), undefined).word).toBe('not made yet');
    expect(standingOf(order({ state: 'not-collected' }), undefined).word).toBe('not collected');
  });
});

test('finding takes words of ticket, name and note in any order', () => {
  const orders = [order(), order({ id: 'o2', customer: 'Quay café', note: 'back door' })];
  expect(matching(orders, '').length).toBe(2);
  expect(matching(orders, 'door QUAY').map(({ id }) => id)).toEqual(['o2']);
  expect(matching(orders, '0401 varg').map(({ id }) => id)).toEqual(['o1']);
  expect(matching(orders, 'nobody')).toEqual([]);
});

describe('the form of an order', () => {
  const empty = {
    ...{ customer: '', lines: [], day: '2026-06-18', time: '', pickupPoint: 'shop' },
    ...{ phone: '', allergies: [], note: '', giftMessage: '', holdUntil: '' },
  };

  test('of a new one wants a name, a time and a piece', () => {
    const form = draftForm(empty);
    expect(form.valid).toBe(false);
    expect([form.controls.customer.valid, form.controls.time.valid, form.controls.lines.valid]).toEqual([
      false,
      false,
      false,
    ]);
    form.patchValue({ customer: ' Varg ', time: '9.30' });
    takeItem(form.controls.lines.at(0), 'dusk-berry', workshop.boxes);
    form.controls.lines.at(0).controls.count.setValue(24);
    expect(form.valid).toBe(true);
    expect(draftOf(form, PROMISED)).toEqual({
      customer: 'Varg',
      lines: [{ piece: 'dusk-berry', pieces: 24 }],
      boxes: [],
      pickup: '2026-06-18T09:30',
      pickupPoint: 'shop',
      note: '',
      ...PROMISED,
    });
  });

  const pair = { box: 'pair', count: 3, contents: [{ piece: 'noon-berry', pieces: 2 }] };
  const six = { box: 'six', count: 1, contents: [{ piece: 'dusk-berry', pieces: 6 }] };

  test('of one that is there says the same again, boxes as they were filled', () => {
    const boxes = [pair, six].map((box) => ({ ...box, priceMinor: null }));
    const there = order({ boxes });
    const { customer, pickup, pickupPoint, note } = there;
    expect(draftOf(draftForm(startOf(there, workshop.boxes)), PROMISED)).toEqual({
      customer,
      lines: [{ piece: 'dusk-berry', pieces: 24 }],
      // a box that is as it is says nothing of its contents
      boxes: [pair, { ...six, contents: [] }],
      pickup,
      pickupPoint,
      note,
      ...PROMISED,
    });
  });

  test('starts a box that is filled as one likes as it is sold, and fills it otherwise', () => {
    const line = lineForm();
    takeItem(line, boxItem('pair'), workshop.boxes);
    expect(line.value).toEqual({
      item: 'box:pair',
      count: 1,
      contents: { 'dusk-berry': 1, 'noon-berry': 1 },
    });
    fillBox(line, [{ piece: 'noon-berry', pieces: 2 }]);
    expect(line.value.contents).toEqual({ 'dusk-berry': 0, 'noon-berry': 2 });
    expect(line.controls.contents.valid).toBe(true);
    // a box that is not full is nothing to order, least of all one that is empty
    fillBox(line, [{ piece: 'noon-berry', pieces: 1 }]);
    expect(line.valid).toBe(false);
    fillBox(line, []);
    expect(line.valid).toBe(false);
    takeItem(line, boxItem('six'), workshop.boxes);
    expect(line.value).toEqual({ item: 'box:six', count: 1, contents: {} });
    takeItem(line, 'dusk-berry', workshop.boxes);
    expect(line.controls.count.bound.max).toBe(5000);
  });

  test('takes the lines of a phrase, and knows where each stands in what is sent', () => {
    const lines = linesOfPhrase(
      [
        { kind: 'piece', id: 'dusk-berry', count: 5 },
        { kind: 'box', id: 'pair', count: 2 },
        { kind: 'piece', id: 'noon-berry', count: 1 },
      ],
      workshop.boxes,
    );
    const form = draftForm({ ...empty, lines });
    expect(form.controls.lines.controls.map((line) => pointerOf(form, line))).toEqual([
      '/lines/0',
      '/boxes/0',
      '/lines/1',
    ]);
    expect(orderedOf(form).boxes).toEqual([
      {
        box: 'pair',
        count: 2,
        contents: [
          { piece: 'dusk-berry', pieces: 1 },
          { piece: 'noon-berry', pieces: 1 },
        ],
      },
    ]);
  });

  test.each([0, 1.5, -3, null, 5001, NaN])('refuses %j pieces', (count) => {
    expect(lineForm({ item: 'dusk-berry', count, contents: [], holds: 0 }).controls.count.valid).toBe(false);
  });

  test('refuses 1,001 boxes', () => {
    expect(lineForm({ item: 'box:six', count: 1001, contents: [], holds: 0 }).controls.count.valid).toBe(
      false,
    );
  });
});
