import { readFileSync } from 'node:fs';
import type { Order, OrderPage, PlanJob } from '@alnage/contract';
import { bringIn, onWorkshop, type BenchWorkshop } from './on-workshop';

/**
 * `npm run bench -- reads`: what a read costs the server's processor with 42, 500 and 5,000 orders: again when nothing changed,
 * and first after an order changed. Planned with all of them, so that the plan grows too.
 */

const ORDERS = [0, 458, 4500] as const;
const PLAN_SECONDS = 5;
const READS = 20;
/** Days of the season with how many of a hundred orders are collected on them. */
const DAYS = [
  ['2026-06-19', 52],
  ['2026-06-20', 34],
  ['2026-06-21', 14],
] as const;
const COUNTERS_DAY = '2026-06-21';

function listOf(orders: number, first: number): string {
  const things = ['1 Twist bag', '12 Salt twist', '1 Truffle box, 4 Foam bar', '5 Ridge chip'];
  const days = DAYS.flatMap(([day, share]) => Array.from({ length: share }, () => day));
  const lines = Array.from({ length: orders }, (_, i) => {
    const time = `${String(10 + (i % 3)).padStart(2, '0')}:${i % 2 === 0 ? '00' : '30'}`;
    return `Customer ${first + i},${days[(i * 37) % days.length]},${time},The shop,"${things[i % things.length]}",`;
  });
  return ['customer,day,time,pickup point,what,note', ...lines].join('\n');
}

const dayOf = (day: string): string => `from=${day}&to=${day}&limit=2000`;
const READ: readonly (readonly [what: string, path: string, asked: string])[] = [
  ['the workshop’s settings', '/api/workshop', '≤ 10, ≤ 60'],
  ['a page of 100 orders', '/api/orders?limit=100', '≤ 10, ≤ 60'],
  ['a day at the counter', `/api/orders?${dayOf(COUNTERS_DAY)}`, '≤ 10, ≤ 60'],
  ['bench', '/api/bench', '≤ 10, ≤ 60'],
  ['plan', '/api/plan', '≤ 10, ≤ 60'],
  ['larder', '/api/larder', '≤ 10, ≤ 60'],
  ['season', '/api/season', '≤ 10, ≤ 60'],
  ['orders as CSV', '/api/lists/orders', '≤ 400'],
  ['the workshop file', '/api/workshop-file', '≤ 3,000'],
];
/** Files are read once: they are not kept. */
const FILES = new Set(['/api/lists/orders', '/api/workshop-file']);

/** Processor time of a process so far, in ms: its own and the kernel's for it, in ticks of 10 ms. */
function cpuMs(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return 10 * (Number(fields[11]) + Number(fields[12]));
}

interface Cost {
  readonly ms: number;
  readonly bytes: number;
}

/** Processor time of one of several reads, less what the server does by itself meanwhile. */
async function cost(
  { address, pid }: BenchWorkshop,
  path: string,
  { before, reads }: { readonly before: () => Promise<void>; readonly reads: number },
): Promise<Cost> {
  let [used, bytes] = [0, 0];
  let etag: string | null = null;
  for (let i = 0; i < reads; i++) {
    await before();
    const from = cpuMs(pid);
    const response: Response = await fetch(
      `${address}${path}`,
      etag ? { headers: { 'if-none-match': etag } } : {},
    );
    if (!response.ok && response.status !== 304) throw new Error(`${path}: ${await response.text()}`);
    const body = await response.arrayBuffer();
    used += cpuMs(pid) - from;
    etag = response.headers.get('etag');
    bytes = Math.max(bytes, body.byteLength);
  }
  return { ms: used / reads, bytes };
}

async function json<T>(
  address: string,
  path: string,
  { method, body }: { readonly method: 'GET' | 'POST' | 'PUT'; readonly body?: object } = { method: 'GET' },
): Promise<T> {
  const response = await fetch(`${address}${path}`, {
    method,
    ...(body !== undefined && {
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }),
  });
  if (!response.ok) throw new Error(`${path}: ${await response.text()}`);
  return (await response.json()) as T;
}

/** An order that stands on the list and holds no place, to be changed as often as it is wanted. */
async function changer(address: string): Promise<() => Promise<void>> {
  const draft = {
    ...{ customer: 'Somebody', lines: [{ piece: 'salt-twist', pieces: 5 }], boxes: [], note: '' },
    ...{ pickup: '2026-06-21T10:00', pickupPoint: 'shop', despiteKitchen: null },
  };
  let order = await json<Order>(address, '/api/orders', {
    method: 'POST',
    body: { ...draft, state: 'asked' },
  });
  let times = 0;
  return async () => {
    const change = { ...draft, note: `changed ${++times}`, version: order.version };
    order = await json<Order>(address, `/api/orders/${order.id}`, { method: 'PUT', body: change });
  };
}

/** What it costs to take an order and promise it, its promise by the kitchen aside: nobody asks the kitchen. */
async function taking({ address, pid }: BenchWorkshop): Promise<number> {
  const draft = {
    ...{ customer: 'Somebody else', lines: [{ piece: 'salt-twist', pieces: 5 }], boxes: [], note: '' },
    ...{
      pickup: '2026-06-21T11:00',
      pickupPoint: 'shop',
      despiteKitchen: { reason: 'Try-out', name: 'Runa' },
      state: 'promised',
    },
  };
  const from = cpuMs(pid);
  for (let i = 0; i < READS; i++) await json<Order>(address, '/api/orders', { method: 'POST', body: draft });
  return (cpuMs(pid) - from) / READS;
}

/** Publishes the newest version, again where it is published: its documents are read anew then. */
async function publish(address: string): Promise<void> {
  const { version } = await json<{ version: number }>(address, '/api/plan');
  await json(address, `/api/plan/versions/${version}/publish`, { method: 'POST', body: {} });
}

let isClosed = false;
/** Closes a slot, or opens it again: something of the workshop changes. */
async function closing(address: string): Promise<void> {
  isClosed = !isClosed;
  await json(address, '/api/points/shop/slots', {
    method: 'PUT',
    body: { at: '2026-06-20T13:30', isClosed },
  });
}

/** What a read costs first after something else changed than an order. */
async function tellOthers(workshop: BenchWorkshop): Promise<void> {
  const { address } = workshop;
  for (const [what, path, other] of [
    ['plan, after a version was published', '/api/plan', () => publish(address)],
    ['the settings, after a slot was closed', '/api/workshop', () => closing(address)],
  ] as const) {
    const { ms } = await cost(workshop, path, { before: other, reads: READS });
    console.log(`| ${what} | | ${ms.toFixed(1)} ms | | |`);
  }
}

async function plan(address: string): Promise<string> {
  const asked = await json<PlanJob>(address, '/api/plan/jobs', {
    method: 'POST',
    body: { kind: 'plan', seconds: PLAN_SECONDS },
  });
  for (;;) {
    const { job } = await json<{ job: PlanJob }>(address, '/api/plan/jobs/latest');
    if (job.id === asked.id && job.state === 'done') return `version ${job.version}`;
    if (job.id === asked.id && job.state === 'failed') throw new Error(`the plan failed: ${job.fault}`);
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
}

async function measure(workshop: BenchWorkshop): Promise<void> {
  const { address } = workshop;
  let first = 0;
  // a slot hands over as many as there are: what is measured is not its room
  await workshop.sql('update pickup_point set slot_boxes = null');
  const change = await changer(address);
  const nothing = (): Promise<void> => Promise.resolve();
  for (const more of ORDERS) {
    if (more > 0) await bringIn(address, listOf(more, first), true);
    first += more;
    await plan(address);
    const { total } = await json<OrderPage>(address, '/api/orders?limit=1');
    const day = await json<OrderPage>(address, `/api/orders?${dayOf(COUNTERS_DAY)}`);
    console.log(`\n${total} orders, ${day.orders.length} of them on the counter’s day\n`);
    console.log('| read | nothing changed | an order changed | asked for | kB |');
    console.log('| --- | --- | --- | --- | --- |');
    for (const [what, path, asked] of READ) {
      const isFile = FILES.has(path);
      await (await fetch(`${address}${path}`)).arrayBuffer();
      const again = isFile ? null : await cost(workshop, path, { before: nothing, reads: READS });
      const changed = await cost(workshop, path, {
        before: isFile ? nothing : change,
        reads: isFile ? 1 : READS,
      });
      const bytes = Math.max(again?.bytes ?? 0, changed.bytes);
      console.log(
        `| ${what} | ${again ? `${again.ms.toFixed(1)} ms` : ''} | ${changed.ms.toFixed(1)} ms | ${asked} | ${(bytes / 1024).toFixed(0)} |`,
      );
    }
    await tellOthers(workshop);
    console.log(
      `| an order taken, beside its promise | | ${(await taking(workshop)).toFixed(1)} ms | ≤ 80 | |`,
    );
  }
}

await onWorkshop(measure);
