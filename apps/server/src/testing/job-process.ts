import { buildApp } from '../app';
import { dataSource } from '../plugins/database';
import { LiveChannel } from '../plugins/live';
import { WorkshopClock } from '../plugins/workshop-clock';

/** A server process of its own on the database that it is given, which takes jobs until it is killed. */
const url = process.argv[2]!;
const db = await dataSource(url).initialize();
const live = new LiveChannel(url);
await live.open();
await buildApp({ db, live, clock: await WorkshopClock.load(db), webFolder: null, doesJobs: true });
process.stdout.write('ready\n');
