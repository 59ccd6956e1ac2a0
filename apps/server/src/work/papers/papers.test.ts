import { LABELS_MOST, type BoxLabelView, type Order, type OrderPage } from '@alnage/contract';
import { LABEL_SHEETS } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { pagesOf } from '../../testing/pdf-pages';
import { requireFew } from './papers.routes';
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

  test('of a day are all that leave on it, a label for each box', async () => {
    const all = await labels('day=2026-06-19');
    const { orders } = (
      await shop.app.inject('/api/orders?from=2026-06-19&to=2026-06-19&limit=200&leaving=true')
    ).json<OrderPage>();
    const boxes = ({ lines, boxes }: Order) =>
      boxes.reduce((sum, { count }) => sum + count, lines.length > 0 ? 1 : 0);
    const labelled = orders.filter(({ state }) => ['promised', 'ready', 'handed-over'].includes(state));
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
