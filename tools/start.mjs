import { requireBuild } from './lib/build.mjs';
import { requirePackages } from './lib/packages.mjs';
import { startCluster } from './lib/postgres.mjs';
import { atStep, main, say } from './lib/say.mjs';
import { startServer } from './lib/server.mjs';

/** Packages, database, build, server. */
const STEPS = 4;

/** `npm start`: installs what is missing, starts the private database, builds, serves, and stops all on Ctrl-C. */
await main(async () => {
  atStep(1, STEPS);
  await requirePackages();
  atStep(2, STEPS);
  const cluster = process.env.DATABASE_URL ? null : await startCluster('workshop');
  const stopped = new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => resolve(signal));
  });
  try {
    const databaseUrl = process.env.DATABASE_URL ?? cluster.requireDatabase('alnage');
    atStep(3, STEPS);
    await requireBuild({ checksTypes: false });
    atStep(4, STEPS);
    say('Starting the server (the first time it loads the demo workshop) …');
    const server = await startServer({ DATABASE_URL: databaseUrl });
    atStep();
    say(`Alnage is at ${server.address}  (Ctrl-C stops it; data is kept)`);
    const end = await Promise.race([stopped, server.ended]);
    if (end === 'SIGINT' || end === 'SIGTERM') {
      say('Stopping …');
      await server.stop();
    } else {
      process.exitCode = 1;
      say(`The server ended by itself (${end}); the data is kept. Start again with npm start.`);
    }
  } finally {
    cluster?.stop();
  }
});
