import type { PickupPoint } from '@alnage/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, workshopOf } from '../../testing/ask';
import { openApp, type WorkshopApp } from '../../testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const draft = {
  name: 'Ferry landing',
  journeyMinutes: 40,
  hours: [{ weekday: 6, opens: '08:00', closes: '10:00' }],
  exceptions: [],
  slotMinutes: 20,
  slotBoxes: null,
  sending: null,
  wayCelsius: null,
};
const post = (payload: unknown) => ask<PickupPoint>(shop.app, ['POST', '/api/points'], payload);

describe('a pickup point', () => {
  test('is described, changed against the version that was seen, and removed', async () => {
    const { body } = await post(draft);
    expect(body).toEqual({ ...draft, id: 'ferry-landing', closedSlots: [], version: 1 });
    const longer = await ask<PickupPoint>(shop.app, ['PUT', '/api/points/ferry-landing'], {
      ...draft,
      slotMinutes: 40,
      version: 1,
    });
    expect(longer.body).toMatchObject({ slotMinutes: 40, version: 2 });
    expect((await workshopOf(shop.app)).pickupPoints).toContainEqual(longer.body);
    expect((await ask(shop.app, ['DELETE', '/api/points/ferry-landing'])).status).toBe(204);
  });

  test('where orders are collected stays', async () => {
    const { status, body } = await ask(shop.app, ['DELETE', '/api/points/quay']);
    expect(status).toBe(409);
    expect(body.params).toMatchObject({
      name: 'Stall on the quay',
      by: [expect.stringMatching(/^\d+ orders$/)],
    });
  });

  const hours = (...spans: readonly [number, string, string][]) => ({
    hours: spans.map(([weekday, opens, closes]) => ({ weekday, opens, closes })),
  });
  test.each<[string, Record<string, unknown>, string, string]>([
    ['closing before it opens', hours([1, '12:00', '09:00']), '/hours/0/closes', 'out-of-range'],
    ['closing as it opens', hours([1, '12:00', '12:00']), '/hours/0/closes', 'out-of-range'],
    [
      'hours that cross',
      hours([1, '09:00', '12:00'], [1, '11:30', '14:00']),
      '/hours/1/opens',
      'hours-cross',
    ],
    ['an eighth weekday', hours([8, '09:00', '12:00']), '/hours/0/weekday', 'too-large'],
    ['25 o’clock', hours([1, '09:00', '25:00']), '/hours/0/closes', 'wrong-format'],
    [
      'a date that opens and never closes',
      { exceptions: [{ date: '2026-06-20', opens: '09:00', closes: null }] },
      '/exceptions/0/closes',
      'required',
    ],
    [
      'a date that is shut and open',
      {
        exceptions: [
          { date: '2026-06-20', opens: '09:00', closes: '10:00' },
          { date: '2026-06-20', opens: null, closes: null },
        ],
      },
      '/exceptions/1/opens',
      'hours-cross',
    ],
    ['slots of no time', { slotMinutes: 0 }, '/slotMinutes', 'too-small'],
    ['slots for half a box', { slotBoxes: 0.5 }, '/slotBoxes', 'not-a-whole-number'],
    ['the name of another', { name: 'the shop' }, '/name', 'name-taken'],
  ])('with %s is refused at its field', async (_name, change, pointer, code) => {
    const { status, body } = await post({ ...draft, ...change });
    expect(status).toBe(400);
    expect(body.errors).toContainEqual(expect.objectContaining({ pointer, code }));
  });

  test('may open twice a day, one after the other', async () => {
    const { status } = await post({
      ...draft,
      name: 'Twice',
      ...hours([1, '12:00', '24:00'], [1, '09:00', '12:00']),
    });
    expect(status).toBe(201);
  });
});
