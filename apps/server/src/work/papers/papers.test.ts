import {
  LABELS_MOST,
  type BoxLabelView,
  type KeepingNow,
  type Order,
  type OrderPage,
  type PackingView,
} from '@alnage/contract';
import { LABEL_SHEETS } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { moneyIn } from '../../platform/paper/money';
import { pagesOf } from '../../testing/pdf-pages';
import { requireFew } from './require-few';
import { openApp, take, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const labels = async (query: string): Promise<BoxLabelView[]> =>
  (await shop.app.inject(`/api/papers/labels?${query}`)).json<BoxLabelView[]>();
const pdf = (query: string) => shop.app.inject(`/api/papers/labels.pdf?${query}`);

describe('the labels of boxes', () => {
  test('say what is in each box, what that declares, until when it is eaten, and whose it is', async () => {
    const order = await take(shop.app, {
      lines: [{ piece: 'oat-ball', pieces: 6 }],
      customer: 'Petra',
      pickup: '2026-06-20T12:00',
    });
    const [label, ...others] = await labels(`order=${order.id}`);
    expect(others).toEqual([]);
    expect(label).toMatchObject({
      ...{ ticket: order.ticket, box: '', number: 1, of: 1, madeOn: null },
      contents: [{ name: 'Oat ball', pieces: 6 }],
    });
    const grams = label!.ingredients.map((each) => each.grams);
    expect(grams).toEqual([...grams].sort((a, b) => b - a));
    expect(label!.netGrams).toBeGreaterThan(6 * 15);
    expect(label!.contains).toEqual(expect.arrayContaining(['nuts', 'milk']));
    const butter = label!.ingredients.find(({ name }) => name === 'Hazelnut butter')!;
    expect(butter.allergens).toEqual(['nuts']);
    // all that is declared of an ingredient is among what the box contains
    for (const { allergens } of label!.ingredients)
      for (const each of allergens) expect(label!.contains).toContain(each);
  });

  test('of a day are all that are still to leave on it, a label for each box', async () => {
    const all = await labels('day=2026-06-19');
    const { orders } = (
      await shop.app.inject('/api/orders?from=2026-06-19&to=2026-06-19&limit=200&leaving=true')
    ).json<OrderPage>();
    const boxes = ({ lines, boxes }: Order) =>
      boxes.reduce((sum, { count }) => sum + count, lines.length > 0 ? 1 : 0);
    const labelled = orders.filter(({ state }) => ['promised', 'ready'].includes(state));
    expect(all).toHaveLength(labelled.reduce((sum, order) => sum + boxes(order), 0));
    expect(all.length).toBeGreaterThan(20);
    const planned = all.filter(({ eatBy }) => eatBy !== null);
    expect(planned.length).toBeGreaterThan(all.length / 2);
    expect(await labels('day=2026-07-19')).toEqual([]);
    expect(await labels('')).toEqual([]);
  });

  test('are printed on sheets and rolls, read back by others, with the shop’s address', async () => {
    const all = await labels('day=2026-06-19');
    const printed = await pdf('day=2026-06-19&sheet=a4-8&skip=3');
    expect(printed.headers['content-type']).toBe('application/pdf');
    const pages = await pagesOf(printed.rawPayload);
    expect(pages).toHaveLength(Math.ceil((all.length + 3) / 8));
    const text = pages.join(' ');
    for (const { ticket } of all) expect(text).toContain(ticket);
    expect(text).toContain('Skerry Dipworks, 4 Ferry Quay, Skerry');
    expect(text).toContain('Ingredients: ');
    // an allergen is set off
    expect(text).toMatch(/HAZELNUT BUTTER \(NUTS\)|MILK 38 \(/);
    const roll = await pagesOf((await pdf('day=2026-06-19&sheet=roll-100x150')).rawPayload);
    expect(roll).toHaveLength(all.length);
    for (const { id } of LABEL_SHEETS.slice(0, 6))
      expect((await pdf(`day=2026-06-19&sheet=${id}`)).statusCode).toBe(200);
  });

  test('are refused where what they must say does not fit, and for what there is not', async () => {
    const small = await pdf('day=2026-06-19&sheet=roll-57x32');
    expect(small.json()).toMatchObject({ code: 'label-too-small', params: { sheet: 'roll-57x32' } });
    requireFew(LABELS_MOST);
    expect(() => requireFew(LABELS_MOST + 1)).toThrow(expect.objectContaining({ code: 'too-many-labels' }));
    const none = await shop.app.inject('/api/papers/labels?order=00000000-0000-4000-8000-000000000000');
    expect(none.json()).toMatchObject({ code: 'order-not-found' });
    expect((await shop.app.inject('/api/papers/labels?day=tomorrow')).statusCode).toBe(400);
    expect((await shop.app.inject('/api/papers/labels.pdf?sheet=napkin')).statusCode).toBe(400);
  });
});

describe('the packing list of a day', () => {
  test('says what goes into each order out of which batch, and what lacks; what is gone is not on it', async () => {
    const { orders, shelves } = (
      await shop.app.inject('/api/papers/packing?day=2026-06-18')
    ).json<PackingView>();
    expect(orders.length).toBeGreaterThan(2);
    const leaves = orders.map(({ leavesAt }) => leavesAt);
    expect(leaves).toEqual([...leaves].sort());
    const all = (await shop.app.inject('/api/orders?limit=2000')).json<OrderPage>().orders;
    for (const { order: id, from, lacks } of orders) {
      const order = all.find((each) => each.id === id)!;
      expect(['promised', 'ready']).toContain(order.state);
      // no piece is lost between what is packed and what lacks
      for (const { piece, pieces } of order.pieces) {
        const packed = [...from, ...lacks].filter((each) => each.piece === piece);
        expect(packed.reduce((sum, each) => sum + each.pieces, 0)).toBe(pieces);
      }
    }
    const fetched = shelves.flatMap(({ rows }) => rows).reduce((sum, { pieces }) => sum + pieces, 0);
    const toPack = orders.filter(({ isReady }) => !isReady);
    expect(toPack.length).toBeLessThan(orders.length);
    const made = toPack.flatMap(({ from }) => from).filter(({ isMade }) => isMade);
    expect(fetched).toBe(made.reduce((sum, { pieces }) => sum + pieces, 0));
    expect(fetched).toBeGreaterThan(100);
    const nursery = orders.find(({ customer }) => customer === 'Island nursery')!;
    expect(nursery.never).toEqual(['nuts']);
  });

  test('is printed with its shelves, its hours and whom to mind', async () => {
    const paper = await shop.app.inject('/api/papers/packing.pdf?day=2026-06-18');
    expect(paper.headers['content-type']).toBe('application/pdf');
    const text = (await pagesOf(paper.rawPayload)).join(' ');
    expect(text).toContain('Packing list, Thursday 18 June');
    expect(text).toMatch(/Fetch from: Shelf/);
    expect(text).toContain('Must never have nuts: a clean table, before others');
    const none = await shop.app.inject('/api/papers/packing.pdf?day=2026-06-15');
    expect((await pagesOf(none.rawPayload)).join(' ')).toContain('Nothing is left to pack');
    const wrong = await shop.app.inject('/api/papers/packing?day=soon');
    expect(wrong.json()).toMatchObject({ code: 'invalid-input', errors: [{ pointer: '/day' }] });
  });
});

describe('the papers of the counter', () => {
  const text = async (path: string): Promise<string> =>
    (await pagesOf((await shop.app.inject(`/api/papers/${path}`)).rawPayload)).join(' ');

  test('a ticket says whose it is, when it goes, what is in it, whom to mind and what is to pay', async () => {
    const order = await take(shop.app, {
      ...{ lines: [{ piece: 'dusk-berry', pieces: 6 }], customer: 'Petra', pickup: '2026-06-20T12:00' },
      ...{ phone: '040 555 0136', note: 'ring twice' },
    });
    const told = await text(`ticket.pdf?order=${order.id}`);
    for (const each of [
      order.ticket,
      'Petra',
      'Saturday 20 June, 12:00',
      '6 dusk berry',
      'ring twice',
      '040',
    ])
      expect(told).toContain(each);
    expect(told).toMatch(/To pay €\d/);
    const all = (
      await shop.app.inject('/api/orders?from=2026-06-19&to=2026-06-19&limit=200')
    ).json<OrderPage>();
    const day = await text('ticket.pdf?day=2026-06-19');
    for (const { ticket, state } of all.orders) if (state === 'promised') expect(day).toContain(ticket);
    expect(day).toContain('Must never have');
    expect(await text('ticket.pdf?day=2026-07-19')).toContain('No order leaves');
  });

  test('the day’s list has every order that leaves, with what is to pay in all', async () => {
    const { orders } = (
      await shop.app.inject('/api/orders?from=2026-06-19&to=2026-06-19&limit=200&leaving=true')
    ).json<OrderPage>();
    const listed = orders.filter(({ state }) => ['promised', 'ready', 'handed-over'].includes(state));
    const told = await text('day.pdf?day=2026-06-19');
    for (const { ticket } of listed) expect(told).toContain(ticket);
    const open = listed.reduce((sum, { balanceMinor }) => sum + Math.max(0, balanceMinor), 0);
    expect(told).toContain(`${listed.length} orders, ${moneyIn('EUR')(open)} to pay`);
    expect(await text('day.pdf?day=2026-07-19')).toContain('Nobody collects');
    expect((await shop.app.inject('/api/papers/day.pdf')).statusCode).toBe(400);
  });

  test('the shelves tell every batch that is made, whose it is, and what of it is nobody’s', async () => {
    const told = await text('shelves.pdf');
    const { batches } = (await shop.app.inject('/api/keeping')).json<KeepingNow>();
    const made = batches.filter(({ clockAt }) => clockAt !== null);
    const open = (await shop.app.inject('/api/orders?limit=2000')).json<OrderPage>().orders;
    const isHere = new Map(open.map(({ id, state }) => [id, state === 'promised' || state === 'ready']));
    const there = made.filter(
      ({ spare, pickups }) => spare > 0 || pickups.some(({ order }) => isHere.get(order)),
    );
    expect(there.length).toBeGreaterThan(5);
    for (const { batch, spare } of there) {
      expect(told).toContain(batch);
      if (spare > 0) expect(told).toContain(`${spare} nobody’s`);
    }
    expect(told).toMatch(/For M-\d{4} \d+/);
  });
});
