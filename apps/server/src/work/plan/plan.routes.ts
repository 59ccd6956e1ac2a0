import {
  ChangesAsk,
  ChangesMade,
  closed as shut,
  Day,
  HoldAsk,
  JobAsk,
  JobParams,
  PlanEditAsk,
  PlanHead,
  PlanJob,
  PlanParams,
  SavedPlan,
} from '@alnage/contract';
import { Type, type Static } from 'typebox';
import type { App } from '../../platform/http/app-type';
import { inlineFile } from '../../platform/paper/inline-file';
import { keptAnswer } from '../../platform/http/kept-answers';
import { personAt } from '../../platform/http/person';
import type { PlanJobs } from './jobs/plan-jobs';
import { makeChanges } from './versions/make-changes';
import { PlanService } from './versions/plan.service';
import { SHEET_KINDS } from './sheets/run-sheet';
import { runSheet } from './sheets/sheets.service';

const tags = ['plan'];
/** What a plan is told by: itself, and what would be planned now. */
const PLAN_TOPICS = ['plan', 'orders', 'workshop'] as const;
const SheetParams = shut({
  version: PlanParams.properties.version,
  kind: Type.Enum([...SHEET_KINDS]),
  file: Type.String({ pattern: '\\.pdf$', maxLength: 90 }),
});
const SheetQuery = shut({ day: Type.Optional(Day) });
const LatestJob = shut({ job: Type.Union([PlanJob, Type.Null()]) });

/** The season’s plan: its versions, what is changed by hand, and the jobs that make them. */
export function addPlan(app: App, jobs: PlanJobs): void {
  const plans = new PlanService(app.db, app.clock);
  const { manager } = app.db;
  app.get(
    '/api/plan',
    { schema: { tags, response: { 200: SavedPlan } } },
    keptAnswer(app, { topics: PLAN_TOPICS }, () => plans.newest()),
  );
  app.get('/api/plan/versions', { schema: { tags, response: { 200: Type.Array(PlanHead) } } }, () =>
    plans.versions(),
  );
  app.get(
    '/api/plan/versions/:version',
    { schema: { tags, params: PlanParams, response: { 200: SavedPlan } } },
    keptAnswer(app, { topics: PLAN_TOPICS }, ({ params }: { params: Static<typeof PlanParams> }) =>
      plans.version(params.version),
    ),
  );
  app.post(
    '/api/plan/versions/:version/publish',
    { schema: { tags, params: PlanParams, response: { 200: SavedPlan } } },
    (request) => plans.publish(request.params.version) as Promise<never>,
  );
  app.get(
    '/api/plan/versions/:version/sheets/:kind/:file',
    { schema: { tags, params: SheetParams, querystring: SheetQuery, response: { 200: Type.Any() } } },
    async (request, reply) => {
      const { version, kind, file } = request.params;
      const id = file.replace(/\.pdf$/, '');
      const sheet = await runSheet(manager, { version, kind, id, day: request.query.day });
      return inlineFile(reply, `run-sheet-${version}.pdf`).send(sheet);
    },
  );
  app.post(
    '/api/plan/edits',
    { schema: { tags, body: PlanEditAsk, response: { 201: SavedPlan } } },
    async (request, reply) => {
      const by = await personAt(manager, request);
      return reply.status(201).send((await plans.edit(request.body as PlanEditAsk, by)) as never);
    },
  );
  app.post(
    '/api/plan/holds',
    { schema: { tags, body: HoldAsk, response: { 200: SavedPlan } } },
    (request) => plans.hold(request.body) as Promise<never>,
  );
  app.post(
    '/api/plan/changes',
    { schema: { tags, body: ChangesAsk, response: { 200: ChangesMade } } },
    async (request) => {
      const { changes } = request.body as ChangesAsk;
      await plans.changing((own, setUp) => makeChanges(own, { setUp, now: app.clock.now() }, changes));
      return { made: changes.length };
    },
  );
  app.post(
    '/api/plan/jobs',
    { schema: { tags, body: JobAsk, response: { 202: PlanJob } } },
    async (request, reply) => {
      const by = await personAt(manager, request);
      return reply.status(202).send((await jobs.ask(request.body, by)) as never);
    },
  );
  app.get(
    '/api/plan/jobs/latest',
    { schema: { tags, response: { 200: LatestJob } } },
    async () => ({ job: await jobs.latest() }) as never,
  );
  app.post(
    '/api/plan/jobs/:id/stop',
    { schema: { tags, params: JobParams, response: { 200: PlanJob } } },
    (request) => jobs.stop(request.params.id) as Promise<never>,
  );
}
