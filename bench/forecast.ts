import { windowForecast } from '../packages/core/src/index';
import { WINDOW, coolingBowls } from '../packages/core/src/heat/testing/cooling-bowl';

/** `npm run bench -- forecast`: how long a bowl stays in its window, fitted anew at each reading, and how near that comes. */

const BOWLS = 500;
const FIRST = 5;

const [times, errors, within] = [[] as number[], [] as number[], [] as boolean[]];
const window = { low: WINDOW.low, high: 90 };
for (const { readings, bowl, minutesOff } of coolingBowls(BOWLS)) {
  for (let known = FIRST; known <= readings.length; known++) {
    const last = readings[known - 1]!.minute;
    const heard = readings.slice(0, known).map((each) => ({ ...each, minute: each.minute - last }));
    const start = performance.now();
    const told = windowForecast(heard, bowl, window);
    times.push(performance.now() - start);
    if (known < readings.length || told.kind !== 'leaves') continue;
    const error = Math.abs(told.inMinutes - minutesOff);
    errors.push(error);
    within.push(error <= Math.max(2, 0.2 * minutesOff));
  }
}

const at = (list: readonly number[], share: number): string =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(share * list.length))]!.toFixed(2);
console.table([
  {
    fits: times.length,
    'p50 ms': at(times, 0.5),
    'p95 ms': at(times, 0.95),
    'p99 ms': at(times, 0.99),
    'most ms': at(times, 1),
  },
]);
console.table([
  {
    bowls: BOWLS,
    'within 20% or 2 min': `${((100 * within.filter(Boolean).length) / BOWLS).toFixed(1)}%`,
    'error p50 min': at(errors, 0.5),
    'error p90 min': at(errors, 0.9),
  },
]);
