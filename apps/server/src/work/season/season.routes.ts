import { SeasonFigures } from '@alnage/contract';
import type { App } from '../../platform/http/app-type';
import { seasonFigures } from './season-figures';

/** The season that is worked on, in figures. */
export function addSeasonFigures(app: App): void {
  app.get('/api/season', { schema: { tags: ['season'], response: { 200: SeasonFigures } } }, () =>
    seasonFigures(app.db.manager, app.clock.now()),
  );
}
