import { catalogueOf } from '@alnage/core';
import { WallTime } from '../shared/formats/wall-time';
import { orderFates } from '../state/order-fate';
import { order, savedPlan, workshop } from '../testing/small-workshop';
import { linesText, matching, orderRows, standingOf } from '../shared/orders/order-rows';
import { draftForm, draftOf, lineForm, startOf } from './parts/draft-form';

const names = new Map([['dusk-berry', 'Dusk berry']]);
const fates = (() => {
  const saved = savedPlan([order()]);
  return orderFates(catalogueOf(saved.problem), saved);
})();

describe('a row of the list', () => {
  test('reads pickup, pieces and standing', () => {
    const [row] = orderRows({ orders: [order()], names, fates, wall: new WallTime(workshop.timeZone) });
    expect(row).toMatchObject({
      pickup: 'Fri 19, 15:00',
      what: '24 dusk berry',
      pieces: '24',
      state: 'promised',
    });
    expect(row!.standing).toEqual({ word: 'in a run', mark: '●', tone: 'well' });
  });

  test('names a piece that is gone by its id', () => {
    expect(linesText(order({ lines: [{ piece: 'moon', pieces: 1200 }] }), names)).toBe('1,200 moon');
  });

  test('says “not planned” of an order that wants more than the plan knew of', () => {
    const more = order({ lines: [{ piece: 'dusk-berry', pieces: 30 }] });
    expect(standingOf(more, fates.get('o1')).word).toBe('not planned');
    expect(standingOf(order(), undefined).word).toBe('not planned');
    expect(standingOf(order({ state: 'handed-over' }), undefined).word).toBe('gone');
    expect(standingOf(order({ state: 'cancelled' }), fates.get('o1')).word).toBe('cancelled');
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
  const empty = { customer: '', lines: [], day: '2026-06-18', time: '', pickupPoint: 'shop', note: '' };

  test('of a new one wants a name, a time and a piece', () => {
    const form = draftForm(empty);
    expect(form.valid).toBe(false);
    expect([form.controls.customer.valid, form.controls.time.valid, form.controls.lines.valid]).toEqual([
      false,
      false,
      false,
    ]);
    form.patchValue({ customer: ' Varg ', time: '9.30', lines: [{ piece: 'dusk-berry', pieces: 24 }] });
    expect(form.valid).toBe(true);
    expect(draftOf(form)).toEqual({
      customer: 'Varg',
      lines: [{ piece: 'dusk-berry', pieces: 24 }],
      pickup: '2026-06-18T09:30',
      pickupPoint: 'shop',
      note: '',
    });
  });

  test('of one that is there says the same again', () => {
    const { customer, lines, pickup, pickupPoint, note } = order();
    expect(draftOf(draftForm(startOf(order())))).toEqual({ customer, lines, pickup, pickupPoint, note });
  });

  test.each([0, 1.5, -3, null, 5001, NaN])('refuses %j pieces', (pieces) => {
    expect(lineForm('dusk-berry', pieces).controls.pieces.valid).toBe(false);
  });
});
