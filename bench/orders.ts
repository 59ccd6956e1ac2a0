import type { ImportReport } from '@alnage/contract';
import { bringIn, onWorkshop, quantile } from './on-workshop';

/** `npm run bench -- orders`: a list of 5,000 orders looked at, brought in and looked at again; then parts of the list read. */

const ORDERS = 5000;
const READS = 60;

function listOf(orders: number): string {
  const things = ['1 Twist bag', '12 Salt twist', '1 Truffle box, 4 Foam bar', '5 Ridge chip'];
  const lines = Array.from({ length: orders }, (_, i) => {
    const time = `${String(9 + (i % 9)).padStart(2, '0')}:${i % 2 === 0 ? '00' : '30'}`;
    return `Customer ${i},2026-06-19,${time},The shop,"${things[i % things.length]}",`;
  });
  return ['customer,day,time,pickup point,what,note', ...lines].join('\n');
}

async function timed<T>(run: () => Promise<T>): Promise<{ ms: number; answer: T }> {
  const start = performance.now();
  const answer = await run();
  return { ms: performance.now() - start, answer };
}

async function measure({ address }: { address: string }): Promise<void> {
  const text = listOf(ORDERS);
  console.log('| step | seconds | to bring in | brought in |');
  console.log('| --- | --- | --- | --- |');
  const steps = [
    ['looked at', false],
    ['brought in', true],
    ['the same again', true],
  ] as const;
  for (const [step, isWanted] of steps) {
    const { ms, answer } = await timed(() => bringIn(address, text, isWanted) as Promise<ImportReport>);
    console.log(`| ${step} | ${(ms / 1000).toFixed(1)} | ${answer.fresh} | ${answer.taken} |`);
  }
  console.log('\n| rows of the list | p50 | p95 | most |');
  console.log('| --- | --- | --- | --- |');
  const parts = [
    ['the first 100', 'limit=100'],
    ['100 from the middle', 'limit=100&offset=2500'],
    ['100 found by a name', 'limit=100&find=customer%204'],
    ['the day’s, found by two words', 'limit=100&from=2026-06-19&to=2026-06-19&find=customer%20m-04'],
  ] as const;
  for (const [what, query] of parts) {
    const reads: number[] = [];
    for (let i = 0; i < READS; i++) {
      const { ms } = await timed(async () => (await fetch(`${address}/api/orders?${query}`)).text());
      reads.push(ms);
    }
    const at = (share: number): string => quantile(reads, share).toFixed(0);
    console.log(`| ${what} | ${at(0.5)} ms | ${at(0.95)} ms | ${at(1)} ms |`);
  }
}

await onWorkshop(measure);
