import {
  makePlan,
  promises,
  readProblem,
  repairPlan,
  waysToMeet,
  type Problem,
  type Span,
} from '../packages/core/src/index';
// @ts-expect-error plain JavaScript: the generator of instances
import { makeInstance } from './make-instance.mjs';

/**
 * `npm run bench -- changes`: what a planned week does when something changes: mending the plan, promising an order for
 * every slot, and finding what would meet a line.
 */

/** The problem as it would be after each change; the same orders and people are drawn each time. */
function changed(problem: Problem): [string, Problem][] {
  const { orders, people, melters } = problem;
  const order = orders[Math.floor(orders.length / 3)]!;
  const later = orders[Math.floor((orders.length * 2) / 3)]!;
  const person = people[0]!;
  const [start, end] = person.shifts.at(-2)!;
  const middle = Math.floor((start + end) / 2) - 30;
  const without = (shift: Span, spans: readonly Span[]): Problem => ({
    ...problem,
    people: people.map((each) =>
      each === person
        ? { ...each, shifts: each.shifts.flatMap((own) => (own[0] === shift[0] ? spans : [own])) }
        : each,
    ),
  });
  return [
    ['an order more', { ...problem, orders: [...orders, { ...order, id: 'new' }] }],
    ['an order fewer', { ...problem, orders: orders.filter((each) => each !== order) }],
    [
      'an order moved',
      { ...problem, orders: orders.map((each) => (each === order ? { ...each, due: later.due } : each)) },
    ],
    ['an hour lost', without([start, end], [[start, middle] as const, [middle + 60, end] as const])],
    ['a shift lost', without([start, end], [])],
    ['a bowl lost', { ...problem, melters: melters.slice(1) }],
  ];
}

console.log(
  '| orders | tightness | change | ms | told tasks moved | unmet |\n| --- | --- | --- | --- | --- | --- |',
);
for (const [orders, tightness] of [
  [150, 0.8],
  [150, 1],
  [500, 0.8],
  [500, 1],
] as const) {
  const problem = readProblem(makeInstance({ orders, seed: 1, tightness }));
  const begun = performance.now();
  const { plan } = makePlan(problem, { progress: () => (performance.now() - begun) / 5000 });
  for (const [name, now] of changed(problem)) {
    const start = performance.now();
    const { changes, report } = repairPlan(now, plan, {
      progress: () => (performance.now() - start) / 700,
    });
    const ms = Math.round(performance.now() - start);
    const moved = `${changes.moved.length} of ${changes.told}`;
    console.log(`| ${[orders, tightness, name, ms, moved, report.unmetPieces].join(' | ')} |`);
  }
  tellPromises(problem, plan);
}

function tellPromises(problem: Problem, plan: ReturnType<typeof makePlan>['plan']): void {
  const dues = [...new Set(problem.orders.map(({ due }) => due))].sort((a, b) => a - b);
  const [one, two] = [problem.products[0]!.id, problem.products[1]!.id];
  const lines = [
    { product: one, pieces: 12 },
    { product: two, pieces: 20 },
  ];
  const start = performance.now();
  const answers = promises({ problem, plan }, { lines, dues });
  const ms = Math.round(performance.now() - start);
  const count = (kind: string): number => answers.filter((answer) => answer.kind === kind).length;
  console.log(
    `| | | ${dues.length} slots promised | ${ms} | ${count('open')} open, ${count('tight')} tight, ${count('no')} no | |`,
  );
}

console.log('\n| orders | tightness | line | ways | ms |\n| --- | --- | --- | --- | --- |');
for (const [orders, tightness] of [
  [40, 1.2],
  [150, 1.2],
] as const) {
  const problem = readProblem(makeInstance({ orders, seed: 1, tightness }));
  const { plan } = makePlan(problem, { steps: 3000 });
  for (const line of plan.unmet.slice(0, 3)) {
    const start = performance.now();
    const ways = waysToMeet({ problem, plan }, line);
    const told = ways.map(({ changes }) => changes.map((each) => Object.values(each).join(' ')).join(' + '));
    const ms = Math.round(performance.now() - start);
    console.log(
      `| ${[orders, tightness, `${line.pieces} ${line.product}`, told.join('; '), ms].join(' | ')} |`,
    );
  }
}
