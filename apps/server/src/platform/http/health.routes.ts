import { closed } from '@alnage/contract';
import { Type } from 'typebox';
import type { App } from './app-type';
import { ProblemError } from './problem-error';

/** Answers only when the database does. */
export function addHealth(app: App): void {
  const Health = closed({ status: Type.Literal('ok') });
  app.get('/api/health', { schema: { tags: ['health'], response: { 200: Health } } }, async (request) => {
    try {
      await app.db.query('select 1');
    } catch (error) {
      request.log.error(error);
      throw new ProblemError('database-away');
    }
    return { status: 'ok' as const };
  });
}
