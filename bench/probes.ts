import { onWorkshop, quantile } from './on-workshop';

/** `npm run bench -- probes`: fifty probes at one reading a second, an hour of readings each, and the API beside them. */

const PROBES = 50;
const SECONDS = 3600;
/** The hour is sent so many times faster than it passes: each call carries so many seconds of one probe. */
const SECONDS_A_CALL = 10;
/** Calls at once: as many as devices that speak in the same instant. */
const AT_ONCE = 8;

async function post<T>(url: string, body: unknown, token?: string): Promise<T> {
  const headers: Record<string, string> = { 'content-type': 'application/json' };
  if (token) headers['authorization'] = `Bearer ${token}`;
  const response = await fetch(url, { method: 'POST', headers, body: JSON.stringify(body) });
  if (!response.ok) throw new Error(`${response.status} ${await response.text()}`);
  return (await response.json()) as T;
}

async function measure({ address }: { address: string }): Promise<void> {
  const tokens: string[] = [];
  for (let i = 0; i < PROBES; i++) {
    const draft = { name: `Probe ${i}`, kind: 'probe', bowl: 'bowl-a' };
    tokens.push((await post<{ token: string }>(`${address}/api/devices`, draft)).token);
  }
  const start = Date.parse('2026-06-18T10:30:00+03:00');
  const says: number[] = [];
  const reads: number[] = [];
  let taken = 0;
  const calls = Array.from({ length: (SECONDS / SECONDS_A_CALL) * PROBES }, (_, index) => index);
  const send = async (): Promise<void> => {
    for (let index = calls.shift(); index !== undefined; index = calls.shift()) {
      const first = Math.floor(index / PROBES) * SECONDS_A_CALL;
      const readings = Array.from({ length: SECONDS_A_CALL }, (_, second) => ({
        ...{ kind: 'celsius', value: 31 + ((first + second) % 20) / 20 },
        at: new Date(start + (first + second) * 1000).toISOString(),
      }));
      const from = performance.now();
      const answer = await post<{ taken: number }>(
        `${address}/api/readings`,
        { readings },
        tokens[index % PROBES],
      );
      says.push(performance.now() - from);
      taken += answer.taken;
    }
  };
  let isOver = false;
  const look = async (): Promise<void> => {
    while (!isOver) {
      const from = performance.now();
      await (await fetch(`${address}/api/bowls/bowl-a/readings?since=${start}`)).text();
      reads.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };
  const began = performance.now();
  const looking = look();
  await Promise.all(Array.from({ length: AT_ONCE }, send));
  isOver = true;
  await looking;
  const seconds = (performance.now() - began) / 1000;
  const sent = PROBES * SECONDS;
  console.log('| sent | kept | lost | seconds | p50 of a call | p95 | p95 of reading a bowl |');
  console.log('| --- | --- | --- | --- | --- | --- | --- |');
  const ms = (list: number[], share: number): string => `${quantile(list, share).toFixed(1)} ms`;
  console.log(
    `| ${sent} | ${taken} | ${sent - taken} | ${seconds.toFixed(1)} | ${ms(says, 0.5)} | ${ms(says, 0.95)} | ${ms(reads, 0.95)} |`,
  );
}

await onWorkshop(measure);
