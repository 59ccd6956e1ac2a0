import { EventEmitter } from 'node:events';
import { LIVE_TOPICS, type LiveEvent, type LiveTopic } from '@alnage/contract';
import pg from 'pg';
import type { EntityManager } from 'typeorm';

const CHANNEL = 'alnage_live';
const RETRY_MS = 1000;

/**
 * Tells all processes on the database that a topic changed, when the transaction commits: by a message for open pages, and by
 * a row for what is remembered (`Remembered`).
 */
export async function announce(manager: EntityManager, topic: LiveTopic): Promise<void> {
  await manager.query(
    `with noted as (
       insert into change (topic, xact) values ($2, pg_current_xact_id()::text::bigint) returning topic
     ) select pg_notify($1, topic) from noted`,
    [CHANNEL, topic],
  );
}

/**
 * Hears what any process announced, over one connection of its own that is made anew when it breaks. What was announced
 * meanwhile nobody heard: then everything is told as changed.
 */
export class LiveChannel {
  private readonly events = new EventEmitter().setMaxListeners(0);
  private client: pg.Client | null = null;
  private retry: NodeJS.Timeout | null = null;
  private isClosed = false;

  constructor(private readonly url: string) {}

  async open(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, application_name: 'alnage live' });
    client.on('notification', ({ payload }) => this.events.emit('event', { topic: payload }));
    client.on('error', () => this.reopen(client));
    client.on('end', () => this.reopen(client));
    await client.connect();
    await client.query(`listen ${CHANNEL}`);
    this.client = client;
  }

  subscribe(hear: (event: LiveEvent) => void): () => void {
    this.events.on('event', hear);
    return () => this.events.off('event', hear);
  }

  async close(): Promise<void> {
    this.isClosed = true;
    if (this.retry) clearTimeout(this.retry);
    await this.client?.end();
  }

  private reopen(broken: pg.Client): void {
    if (this.isClosed || this.retry || (this.client && this.client !== broken)) return;
    this.client = null;
    this.retry = setTimeout(() => {
      this.retry = null;
      this.open().then(
        () => LIVE_TOPICS.forEach((topic) => this.events.emit('event', { topic })),
        () => this.reopen(broken),
      );
    }, RETRY_MS);
    this.retry.unref();
  }
}
