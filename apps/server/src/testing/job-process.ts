import { buildApp } from '../app';
import { dataSource } from '../store/database';
import { LiveChannel } from '../platform/database/live';
import { WorkshopClock } from '../platform/time/workshop-clock';

/** A server process of its own on the database that it is given, which takes jobs until it is killed. */
const url = process.argv[2]!;
const db = await dataSource(url).initialize();
const live = new LiveChannel(url);
await live.open();
await buildApp({ db, live, clock: await WorkshopClock.load(db), webFolder: null, doesJobs: true });
process.stdout.write('ready\n');
