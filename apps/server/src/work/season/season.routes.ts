import { SeasonFigures } from '@alnage/contract';
import type { App } from '../../platform/http/app-type';
import { keptAnswer } from '../../platform/http/kept-answers';
import { seasonFigures } from './season-figures';

/** The season that is worked on, in figures. */
export function addSeasonFigures(app: App): void {
  const read = keptAnswer(app, { topics: ['orders', 'workshop'], isTimed: true }, () =>
    seasonFigures(app.db.manager, app.clock.now()),
  );
  app.get('/api/season', { schema: { tags: ['season'], response: { 200: SeasonFigures } } }, read);
}
