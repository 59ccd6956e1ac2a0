import { KeepingNow, RecordParams, ZoneLog, ZoneLogQuery } from '@alnage/contract';
import type { App } from '../../platform/http/app-type';
import { keptAnswer } from '../../platform/http/kept-answers';
import { keepingNow, zoneLog } from './keeping.service';

const tags = ['keeping'];
const LOG_MS = 48 * 3_600_000;

/** How long what is made keeps, and how warm it was where it lay. */
export function addKeeping(app: App): void {
  app.get(
    '/api/keeping',
    { schema: { tags, response: { 200: KeepingNow } } },
    // with each minute anew: sensors speak all the time
    keptAnswer(app, { topics: ['bench', 'orders', 'plan', 'workshop'], isTimed: true }, () =>
      keepingNow(app.db.manager, app.clock.now()),
    ),
  );
  app.get(
    '/api/zones/:id/log',
    { schema: { tags, params: RecordParams, querystring: ZoneLogQuery, response: { 200: ZoneLog } } },
    ({ params, query }) => {
      const until = query.until === undefined ? app.clock.now() : new Date(query.until);
      const from = query.from === undefined ? new Date(until.getTime() - LOG_MS) : new Date(query.from);
      return zoneLog(app.db.manager, params.id, { from, until });
    },
  );
}
