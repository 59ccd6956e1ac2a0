import { agedMinute, clockStageIndex, leaveMinute } from './amounts';
import { SPARE_PREFIX } from './carry-over';
import { checkPlan, costInMinutes } from './check/check-plan';
import type { Planned } from './problem';

/** What plans are compared by. */
export interface PlanFigures {
  /** Weighted by the problem’s weights; null while a rule is broken. */
  readonly cost: number | null;
  /** The same as the minutes of work that cost as much. */
  readonly costMinutes: number | null;
  readonly unmetPieces: number;
  /** Mean age of the pieces when they are collected; null where none is made. */
  readonly meanAgeMinutes: number | null;
  /** Piece-hours beyond the target age. */
  readonly overAgePieceHours: number;
  readonly labourMinutes: number;
  readonly melts: number;
  readonly leftoverGrams: number;
  /** Least minutes between the end of the last stage and the first pickup, over all batches; null where there is none. */
  readonly leastSlackMinutes: number | null;
}

/** The figures of a plan, by its problem. */
export function planFigures({ problem, plan }: Planned): PlanFigures {
  const { cost, amounts, unmetPieces } = checkPlan(problem, plan);
  const orders = new Map(problem.orders.map((order) => [order.id, order]));
  const products = new Map(problem.products.map((product) => [product.id, product]));
  let [pieces, ageMinutes] = [0, 0];
  let slack = Infinity;
  for (const { product, stages, serves } of plan.batches) {
    const clock = stages[clockStageIndex(products.get(product)!)]!.end;
    for (const serve of serves) {
      const order = orders.get(serve.order)!;
      pieces += serve.pieces;
      ageMinutes += serve.pieces * (agedMinute(order, product, problem.places) - clock);
      // pieces that nobody ordered any more wait for no pickup
      if (!order.id.startsWith(SPARE_PREFIX))
        slack = Math.min(slack, leaveMinute(order, problem.places) - stages.at(-1)!.end);
    }
  }
  for (const { stock, order, pieces: given } of plan.fromStock ?? []) {
    const lot = problem.stock!.find(({ id }) => id === stock)!;
    pieces += given;
    ageMinutes += given * (agedMinute(orders.get(order)!, lot.product, problem.places) - lot.clock);
  }
  return {
    cost,
    costMinutes: cost === null ? null : costInMinutes(cost, problem.weights),
    unmetPieces,
    meanAgeMinutes: pieces > 0 ? ageMinutes / pieces : null,
    overAgePieceHours: amounts.age,
    labourMinutes: amounts.labour,
    melts: amounts.melts,
    leftoverGrams: amounts.leftover,
    leastSlackMinutes: slack < Infinity ? slack : null,
  };
}
