import { randomBytes, timingSafeEqual } from 'node:crypto';
import { CSV_LISTS, FEEDS, Feed, closed } from '@alnage/contract';
import { Type } from 'typebox';
import type { EntityManager } from 'typeorm';
import type { App } from '../../platform/http/app-type';
import { ProblemError } from '../../platform/http/problem-error';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { kitchenCalendar, pickupCalendar } from './calendars';
import { csvOf } from './csv';

const tags = ['exports'];
const TOKEN_BYTES = 24;
const CALENDARS = { pickups: pickupCalendar, kitchen: kitchenCalendar } as const;
const FeedParams = closed({ token: Type.String({ maxLength: 200 }), feed: Type.Enum([...FEEDS]) });

/** Lists as CSV, and calendars to subscribe to at a secret address that can be taken back. */
export function addExports(app: App): void {
  const { manager } = app.db;
  app.get(
    '/api/lists/:list',
    {
      schema: { tags, params: closed({ list: Type.Enum([...CSV_LISTS]) }), response: { 200: Type.String() } },
    },
    async (request, reply) => {
      const { list } = request.params;
      return reply
        .header('content-disposition', `attachment; filename="${list}.csv"`)
        .type('text/csv; charset=utf-8')
        .send(await csvOf(manager, list, app.clock.now()));
    },
  );

  app.get('/api/feed', { schema: { tags, response: { 200: Feed } } }, async () => ({
    token: await tokenOf(manager),
  }));
  app.post('/api/feed', { schema: { tags, response: { 200: Feed } } }, () =>
    keepToken(manager, randomBytes(TOKEN_BYTES).toString('base64url')),
  );
  app.delete('/api/feed', { schema: { tags, response: { 200: Feed } } }, () => keepToken(manager, null));

  app.get(
    '/api/feeds/:token/:feed',
    { schema: { tags, params: FeedParams, response: { 200: Type.String() } } },
    async (request, reply) => {
      const { token, feed } = request.params;
      if (!isSame(token, await tokenOf(manager))) throw new ProblemError('not-found');
      return reply
        .header('cache-control', 'no-store')
        .type('text/calendar; charset=utf-8')
        .send(await CALENDARS[feed](manager));
    },
  );
}

async function tokenOf(manager: EntityManager): Promise<string | null> {
  return (await manager.findOneBy(WorkshopEntity, { id: 1 }))?.feedToken ?? null;
}

/** A new address replaces the one before, which no longer answers. */
async function keepToken(manager: EntityManager, feedToken: string | null): Promise<Feed> {
  await manager.update(WorkshopEntity, { id: 1 }, { feedToken });
  return { token: feedToken };
}

/** Compares in constant time: how long it takes tells nothing about the secret. */
function isSame(given: string, kept: string | null): boolean {
  if (kept === null) return false;
  const [a, b] = [Buffer.from(given), Buffer.from(kept)];
  return a.length === b.length && timingSafeEqual(a, b);
}
