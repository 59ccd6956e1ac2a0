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
  // JSON leaves out what is undefined
  at[path.at(-1)!] = value;
  return copy;
}

const BODIES: readonly (readonly [path: string, make: () => Promise<unknown>, table: string])[] = [
  [
    '/api/orders',
    () =>
      Promise.resolve(
        orderDraft({
          boxes: [{ box: 'berry-12', count: 1, contents: [{ piece: 'dusk-berry', pieces: 12 }] }],
        }),
      ),
    'customer_order',
  ],
  [
    '/api/points',
    () =>
      Promise.resolve({
        name: 'Strange',
        journeyMinutes: 10,
        hours: [{ weekday: 1, opens: '09:00', closes: '12:00' }],
        exceptions: [{ date: '2026-06-21', opens: '10:00', closes: '11:00' }],
        slotMinutes: 30,
        slotBoxes: 10,
      }),
    'pickup_point',
  ],
  [
    '/api/supplies',
    () =>
      Promise.resolve({
        ...{
          name: 'Strange',
          kind: 'dry',
          base: 'g',
          gramsPerMl: 0.6,
          gramsPerPiece: 4,
          allergens: ['nuts'],
        },
        ...{ supplier: 'Mill', packs: [{ amount: 2, unit: 'cup', priceMinor: 300 }] },
        ...{ sortedOutShare: 0.1, keepsHours: 48, aheadHours: 24 },
      }),
    'supply',
  ],
  [
    '/api/recipes',
    () =>
      Promise.resolve({
        ...{ name: 'Strange', measures: 'us', note: 'odd', yield: { kind: 'measured', grams: 300 } },
        ingredients: [
          { of: 'coating', id: 'dark-64', amount: 200, unit: 'g' },
          { of: 'supply', id: 'cream-35', amount: 1, unit: 'cup' },
        ],
        steps: [{ text: 'Melt', workMinutes: 5, restMinutes: 30, celsius: 45 }],
        portion: { kind: 'scoop', millilitres: 10, gramsPerMl: 1.1 },
      }),
    'recipe',
  ],
  [
    '/api/lots',
    () =>
      Promise.resolve({
        ...{ item: { kind: 'supply', id: 'butter' }, code: 'X', origin: 'found', amount: 12.5 },
        ...{ bestBefore: '2026-12-01', allergens: ['egg'], note: 'odd' },
      }),
    'lot',
  ],
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
        heat: 'steam',
      }),
    'bowl',
  ],
  [
    '/api/customers',
    () => Promise.resolve({ name: 'Strange', phone: '1', allergies: ['milk'], wishes: 'x' }),
    'customer',
  ],
  ['/api/zones', () => Promise.resolve({ name: 'Strange', trays: 12 }), 'zone'],
  [
    '/api/boxes',
    () =>
      Promise.resolve({
        name: 'Strange',
        contents: [{ piece: 'dusk-berry', pieces: 6 }],
        among: ['dusk-berry'],
        boxMinor: 10,
        packingSeconds: 20,
        priceMinor: 1500,
        depositMinor: 0,
        netGrams: null,
        supplies: [{ supply: 'box-6', amount: 1, unit: 'piece' }],
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

/** Records that are taken are removed again, since a name is taken only once. */
const REMOVABLE = new Set([
  ...['/api/pieces', '/api/coatings', '/api/bowls', '/api/zones', '/api/boxes'],
  ...['/api/supplies', '/api/recipes', '/api/lots', '/api/points', '/api/customers'],
]);

/** Sends a body; says whether it stays, or that it was neither taken nor refused by field. */
async function send(path: string, body: unknown): Promise<'stays' | 'gone' | 'refused' | { fault: string }> {
  const answer = await ask<{ id?: string }>(shop.app, ['POST', path], body);
  if (answer.status === 400 && answer.body.errors.length > 0) return 'refused';
  if (answer.status !== 201) return { fault: `${answer.status} ${answer.body.code}` };
  if (!REMOVABLE.has(path)) return 'stays';
  await shop.app.inject({ method: 'DELETE', url: `${path}/${answer.body.id}` });
  return 'gone';
}

describe('strange values by the hundred, field by field', () => {
  const count = async (table: string): Promise<number> =>
    ((await shop.db.query(`select count(*)::int as n from ${table}`)) as [{ n: number }])[0].n;

  test.each(BODIES)(
    'to %s are taken whole or refused by field, and never half stored',
    async (path, make, table) => {
      const sound = await make();
      const before = await count(table);
      const tried = paths(sound).flatMap((at) => [undefined, ...STRANGE].map((value) => ({ at, value })));
      const faults: string[] = [];
      // what is strange in one field is sound in all others
      const itself = await send(path, sound);
      expect(['stays', 'gone']).toContain(itself);
      let stayed = itself === 'stays' ? 1 : 0;
      for (const { at, value } of tried) {
        const answer = await send(path, withValue(sound, at, value));
        if (answer === 'stays') stayed++;
        if (typeof answer === 'object')
          faults.push(`${at.join('/')} = ${JSON.stringify(value)}: ${answer.fault}`);
      }
      expect(faults).toEqual([]);
      expect(await count(table)).toBe(before + stayed);
    },
  );
});
