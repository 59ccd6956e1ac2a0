import type { BoxLabelView } from '@alnage/contract';
import { bringIn, onWorkshop } from './on-workshop';

/** `npm run bench -- labels`: 500 labels of one day, as data and as a PDF on sheets and on a roll: seconds for each. */

const BOXES = 500;
const DAY = '2026-06-21';
const WHAT = ['6 Oat ball', '12 Dusk berry', '8 Rye truffle', '10 Salt twist', '6 Sandwich round'];

function list(): string {
  const lines = Array.from({ length: BOXES }, (_, i) => {
    const time = `${String(10 + (i % 3)).padStart(2, '0')}:${i % 2 === 0 ? '00' : '30'}`;
    return `Guest ${i},${DAY},${time},The shop,"${WHAT[i % WHAT.length]!}",`;
  });
  return ['customer,day,time,pickup point,what,note', ...lines].join('\n');
}

await onWorkshop(async ({ address }) => {
  await bringIn(address, list(), true);
  const timed = async (what: string, path: string): Promise<Response> => {
    const from = performance.now();
    const response = await fetch(`${address}${path}`);
    const body = await response.clone().arrayBuffer();
    if (!response.ok) throw new Error(`${path}: ${await response.text()}`);
    const seconds = ((performance.now() - from) / 1000).toFixed(1);
    console.log(`${what}: ${seconds} s, ${Math.round(body.byteLength / 1000)} kB`);
    return response;
  };
  const labels = (await (
    await timed('labels as data', `/api/papers/labels?day=${DAY}`)
  ).json()) as BoxLabelView[];
  console.log(`${labels.length} labels`);
  for (const sheet of ['a4-8', 'roll-62x100'])
    await timed(`as a PDF on ${sheet}`, `/api/papers/labels.pdf?day=${DAY}&sheet=${sheet}`);
});
