import { CoatLearner, DIPPED_SPREAD, runRange, type CoatBelief } from '../packages/core/src/index';
import { seeded } from '../packages/core/src/planner/testing/small-problem';

/** `npm run bench -- learning`: how often the 90% range holds the truth, and how near the mean comes to it. */

const PIECES = 1000;
const ESTIMATE_GRAMS = 6;
const RUN_LOG_SD = 0.1;
const PIECE_LOG_SD = 0.25;
const CLASS_LOG_SD = 0.12;
const SEEDS = [1, 2, 3, 4, 5];

/** A standard normal number. Source: Box and Muller, A Note on the Generation of Random Normal Deviates. */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A piece whose true mean in each of its size classes is known only here, and what is learned of it. */
class Simulated {
  private readonly learner = new CoatLearner();
  private readonly truths: readonly number[];

  constructor(
    classes: number,
    private readonly random: () => number,
  ) {
    const shared = Math.sqrt(DIPPED_SPREAD.firstLogSd ** 2 - CLASS_LOG_SD ** 2) * normal(random);
    this.truths = Array.from(
      { length: classes },
      () => ESTIMATE_GRAMS * Math.exp(shared + CLASS_LOG_SD * normal(random)),
    );
  }

  weigh(pieces: number): void {
    const sizeClass = Math.floor(this.random() * this.truths.length);
    const logSd = Math.sqrt(RUN_LOG_SD ** 2 + PIECE_LOG_SD ** 2 / pieces);
    this.learner.add({
      gramsPerPiece: this.truths[sizeClass]! * Math.exp(logSd * normal(this.random)),
      pieces,
      estimateGrams: ESTIMATE_GRAMS,
      sizeClass: String(sizeClass),
      seasonsBack: 0,
      isSetAside: false,
    });
  }

  /** Truth and belief of the first class. */
  get first(): { truth: number; belief: CoatBelief } {
    return { truth: this.truths[0]!, belief: this.learner.belief(ESTIMATE_GRAMS, '0') };
  }
}

function coverage(seed: number, classes: number): number {
  const random = seeded(seed);
  let held = 0;
  for (let i = 0; i < PIECES; i++) {
    const piece = new Simulated(classes, random);
    const runs = 1 + Math.floor(random() * 20);
    for (let run = 0; run < runs; run++) piece.weigh(10 + Math.floor(random() * 190));
    const { truth, belief } = piece.first;
    const { low90, high90 } = runRange(belief);
    if (low90 <= truth && truth <= high90) held++;
  }
  return held / PIECES;
}

function nearAfterSix(seed: number): number {
  const random = seeded(seed);
  let near = 0;
  for (let i = 0; i < PIECES; i++) {
    const piece = new Simulated(1, random);
    for (let run = 0; run < 6; run++) piece.weigh(60 + Math.floor(random() * 140));
    const { truth, belief } = piece.first;
    if (Math.abs(runRange(belief).mean / truth - 1) <= 0.08) near++;
  }
  return near / PIECES;
}

const percent = (share: number): string => `${(share * 100).toFixed(1)}%`;
console.log(
  '| seed | truth in the 90% range | of one of three sizes | mean within 8% after 6 runs of 60 or more |',
);
console.log('| --- | --- | --- | --- |');
const rows = SEEDS.map((seed) => [coverage(seed, 1), coverage(seed, 3), nearAfterSix(seed)]);
const mean = (column: number): number => rows.reduce((sum, row) => sum + row[column]!, 0) / rows.length;
const named = rows.map((row, index) => [String(SEEDS[index]), row] as const);
for (const [name, row] of [...named, ['all', [mean(0), mean(1), mean(2)]] as const])
  console.log(`| ${name} | ${row.map(percent).join(' | ')} |`);
