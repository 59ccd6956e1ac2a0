import { PROBLEMS, type Piece, type Workshop } from '@alnage/contract';
import { pieceCoat } from '@alnage/core';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { openApp, take, type WorkshopApp } from './testing/workshop-app';

let shop: WorkshopApp;
beforeAll(async () => void (shop = await openApp()));
afterAll(() => shop.close());

describe('the application', () => {
  test('shows the demo workshop', async () => {
    const workshop = (await shop.app.inject('/api/workshop')).json<Workshop>();
    expect(workshop).toMatchObject({
      name: 'Skerry Dipworks',
      timeZone: 'Europe/Helsinki',
      currency: 'EUR',
      isDemo: true,
    });
    expect(workshop.season!.days.map((day) => day.holiday).filter(Boolean)).toEqual([
      'Midsummer Eve',
      'Midsummer Day',
    ]);
    expect(workshop.people.map((person) => person.name)).toEqual(['Runa', 'Tove', 'Eskil', 'Maj']);
    expect(Math.abs(Date.parse(workshop.now) - Date.parse('2026-06-18T11:32:00+03:00'))).toBeLessThan(60_000);
  });

  test('shows ten pieces whose coat can be computed', async () => {
    const { coatings, rules } = (await shop.app.inject('/api/workshop')).json<Workshop>();
    const pieces = (await shop.app.inject('/api/pieces')).json<Piece[]>();
    expect(pieces).toHaveLength(10);
    for (const piece of pieces)
      expect(pieceCoat(piece, { coatings, ways: rules.ways }).totalGrams).toBeGreaterThan(1);
  });

  test('answers on its health while the database does', async () => {
    expect((await shop.app.inject('/api/health')).json()).toEqual({ status: 'ok' });
    const query = vi
      .spyOn(shop.db, 'query')
      .mockRejectedValueOnce(new Error('Connection terminated unexpectedly'));
    const sick = await shop.app.inject('/api/health');
    query.mockRestore();
    expect(sick.statusCode).toBe(503);
    expect(sick.json()).toMatchObject({ code: 'database-away' });
  });

  test('describes itself by OpenAPI, every path with its schemas', async () => {
    const api = (await shop.app.inject('/api/docs/json')).json<{
      openapi: string;
      paths: Record<string, unknown>;
    }>();
    expect(api.openapi).toBe('3.1.0');
    expect(Object.keys(api.paths).sort()).toEqual(
      [
        '/api/batches/{id}/moves',
        '/api/bench',
        '/api/bench/events',
        '/api/bowls',
        '/api/bowls/{id}',
        '/api/bowls/{id}/readings',
        '/api/boxes',
        '/api/boxes/{id}',
        '/api/coatings',
        '/api/coatings/{id}',
        '/api/counter/deeds',
        '/api/countries',
        '/api/customers',
        '/api/customers/{id}',
        '/api/customers/{id}/export',
        '/api/customers/{id}/merge',
        '/api/details',
        '/api/devices',
        '/api/devices/{id}',
        '/api/events',
        '/api/feed',
        '/api/feeds/{token}/{feed}',
        '/api/health',
        '/api/holidays',
        '/api/imports/orders',
        '/api/keeping',
        '/api/labels',
        '/api/labels/{id}.pdf',
        '/api/larder',
        '/api/lists/{list}',
        '/api/lots',
        '/api/lots/{id}',
        '/api/lots/{id}/moves',
        '/api/lots/{id}/opened',
        '/api/messages',
        '/api/messages/preview',
        '/api/messages/settings',
        '/api/messages/{id}/stop',
        '/api/moulds',
        '/api/moulds/{id}',
        '/api/moves',
        '/api/moves/{id}',
        '/api/orders/',
        '/api/orders/notices',
        '/api/orders/short',
        '/api/orders/{id}',
        '/api/orders/{id}/card',
        '/api/orders/{id}/card/{card}/cancel',
        '/api/orders/{id}/card/{card}/seen',
        '/api/orders/{id}/history',
        '/api/orders/{id}/move',
        '/api/orders/{id}/payments',
        '/api/orders/{id}/slot',
        '/api/orders/{id}/swap',
        '/api/papers/closing.pdf',
        '/api/papers/day.pdf',
        '/api/papers/labels',
        '/api/papers/labels.pdf',
        '/api/papers/packing',
        '/api/papers/packing.pdf',
        '/api/papers/printing',
        '/api/papers/printing/stop',
        '/api/papers/receipt.pdf',
        '/api/papers/shelves.pdf',
        '/api/papers/ticket.pdf',
        '/api/people',
        '/api/people/{id}',
        '/api/pieces',
        '/api/pieces/{id}',
        '/api/plan',
        '/api/plan/changes',
        '/api/plan/edits',
        '/api/plan/holds',
        '/api/plan/jobs',
        '/api/plan/jobs/latest',
        '/api/plan/jobs/{id}/stop',
        '/api/plan/versions',
        '/api/plan/versions/{version}',
        '/api/plan/versions/{version}/publish',
        '/api/plan/versions/{version}/sheets/{kind}/{file}',
        '/api/points',
        '/api/points/{id}',
        '/api/points/{id}/slots',
        '/api/practices',
        '/api/preparations',

        '/api/preparations/{batch}/{recipe}/came-out',
        '/api/preparations/{batch}/{recipe}/done',
        '/api/preparations/{batch}/{recipe}/rest',
        '/api/printer/labels',
        '/api/printer/labels/{id}/printed',
        '/api/printer/state',
        '/api/promises',
        '/api/promises/making',
        '/api/promises/try',
        '/api/readings',
        '/api/recipe-files',
        '/api/recipe-files/schema',
        '/api/recall',
        '/api/recall/letters.pdf',
        '/api/recall/list.csv',
        '/api/recall/messages',
        '/api/recall/report.pdf',
        '/api/recipes',
        '/api/recipes/{id}',
        '/api/recipes/{id}/effects',
        '/api/recipes/{id}/file',
        '/api/recipes/{id}/markdown',
        '/api/recipes/{id}/versions',
        '/api/rules',
        '/api/runs',
        '/api/runs/{id}/amendments',
        '/api/season',
        '/api/season/pieces',
        '/api/seasons',
        '/api/seasons/{id}',
        '/api/simulated/printer',
        '/api/simulated/terminal',
        '/api/stops',
        '/api/stops/{id}/lift',
        '/api/supplies',
        '/api/supplies/{id}',
        '/api/supplies/{id}/effects',
        '/api/till',
        '/api/till/closings',
        '/api/weighings',
        '/api/weighings/{id}/set-aside',
        '/api/workshop',
        '/api/workshop-file',
        '/api/workshop-file/schema',
        '/api/zones',
        '/api/zones/{id}',
        '/api/zones/{id}/log',
        '/api/zones/{id}/log.pdf',
      ]
        .map((path) => (api.paths[path] ? path : path.replace(/\/$/, '')))
        .sort(),
    );
    expect((await shop.app.inject('/api/docs')).statusCode).toBeLessThan(400);
  });

  test('tells of a path that leads nowhere as a problem', async () => {
    const response = await shop.app.inject('/api/nowhere');
    expect(response.statusCode).toBe(404);
    expect(response.json()).toMatchObject({ code: 'not-found', title: PROBLEMS['not-found'].title });
  });

  test('keeps the details of a fault to its log', async () => {
    const broken = vi.spyOn(shop.db, 'getRepository').mockImplementationOnce(() => {
      throw new Error('secret detail');
    });
    const response = await shop.app.inject('/api/pieces');
    broken.mockRestore();
    expect(response.statusCode).toBe(500);
    expect(response.body).not.toContain('secret');
    expect(response.json()).toMatchObject({ code: 'internal-error' });
  });

  test('sends a policy that lets the page load from here alone', async () => {
    const { headers } = await shop.app.inject('/api/health');
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['content-security-policy']).not.toContain('upgrade-insecure-requests');
  });
});

describe('live events', () => {
  test('reach every process on the database, once the change is committed', async () => {
    const other = await openApp({ url: shop.url, now: null });
    const heard: string[] = [];
    const leave = other.app.live.subscribe((event) => heard.push(event.topic));
    await take(shop.app);
    await vi.waitFor(() => expect(heard).toEqual(['messages', 'orders']));
    leave();
    await other.close();
  });

  test('are sent to a page as they come', async () => {
    const address = await shop.app.listen({ host: '127.0.0.1', port: 0 });
    const stop = new AbortController();
    const response = await fetch(`${address}/api/events`, {
      signal: stop.signal,
      headers: { accept: 'text/event-stream' },
    });
    expect(response.headers.get('content-type')).toContain('text/event-stream');
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    let text = (await reader.read()).value ?? '';
    await take(shop.app);
    while (!text.includes('"orders"')) text += (await reader.read()).value ?? '';
    expect(text).toContain('event: changed');
    stop.abort();
  });

  test('are heard again after the connection to the database broke', async () => {
    await shop.db.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'alnage live' and datname = current_database()`,
    );
    const heard: string[] = [];
    const leave = shop.app.live.subscribe((event) => heard.push(event.topic));
    await vi.waitFor(
      async () => {
        await take(shop.app);
        expect(heard).toContain('orders');
      },
      { timeout: 15_000, interval: 500 },
    );
    leave();
  });
});
