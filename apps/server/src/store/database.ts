import { DataSource } from 'typeorm';
import { ENTITIES } from './entities';
import { MIGRATIONS } from './migrations';

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
  });
}
