import sse from '@fastify/sse';
import helmet from '@fastify/helmet';
import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import type { TypeBoxTypeProvider } from '@fastify/type-provider-typebox';
import Fastify, { type FastifyServerOptions } from 'fastify';
import type { DataSource } from 'typeorm';
import type { App } from './platform/http/app-type';
import { addBench } from './work/bench/bench.routes';
import { SimulatedDevices } from './edges/simulated-devices/simulated-devices';
import { KEPT_ONE_BY_ONE_MS, thinReadings } from './work/devices/thin-readings';
import { addDevices } from './work/devices/devices.routes';
import { addBoxes } from './shop/boxes/boxes.routes';
import { addCustomers } from './work/customers/customers.routes';
import { addExports } from './edges/exports/exports.routes';
import { addHealth } from './platform/http/health.routes';
import { addImports } from './edges/imports/imports.routes';
import { addLarder } from './work/larder/larder.routes';
import { addRecipes } from './shop/recipes/recipes.routes';
import { addOrders } from './work/orders/orders.routes';
import { addPieces } from './shop/pieces/pieces.routes';
import { PlanJobs } from './work/plan/jobs/plan-jobs';
import { addKeeping } from './work/keeping/keeping.routes';
import { addPapers } from './work/papers/papers.routes';
import { addPrinting } from './work/papers/printing.routes';
import { addRecall } from './work/recall/recall.routes';
import { addMessages } from './work/messages/messages.routes';
import { Postman } from './work/messages/postman';
import { addTill } from './work/till/till.routes';
import { addPlan } from './work/plan/plan.routes';
import { addPractices } from './work/practices/practices.routes';
import { addPromises } from './work/promises/promises.routes';
import { addEvents } from './platform/http/events.routes';
import { SimulatedCarrier } from './platform/devices/carriers';
import { SimulatedTerminal } from './platform/devices/card-terminal';
import { addSimulatedPrinter } from './edges/simulated-devices/simulated-printer.routes';
import { addSimulatedTerminal } from './edges/simulated-devices/simulated-terminal.routes';
import { forgetChanges, Remembered } from './platform/database/remembered';
import type { LiveChannel } from './platform/database/live';
import { addProblemDetails } from './platform/http/problem-details';
import { addValidation, OWN_FORMATS } from './platform/http/validation';
import { addWeb } from './platform/http/web';
import type { WorkshopClock } from './platform/time/workshop-clock';
import { addSeasons } from './shop/seasons/seasons.routes';
import { addSupplies } from './shop/supplies/supplies.routes';
import { workshopUses } from './week/uses/workshop-uses';
import { addSeasonFigures } from './work/season/season.routes';
import { addWeighings } from './work/weighings/weighings.routes';
import { addWorkshopFile } from './edges/workshop-file/workshop-file.routes';
import { addWorkshop } from './shop/workshop/workshop.routes';

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
  typed.decorate('terminal', new SimulatedTerminal());
  typed.decorate('remembered', new Remembered(parts.db));
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
  addShop(typed);
  addWork(typed, jobs, seconds);
  addEdges(typed);
  addEvents(typed);
  await addWeb(app, parts.webFolder);
  if (parts.doesJobs) {
    await playDevices(typed, log);
    await carryMessages(typed, log);
  }
  return typed;
}

/** What the workshop is. */
function addShop(app: App): void {
  const uses = workshopUses(app.clock);
  addWorkshop(app, uses);
  addSeasons(app, uses);
  addPieces(app, uses);
  addBoxes(app, uses);
  addSupplies(app, uses);
  addRecipes(app, uses);
  addCustomers(app, uses);
}

/** What is done. */
function addWork(app: App, jobs: PlanJobs, planSeconds: number): void {
  addSeasonFigures(app);
  addWeighings(app);
  addOrders(app);
  addPlan(app, jobs);
  addPromises(app, planSeconds);
  addLarder(app);
  addBench(app);
  addDevices(app);
  addKeeping(app);
  addPapers(app);
  addPrinting(app);
  addRecall(app);
  addTill(app);
  addMessages(app);
  addPractices(app);
}

/** What comes in and goes out in files. */
function addEdges(app: App): void {
  addExports(app);
  addImports(app);
  addWorkshopFile(app);
  addSimulatedTerminal(app);
  addSimulatedPrinter(app);
}

/** Sends what customers are told, where this process does the jobs. */
async function carryMessages(app: App, log: (error: unknown) => void): Promise<void> {
  const { db, clock } = app;
  const postman = new Postman({ db, clock, carrier: new SimulatedCarrier(), log });
  await postman.start();
  app.addHook('preClose', () => postman.close());
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
  const thin = (): void => {
    void thinReadings(db, new Date(clock.now().getTime() - KEPT_ONE_BY_ONE_MS)).catch(log);
    void forgetChanges(db).catch(log);
  };
  const thinning = setInterval(thin, THIN_EVERY_MS);
  app.addHook('onReady', () => devices.start());
  app.addHook('preClose', async () => {
    clearInterval(thinning);
    await devices.close();
  });
}
