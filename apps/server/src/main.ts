import { readFileSync } from 'node:fs';
import { buildApp } from './app';
import { prepareDatabase } from './prepare-database';
import { dataSource } from './store/database';
import { LiveChannel } from './platform/database/live';
import { WorkshopClock } from './platform/time/workshop-clock';
import { readSettings, SettingError, type Settings } from './settings';

async function serve(settings: Settings): Promise<void> {
  const db = await dataSource(settings.databaseUrl).initialize();
  await prepareDatabase(db, settings, (text) => console.log(text));
  const live = new LiveChannel(settings.databaseUrl);
  await live.open();
  const tls = settings.tls && {
    https: { cert: readFileSync(settings.tls.certPath), key: readFileSync(settings.tls.keyPath) },
  };
  const app = await buildApp({
    db,
    live,
    clock: await WorkshopClock.load(db, settings.clockRate),
    webFolder: settings.webFolder,
    doesJobs: true,
    planSeconds: settings.planSeconds,
    options: { logger: { level: 'warn' }, ...tls },
  });
  const close = async (): Promise<void> => {
    await app.close();
    await live.close();
    await db.destroy();
  };
  // Ctrl-C reaches every process of the terminal, and the starter asks once more: one closing answers both
  let closing: Promise<void> | null = null;
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void (closing ??= close()));
  const address = await app.listen({ host: settings.host, port: settings.port });
  console.log(`listening ${address}`);
}

try {
  await serve(readSettings(process.env));
} catch (error) {
  const { code, message, stack } = error as NodeJS.ErrnoException;
  if (code === 'EADDRINUSE')
    console.error(`${message}\nAnother program uses this port. Stop it, or set ALNAGE_PORT to another one.`);
  else console.error(error instanceof SettingError ? message : stack);
  process.exit(1);
}
