import { makePlan, readProblem } from '../packages/core/src/index';
// @ts-expect-error plain JavaScript: the generator of instances
import { makeInstance } from './make-instance.mjs';

/** `npm run bench -- planner`: cost, pieces unmet and time of a plan on generated instances of several sizes. */

const SIZES = [40, 150, 500] as const;
const TIGHTNESS = [0.8, 1, 1.2] as const;
const SECONDS = 10;

console.log('| orders | tightness | cost | unmet | steps | seconds |\n| --- | --- | --- | --- | --- | --- |');
for (const orders of SIZES)
  for (const tightness of TIGHTNESS) {
    const problem = readProblem(makeInstance({ orders, seed: 1, tightness }));
    const start = performance.now();
    const { report, steps } = makePlan(problem, {
      shouldStop: () => performance.now() - start > SECONDS * 1000,
    });
    const seconds = ((performance.now() - start) / 1000).toFixed(1);
    const cost = Math.round(report.cost!).toLocaleString('en-GB');
    console.log(`| ${orders} | ${tightness} | ${cost} | ${report.unmetPieces} | ${steps} | ${seconds} |`);
  }
