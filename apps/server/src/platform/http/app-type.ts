import type { TypeBoxTypeProvider } from '@fastify/type-provider-typebox';
import type {
  FastifyBaseLogger,
  FastifyInstance,
  RawReplyDefaultExpression,
  RawRequestDefaultExpression,
  RawServerDefault,
} from 'fastify';
import type { DataSource } from 'typeorm';
import type { Remembered } from '../database/remembered';
import type { LiveChannel } from '../database/live';
import type { SimulatedTerminal } from '../devices/card-terminal';
import type { WorkshopClock } from '../time/workshop-clock';

declare module 'fastify' {
  interface FastifyInstance {
    db: DataSource;
    clock: WorkshopClock;
    live: LiveChannel;
    /** What takes cards: a stand-in that ships with Alnage. */
    terminal: SimulatedTerminal;
    /** What was computed from the database and has not changed since. */
    remembered: Remembered;
  }
}

/** The application with its schemas as types of what handlers take. */
export type App = FastifyInstance<
  RawServerDefault,
  RawRequestDefaultExpression<RawServerDefault>,
  RawReplyDefaultExpression<RawServerDefault>,
  FastifyBaseLogger,
  TypeBoxTypeProvider
>;
