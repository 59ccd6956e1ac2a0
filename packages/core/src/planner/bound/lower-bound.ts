import { InputError } from '../../input/input-error';
import { ceilDiv, gramsPerPiece, leastStartShare } from '../amounts';
import { compile, type CompiledLine, type CompiledProblem, type CompiledProduct } from '../engine/compiled';
import type { Problem } from '../problem';
import { Flow } from './flow';
import type { LinearSolver } from './linear-program';

/** What no plan of a problem can cost less than, and of what it is made up. */
export interface LowerBound {
  readonly cost: number;
  /** Labour, melts and what is left over at the least, if all is made in full batches and full bowls. */
  readonly least: number;
  /** Age and missing pieces that hands, bowls, trays and waits force on pieces that do not keep. */
  readonly forced: number;
}

/** Pieces that keep longer than this are taken as made in good time: their age costs nothing. */
const PERISHABLE_MINUTES = 2880;
/** Each is a bound; the higher one is better where much is old, or little. */
const LATENESS = [0.5, 1] as const;
/** Rounding of floating point must not turn a whole number into the next one. */
const ROUNDING = 1e-6;

/**
 * A proven lower bound: the cost of a linear programme that leaves things out but asks for nothing that a plan need not
 * keep. Pieces flow through the stages of the perishable products as through pipes, in quarters of an hour; hands, bowls,
 * set-ups, waits and trays limit them; batches are of any fraction, and bowls are never cleaned. For problems without
 * begun work, stock and held coatings.
 * Source: the planning rules; Pochet and Wolsey, Production Planning by Mixed Integer Programming (relaxation).
 * @throws InputError where the problem has any of those
 */
export function lowerBound(problem: Problem, solve: LinearSolver): LowerBound {
  requireWhole(problem);
  const compiled = compile(problem);
  const counted = new Counted(compiled);
  const perishable = counted.products.filter(({ life }) => life <= PERISHABLE_MINUTES);
  const forced = Math.max(
    ...LATENESS.map((lateness) => {
      const missingPrice = (line: CompiledLine): number => counted.missingPrice(line);
      const { program, credit } = new Flow(compiled, perishable, { missingPrice, lateness });
      const { isOptimal, value } = solve(program.text());
      return isOptimal ? Math.max(0, value - credit) : 0;
    }),
  );
  const least = counted.least();
  return { cost: least + forced, least, forced };
}

/**
 * The products that are counted: those of which a missing piece costs more than a batch and its melts, so that it never
 * pays to leave one out, with what they take at the least.
 */
class Counted {
  readonly products: readonly CompiledProduct[];

  constructor(private readonly compiled: CompiledProblem) {
    const { lines } = compiled;
    this.products = compiled.products.filter(({ index }) => {
      const own = lines.filter(({ product }) => product === index);
      return own.length > 0 && own.every((line) => this.missingPrice(line) > 0);
    });
  }

  /** What a missing piece costs beyond all that it can save: its own work, and a batch and its melts if it was the last. */
  missingPrice({ product, weight }: CompiledLine): number {
    const { problem, products } = this.compiled;
    const { stages } = products[product]!;
    const melts = stages.filter(({ coating }) => coating >= 0).map(({ coating }) => this.meltPrice(coating));
    const saved = stages.map((_, k) => this.labour(products[product]!, k, { pieces: 1, batches: 1 }));
    const grams = stages.reduce(
      (sum, stage) => sum + this.gramPrice(stage.coating) * gramsPerPiece(stage.stage),
      0,
    );
    return problem.weights.unmetPiece * weight - sumOf(melts) - sumOf(saved) - grams;
  }

  /** Labour in full batches by the fastest, and full bowls, over all that is counted. */
  least(): number {
    const grams = this.compiled.coatings.map(() => 0);
    let labour = 0;
    for (const product of this.products) {
      const { lines } = this.compiled;
      const own = lines.filter((line) => line.product === product.index);
      const good = sumOf(own.map((line) => line.pieces));
      const pieces = Math.ceil(good * leastStartShare(product.product) - ROUNDING);
      const batches = ceilDiv(pieces, product.product.maxBatchPieces);
      product.stages.forEach((stage, k) => {
        labour += this.labour(product, k, { pieces, batches });
        if (stage.coating >= 0) grams[stage.coating]! += pieces * gramsPerPiece(stage.stage);
      });
    }
    const melted = grams.map((each, c) => (each > 0 ? this.melted(c, each) : 0));
    return labour + sumOf(melted);
  }

  private labour(
    { stages }: CompiledProduct,
    k: number,
    { pieces, batches }: { pieces: number; batches: number },
  ): number {
    const { fixedMinutes, secondsPerPiece, fastest } = stages[k]!;
    const minutes = ((60 * fixedMinutes * batches + secondsPerPiece * pieces) * fastest) / 6000;
    return this.compiled.problem.weights.labourMinute * minutes;
  }

  private melted(coating: number, grams: number): number {
    const room = Math.max(...this.compiled.bowls.map(({ capacity, tails }) => capacity - tails[coating]!), 1);
    return ceilDiv(Math.ceil(grams), room) * this.meltPrice(coating) + grams * this.gramPrice(coating);
  }

  /** What a melt costs by itself: to be set up, with the smallest tail. */
  private meltPrice(coating: number): number {
    const { weights } = this.compiled.problem;
    const { setupFixedMinutes } = this.compiled.coatings[coating]!.coating;
    const tail = Math.min(...this.compiled.bowls.map(({ tails }) => tails[coating]!), Infinity);
    const own = weights.melt + weights.labourMinute * setupFixedMinutes;
    return Number.isFinite(tail) ? own + tail * (weights.leftoverGram + this.gramPrice(coating)) : own;
  }

  private gramPrice(coating: number): number {
    if (coating < 0) return 0;
    const { weights } = this.compiled.problem;
    return (weights.labourMinute * this.compiled.coatings[coating]!.coating.setupMinutesPerKg) / 1000;
  }
}

function sumOf(numbers: readonly number[]): number {
  return numbers.reduce((sum, each) => sum + each, 0);
}

function requireWhole({ fixed, stock, melters }: Problem): void {
  const isBegun = fixed !== undefined && fixed.batches.length + fixed.melts.length > 0;
  const isHeld = melters.some(({ holds }) => holds !== undefined);
  const field = isBegun ? '/fixed' : (stock?.length ?? 0) > 0 ? '/stock' : isHeld ? '/melters' : null;
  if (field !== null)
    throw new InputError({
      code: 'out-of-range',
      field,
      value: null,
      range: 'nothing begun or made: a lower bound is of whole problems',
    });
}
