import {
  Holiday,
  HolidayCountry,
  HolidaySpan,
  PieceClosing,
  Season,
  SeasonChange,
  SeasonDraft,
} from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { KeptRecords } from '../kept/kept-records';
import { addKeptRoutes } from '../kept/kept-routes';
import { ProblemError } from '../../platform/http/problem-error';
import { WorkshopEntity } from '../../store/workshop/workshop.entity';
import { closePiece } from './close-piece';
import { countries, holidaysBetween } from '../../platform/time/holidays';
import type { WorkshopUses } from '../kept/workshop-uses';
import { seasons } from './seasons';

const tags = ['season'];
/** Holidays are asked for so many years at most. */
const YEARS_MOST = 3;

/** Seasons and their holidays, and what is closed in the one that is worked on. */
export function addSeasons(app: App, uses: WorkshopUses): void {
  addKeptRoutes(app, new KeptRecords(app.db, seasons(uses), uses), {
    path: '/api/seasons',
    draft: SeasonDraft,
    change: SeasonChange,
    view: Season,
  });

  app.put(
    '/api/season/pieces',
    { schema: { tags, body: PieceClosing, response: { 200: Season } } },
    (request) => closePiece(app.db, request.body),
  );

  app.get('/api/countries', { schema: { tags, response: { 200: Type.Array(HolidayCountry) } } }, () =>
    countries(),
  );

  app.get(
    '/api/holidays',
    { schema: { tags, querystring: HolidaySpan, response: { 200: Type.Array(Holiday) } } },
    async (request) => {
      const { from, to } = request.query;
      if (Number(to.slice(0, 4)) - Number(from.slice(0, 4)) >= YEARS_MOST)
        throw new ProblemError('invalid-input', {}, [
          {
            pointer: '/to',
            code: 'out-of-range',
            params: { value: to, range: `${YEARS_MOST} years at most` },
          },
        ]);
      return holidaysBetween(await app.db.manager.findOneByOrFail(WorkshopEntity, { id: 1 }), { from, to });
    },
  );
}
