import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ask, pieceDraft, workshopOf } from './testing/ask';
import { draft as orderDraft, openApp, type WorkshopApp } from './testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const STRANGE: readonly unknown[] = [
  null,
  -1,
  0,
  0.5,
  1e12,
  '',
  'x',
  '\u0000',
  'x'.repeat(500),
  true,
  [],
  {},
  [[]],
];

type Json = Readonly<Record<string, unknown>> | readonly unknown[];

/** Every leaf and branch of a body, as a path. */
function paths(value: unknown, path: readonly string[] = []): string[][] {
  if (typeof value !== 'object' || value === null) return [[...path]];
  const below = Object.entries(value as Json).flatMap(([key, part]) => paths(part, [...path, key]));
  return path.length === 0 ? below : [[...path], ...below];
}

/** A copy of a body with the value at the path replaced; `undefined` takes the field away. */
function withValue(body: unknown, path: readonly string[], value: unknown): unknown {
  const copy = structuredClone(body) as Record<string, unknown>;
  let at = copy;
  for (const key of path.slice(0, -1)) at = at[key] as Record<string, unknown>;
  if (value === undefined) delete at[path.at(-1)!];
  else at[path.at(-1)!] = value;
  return copy;
}

const BODIES: readonly (readonly [path: string, make: () => Promise<unknown>, table: string])[] = [
  ['/api/orders', () => Promise.resolve(orderDraft()), 'customer_order'],
  ['/api/pieces', () => pieceDraft(shop.app, 'frost-berry', { name: 'Strange' }), 'piece'],
  [
    '/api/coatings',
    async () => ({
      ...(await workshopOf(shop.app)).coatings[0]!.own,
      name: 'Strange',
      kind: 'blend',
      parts: [
        { coating: 'dark-64', parts: 1 },
        { coating: 'milk-38', parts: 1 },
      ],
    }),
    'coating',
  ],
  [
    '/api/bowls',
    () =>
      Promise.resolve({
        name: 'Strange',
        form: { kind: 'cone', rimMm: 260, heightMm: 140, baseMm: 150 },
        capacityGrams: 3000,
        measuredTailGrams: null,
        isTilted: false,
        usableMinutes: 60,
      }),
    'bowl',
  ],
  [
    '/api/boxes',
    () =>
      Promise.resolve({
        name: 'Strange',
        contents: [{ piece: 'dusk-berry', pieces: 6 }],
        boxMinor: 10,
        packingSeconds: 20,
        priceMinor: 1500,
      }),
    'box',
  ],
  [
    '/api/weighings',
    () =>
      Promise.resolve({
        piece: 'dusk-berry',
        coat: 'first',
        sizeClass: 'medium',
        weighed: { kind: 'run', startGrams: 2000, addedGrams: 0, leftGrams: 1300 },
        pieces: 100,
        rejects: 2,
        at: '2026-06-18T09:00',
      }),
    'weighing',
  ],
];

describe('strange values by the hundred, field by field', () => {
  const count = async (table: string): Promise<number> =>
    ((await shop.db.query(`select count(*)::int as n from ${table}`)) as [{ n: number }])[0].n;

  test.each(BODIES)(
    'to %s are taken whole or refused by field, and never half stored',
    async (path, make, table) => {
      const sound = await make();
      const faults: string[] = [];
      let stored = await count(table);
      for (const at of paths(sound))
        for (const value of [undefined, ...STRANGE]) {
          const { status, body } = await ask<{ id?: string }>(
            shop.app,
            ['POST', path],
            withValue(sound, at, value),
          );
          const isTaken = status === 201;
          const isToldByField = status === 400 && (body.errors?.length ?? 0) > 0;
          if (!isTaken && !isToldByField)
            faults.push(
              `${at.join('/')} = ${JSON.stringify(value)}: ${status} ${JSON.stringify(body).slice(0, 200)}`,
            );
          if (isTaken) stored++;
          // a name is taken once
          if (isTaken && ['piece', 'coating', 'bowl', 'box'].includes(table)) {
            await shop.app.inject({ method: 'DELETE', url: `${path}/${body.id}` });
            stored--;
          }
        }
      expect(faults).toEqual([]);
      expect(await count(table)).toBe(stored);
    },
  );
});
