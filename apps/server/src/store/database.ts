import pg from 'pg';
import { DataSource } from 'typeorm';
import { ENTITIES } from './entities';
import { MIGRATIONS } from './migrations';

/**
 * A connection that somebody always listens to. Between the moment when the pool hands one out and the one when TypeORM listens
 * to it, nobody does: cut just then it would end the server. Whoever asks something of it is told by that.
 */
class HeardClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    this.on('error', () => undefined);
  }
}

/** A data source on the database of the URL; nothing is connected or changed yet. */
export function dataSource(url: string): DataSource {
  return new DataSource({
    type: 'postgres',
    url,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsTransactionMode: 'all',
    synchronize: false,
    uuidExtension: 'pgcrypto',
    installExtensions: false,
    applicationName: 'alnage',
    // a machine that plans may be busy for seconds; one that refuses is known at once
    connectTimeoutMS: 12_000,
    poolErrorHandler: () => undefined,
    extra: { Client: HeardClient },
  });
}
