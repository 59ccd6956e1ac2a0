import { randomUUID } from 'node:crypto';
import type { CounterDeed, CounterTaken, Order, OrderPage } from '@alnage/contract';
import { bringIn, onWorkshop, quantile } from './on-workshop';

/**
 * `npm run bench -- counter`: a day of 300 pickups, handed over from two telephones while a till takes cash, all at once and each as fast as it
 * can: how long a deed waits for its answer, and whether anything went out twice.
 */

const PICKUPS = 300;
const DAY = '2026-06-21';
const TELEPHONES = 2;

function list(): string {
  const lines = Array.from({ length: PICKUPS }, (_, i) => {
    const time = `${String(10 + (i % 3)).padStart(2, '0')}:${i % 2 === 0 ? '00' : '30'}`;
    return `Guest ${i},${DAY},${time},The shop,"5 Ridge chip",`;
  });
  return ['customer,day,time,pickup point,what,note', ...lines].join('\n');
}

async function ask<T>(address: string, path: string, body?: object): Promise<T> {
  const response = await fetch(`${address}${path}`, {
    ...(body && {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }),
  });
  if (!response.ok) throw new Error(`${path}: ${await response.text()}`);
  return (await response.json()) as T;
}

const told = (ms: number): string => `${ms.toFixed(0)} ms`;

await onWorkshop(async ({ address }) => {
  await bringIn(address, list(), true);
  const ofDay = async (): Promise<Order[]> =>
    (await ask<OrderPage>(address, `/api/orders?from=${DAY}&to=${DAY}&limit=2000`)).orders.filter(
      ({ customer }) => customer.startsWith('Guest '),
    );
  const clock = Date.parse((await ask<{ now: string }>(address, '/api/workshop')).now);
  const begun = Date.now();
  const waits: number[] = [];
  let refused = 0;
  const deed = async (order: Order, what: CounterDeed): Promise<void> => {
    const now = clock + Date.now() - begun;
    const draft = {
      id: randomUUID(),
      order: order.id,
      at: now,
      by: null,
      isDone: false,
      despiteAllergy: null,
    };
    const from = performance.now();
    const { taken } = await ask<CounterTaken>(address, '/api/counter/deeds', {
      deeds: [{ ...draft, deed: what }],
    });
    waits.push(performance.now() - from);
    if (taken[0]!.refusal) refused++;
  };
  const orders = await ofDay();
  // both telephones go through all of them, so that each order is wanted twice
  const telephone = async (): Promise<void> => {
    for (const order of orders) {
      await deed(order, { kind: 'shelve' });
      await deed(order, { kind: 'hand-over', collectedBy: '', parts: null });
    }
  };
  const till = async (): Promise<void> => {
    for (const order of orders) {
      const { totalMinor: amountMinor } = order;
      if (amountMinor > 0) await deed(order, { kind: 'cash', amountMinor, givenMinor: amountMinor });
    }
  };
  const from = performance.now();
  await Promise.all([...Array.from({ length: TELEPHONES }, telephone), till()]);
  const seconds = (performance.now() - from) / 1000;
  const after = await ofDay();
  const twice = after.filter(({ handOvers, payments }) => handOvers.length > 1 || payments.length > 1);
  const gone = after.filter(({ state }) => state === 'handed-over');
  console.log(`| ${orders.length} pickups, ${TELEPHONES} telephones and a till | |`);
  console.log('| --- | --- |');
  console.log(`| deeds, refused of them | ${waits.length}, ${refused} |`);
  console.log(`| all of them | ${seconds.toFixed(1)} s |`);
  console.log(`| a deed, median | ${told(quantile(waits, 0.5))} |`);
  console.log(`| a deed, 99 of 100 within | ${told(quantile(waits, 0.99))} |`);
  console.log(`| handed over | ${gone.length} |`);
  console.log(`| handed over or paid twice | ${twice.length} |`);
});
