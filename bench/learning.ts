import { FIRST_LOG_SD, firstBelief, learn, runRange, type CoatBelief } from '../packages/core/src/index';
import { seeded } from '../packages/core/src/planner/testing/small-problem';

/** `npm run bench -- learning`: how often the 90% range holds the truth, and how near the mean comes to it. */

const PIECES = 1000;
const ESTIMATE_GRAMS = 6;
const RUN_LOG_SD = 0.1;
const PIECE_LOG_SD = 0.25;
const SEEDS = [1, 2, 3, 4, 5];

/** A standard normal number. Source: Box and Muller, A Note on the Generation of Random Normal Deviates. */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** One weighed run of a piece whose true mean is known only here. */
function weighed(
  belief: CoatBelief,
  { trueGrams, pieces }: { trueGrams: number; pieces: number },
  random: () => number,
): CoatBelief {
  const logSd = Math.sqrt(RUN_LOG_SD ** 2 + PIECE_LOG_SD ** 2 / pieces);
  const seen = trueGrams * Math.exp(logSd * normal(random));
  return learn(belief, {
    startGrams: seen * pieces + 500,
    addedGrams: 0,
    leftGrams: 500,
    pieces,
    seasonsBack: 0,
  });
}

function coverage(seed: number): number {
  const random = seeded(seed);
  let held = 0;
  for (let i = 0; i < PIECES; i++) {
    const trueGrams = ESTIMATE_GRAMS * Math.exp(FIRST_LOG_SD * normal(random));
    let belief = firstBelief(ESTIMATE_GRAMS);
    const runs = 1 + Math.floor(random() * 20);
    for (let run = 0; run < runs; run++)
      belief = weighed(belief, { trueGrams, pieces: 10 + Math.floor(random() * 190) }, random);
    const { low90, high90 } = runRange(belief);
    if (low90 <= trueGrams && trueGrams <= high90) held++;
  }
  return held / PIECES;
}

function nearAfterSix(seed: number): number {
  const random = seeded(seed);
  let near = 0;
  for (let i = 0; i < PIECES; i++) {
    const trueGrams = ESTIMATE_GRAMS * Math.exp(FIRST_LOG_SD * normal(random));
    let belief = firstBelief(ESTIMATE_GRAMS);
    for (let run = 0; run < 6; run++)
      belief = weighed(belief, { trueGrams, pieces: 60 + Math.floor(random() * 140) }, random);
    if (Math.abs(runRange(belief).mean / trueGrams - 1) <= 0.08) near++;
  }
  return near / PIECES;
}

const percent = (share: number): string => `${(share * 100).toFixed(1)}%`;
console.log(
  '| seed | truth in the 90% range | mean within 8% after 6 runs of 60 or more |\n| --- | --- | --- |',
);
for (const seed of SEEDS)
  console.log(`| ${seed} | ${percent(coverage(seed))} | ${percent(nearAfterSix(seed))} |`);
