import sse from '@fastify/sse';
import helmet from '@fastify/helmet';
import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import type { TypeBoxTypeProvider } from '@fastify/type-provider-typebox';
import Fastify, { type FastifyServerOptions } from 'fastify';
import type { DataSource } from 'typeorm';
import type { App } from './app-type';
import { addBench } from './bench/bench.routes';
import { SimulatedDevices } from './devices/simulated/simulated-devices';
import { KEPT_ONE_BY_ONE_MS, thinReadings } from './devices/thin-readings';
import { addDevices } from './devices/devices.routes';
import { addBoxes } from './boxes/boxes.routes';
import { addCustomers } from './customers/customers.routes';
import { addExports } from './exports/exports.routes';
import { addHealth } from './health/health.routes';
import { addImports } from './imports/imports.routes';
import { addLarder } from './larder/larder.routes';
import { addRecipes } from './larder/recipes.routes';
import { addOrders } from './orders/orders.routes';
import { addPieces } from './pieces/pieces.routes';
import { PlanJobs } from './plan/jobs/plan-jobs';
import { addPlan } from './plan/plan.routes';
import { addPractices } from './practices/practices.routes';
import { addPromises } from './promises/promises.routes';
import { addEvents } from './plugins/events.routes';
import type { LiveChannel } from './plugins/live';
import { addProblemDetails } from './plugins/problem-details';
import { addValidation, OWN_FORMATS } from './plugins/validation';
import { addWeb } from './plugins/web';
import type { WorkshopClock } from './plugins/workshop-clock';
import { addSeason } from './season/season.routes';
import { addWeighings } from './weighings/weighings.routes';
import { addWorkshopFile } from './workshop-file/workshop-file.routes';
import { addWorkshop } from './workshop/workshop.routes';

export interface AppParts {
  readonly db: DataSource;
  readonly clock: WorkshopClock;
  readonly live: LiveChannel;
  readonly webFolder: string | null;
  /** Whether this process works out plans that are asked for; else others do. */
  readonly doesJobs?: boolean;
  /** Seconds that a plan is bettered for where nobody says. */
  readonly planSeconds?: number;
  readonly options?: FastifyServerOptions;
}

/** Shop default. */
const PLAN_SECONDS = 10;
const THIN_EVERY_MS = 3_600_000;

/** Everything that is sent to the browser comes from here; Angular and Material write styles into the page. */
const CONTENT_SECURITY_POLICY = {
  defaultSrc: ["'self'"],
  scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
  workerSrc: ["'self'"],
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:'],
  fontSrc: ["'self'"],
  connectSrc: ["'self'"],
  upgradeInsecureRequests: null,
};

/** Builds the application; main.ts listens, tests inject. */
export async function buildApp(parts: AppParts): Promise<App> {
  const app = Fastify({
    routerOptions: { ignoreTrailingSlash: true },
    forceCloseConnections: true,
    serializerOpts: { ajv: { formats: OWN_FORMATS } },
    ...parts.options,
  });
  const typed: App = app.withTypeProvider<TypeBoxTypeProvider>() as unknown as App;
  typed.decorate('db', parts.db);
  typed.decorate('clock', parts.clock);
  typed.decorate('live', parts.live);
  addValidation(app);
  addProblemDetails(app);
  await app.register(helmet, {
    contentSecurityPolicy: { directives: CONTENT_SECURITY_POLICY },
    strictTransportSecurity: false,
  });
  await app.register(sse, { heartbeatInterval: 15_000 });
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Alnage',
        description: 'Planning of coated confectionery made to order',
        version: '0.1.0',
      },
    },
  });
  await app.register(swaggerUi, { routePrefix: '/api/docs', staticCSP: true });
  const { db, clock, live, planSeconds: seconds = PLAN_SECONDS } = parts;
  const log = (error: unknown): void => app.log.error(error);
  const jobs = new PlanJobs({ db, clock, live, seconds, log });
  app.addHook('onClose', () => jobs.close());
  if (parts.doesJobs) await jobs.start();
  addHealth(typed);
  addWorkshop(typed);
  addSeason(typed);
  addPieces(typed);
  addWeighings(typed);
  addBoxes(typed);
  addCustomers(typed);
  addOrders(typed);
  addPlan(typed, jobs);
  addPromises(typed);
  addLarder(typed);
  addRecipes(typed);
  addBench(typed);
  addDevices(typed);
  addPractices(typed);

  addExports(typed);
  addImports(typed);
  addWorkshopFile(typed);
  addEvents(typed);
  await addWeb(app, parts.webFolder);
  if (parts.doesJobs) await playDevices(typed, log);
  return typed;
}

/** Plays the demo's devices, and thins what devices said long ago, where this process does the jobs. */
async function playDevices(app: App, log: (error: unknown) => void): Promise<void> {
  const { db, clock } = app;
  const devices = new SimulatedDevices({
    db,
    clock,
    log,
    knock: async (method, url, { token, body }) => {
      const headers = { authorization: `Bearer ${token}` };
      const response = await app.inject({ method, url, headers, ...(body && { payload: body }) });
      if (response.statusCode >= 400) throw new Error(`a simulated device was refused: ${response.body}`);
      return response.body === '' ? null : response.json();
    },
  });
  const thin = (): void =>
    void thinReadings(db, new Date(clock.now().getTime() - KEPT_ONE_BY_ONE_MS)).catch(log);
  const thinning = setInterval(thin, THIN_EVERY_MS);
  app.addHook('onReady', () => devices.start());
  app.addHook('preClose', async () => {
    clearInterval(thinning);
    await devices.close();
  });
}
