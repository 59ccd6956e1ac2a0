import { SavedPlan } from '@alnage/contract';
import type { App } from '../app-type';
import { PlanService } from './plan.service';

const tags = ['plan'];

export function addPlan(app: App): void {
  const plans = new PlanService(app.db, app.clock);
  app.get(
    '/api/plan',
    { schema: { tags, response: { 200: SavedPlan } } },
    () => plans.newest() as Promise<never>,
  );
  app.post('/api/plan', { schema: { tags, response: { 201: SavedPlan } } }, async (_request, reply) =>
    reply.status(201).send((await plans.make()) as never),
  );
}
