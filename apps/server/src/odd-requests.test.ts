import type { InjectOptions } from 'fastify';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { draft, openApp, type WorkshopApp } from './testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

const get = (url: string): InjectOptions => ({ method: 'GET', url });
const post = (url: string, payload: object): InjectOptions => ({ method: 'POST', url, payload });
const promises = { lines: [{ piece: 'salt-twist', pieces: 4 }], boxes: [], pickupPoint: 'shop' };

test.each<[string, InjectOptions, string]>([
  ['half a letter in a name', post('/api/orders', draft({ customer: 'P\ud800' })), '/customer'],
  ['half a letter in a note', post('/api/orders', draft({ note: '\udfff' })), '/note'],
  ['an endless limit', get('/api/orders?limit=Infinity'), '/limit'],
  ['a limit beyond all numbers', get('/api/orders?limit=1e400'), '/limit'],
  ['an endless offset', get('/api/orders?offset=Infinity'), '/offset'],
  ['an endless past', get('/api/bowls/bowl-a/readings?since=1e400'), '/since'],
  ['a version beyond what is counted', get('/api/plan/versions/2147483648'), '/version'],
  ['a version far beyond', get('/api/plan/versions/99999999999'), '/version'],
  [
    'a version beyond in a job',
    post('/api/plan/jobs', { kind: 'restore', version: 99999999999 }),
    '/version',
  ],
  ['an order that is no order', post('/api/promises', { ...promises, order: 'NaN' }), '/order'],
])('%s is told at its place', async (_name, request, pointer) => {
  const response = await shop.app.inject(request);
  expect(response.statusCode, response.body).toBe(400);
  const body = response.json<{ code: string; errors: { pointer: string }[] }>();
  expect(body.code).toBe('invalid-input');
  expect(body.errors.map((error) => error.pointer)).toContain(pointer);
});

test.each(['/api/plan/sheets/people/%00.pdf', '/api/plan/sheets/%00.pdf', '/api/feeds/%00.ics'])(
  '%s is not there, and told so',
  async (url) => {
    const { statusCode } = await shop.app.inject(get(url));
    expect([400, 404]).toContain(statusCode);
  },
);

test('a body that is no JSON is told as such, and the connection goes on', async () => {
  await shop.app.listen({ port: 0, host: '127.0.0.1' });
  const address = `http://127.0.0.1:${(shop.app.server.address() as { port: number }).port}`;
  const headers = { 'content-type': 'application/json' };
  for (const body of ['{"a":}', '{', '"', '[1,', 'NaN', '{"a":1e999,}']) {
    const response = await fetch(`${address}/api/orders`, { method: 'POST', headers, body });
    expect(response.status, body).toBe(400);
    expect(response.headers.get('content-type')).toContain('application/problem+json');
  }
});
