import { DataSource } from 'typeorm';
import { ENTITIES } from '../entities';
import { MIGRATIONS } from '../migrations';

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
    connectTimeoutMS: 5000,
    poolErrorHandler: () => undefined,
  });
}
