import loadHighs from 'highs';
import { lowerBound, makePlan, readProblem, type Problem } from '../packages/core/src/index';
// @ts-expect-error plain JavaScript: the generator of instances
import { makeInstance } from './make-instance.mjs';

/**
 * `npm run bench -- planner`: time to the first plan and until all is met, then cost and pieces unmet after 2 and 10
 * seconds on generated instances, against what an earlier trial of another search reached in 10 and 60 seconds, and
 * against what no plan can be cheaper than.
 */

/** Orders, tightness, and the trial's cost after 10 and 60 seconds. */
const ROWS = [
  [40, 0.8, 3238, 3232],
  [40, 1, 6408, 6842],
  [40, 1.2, 13_985, 13_982],
  [150, 0.8, 5049, 4426],
  [150, 1, 13_529, 13_978],
  [150, 1.2, 45_228, 34_891],
  [500, 0.8, 24_847, 16_912],
  [500, 1, 37_055, 32_899],
  [500, 1.2, 82_371, 70_504],
  [2000, 0.8, 131_586, 119_082],
  [2000, 1, 518_686, 204_448],
  [2000, 1.2, 2_270_763, 1_868_412],
] as const;

const costText = (cost: number): string => Math.round(cost).toLocaleString('en-GB');

function planFor(
  problem: Problem,
  seconds: number,
): { cost: number; unmet: number; steps: number; ms: number } {
  const start = performance.now();
  const { report, steps } = makePlan(problem, {
    progress: () => (seconds === 0 ? 1 : (performance.now() - start) / (seconds * 1000)),
  });
  return { cost: report.cost!, unmet: report.unmetPieces, steps, ms: Math.round(performance.now() - start) };
}

const mean = (ratios: readonly number[]): string =>
  Math.exp(ratios.reduce((sum, ratio) => sum + Math.log(ratio), 0) / ratios.length).toFixed(3);

const highs = await loadHighs();

function boundOf(problem: Problem): { cost: number; ms: number } {
  const start = performance.now();
  const { cost } = lowerBound(problem, (text) => {
    const { Status: status, ObjectiveValue: value } = highs.solve(text);
    return { isOptimal: status === 'Optimal', value };
  });
  return { cost, ms: Math.round(performance.now() - start) };
}

/** Budgets in which a plan is made from the start, in seconds, to see in which of them all is met. */
const BUDGETS = [0, 0.25, 0.5, 1, 2, 3, 5, 10, 20] as const;

function allMetAfter(problem: Problem): string {
  for (const seconds of BUDGETS) {
    const { unmet, ms } = planFor(problem, seconds);
    if (unmet === 0) return `${(ms / 1000).toFixed(2)} s`;
  }
  return 'not in 20 s';
}

console.log(
  '| orders | tightness | first plan, ms | all met | 2 s | of the trial’s 10 s | 10 s | steps | of the trial’s 60 s | bound | cost / bound |\n' +
    '| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |',
);
const [short, long]: [number[], number[]] = [[], []];
const told = ({ cost, unmet }: { cost: number; unmet: number }): string =>
  costText(cost) + (unmet > 0 ? ` u${unmet}` : '');
for (const [orders, tightness, trial10, trial60] of ROWS) {
  const problem = readProblem(makeInstance({ orders, seed: 1, tightness }));
  const first = planFor(problem, 0);
  const [two, ten] = [planFor(problem, 2), planFor(problem, 10)];
  short.push(two.cost / trial10);
  long.push(ten.cost / trial60);
  const bound = boundOf(problem);
  const cells = [
    ...[orders, tightness, first.ms, tightness <= 1 ? allMetAfter(problem) : '–'],
    ...[told(two), short.at(-1)!.toFixed(2), told(ten), ten.steps, long.at(-1)!.toFixed(2)],
    ...[`${costText(bound.cost)} (${(bound.ms / 1000).toFixed(1)} s)`, (ten.cost / bound.cost).toFixed(1)],
  ];
  console.log(`| ${cells.join(' | ')} |`);
}
console.log(`Geometric means: ${mean(short)} at 2 s of the trial's 10 s, ${mean(long)} at 10 s of its 60 s.`);

console.log('\n| orders | tightness | seed | first plan, ms | all met | 10 s | bound | cost / bound |');
console.log('| --- | --- | --- | --- | --- | --- | --- | --- |');
for (const [orders, tightness] of [
  [150, 0.8],
  [150, 1],
  [500, 0.8],
  [500, 1],
] as const)
  for (const seed of [2, 3]) {
    const problem = readProblem(makeInstance({ orders, seed, tightness }));
    const [first, ten, bound] = [planFor(problem, 0), planFor(problem, 10), boundOf(problem)];
    const cells = [orders, tightness, seed, first.ms, allMetAfter(problem), told(ten), costText(bound.cost)];
    console.log(`| ${[...cells, (ten.cost / bound.cost).toFixed(1)].join(' | ')} |`);
  }
