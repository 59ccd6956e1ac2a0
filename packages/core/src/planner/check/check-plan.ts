import { agedMinute, clockStageIndex } from '../amounts';
import type { Problem, Weights } from '../problem';
import { catalogueOf, found, type Catalogue } from '../catalogue';
import { checkDemand } from './check-demand';
import { checkFixed } from './check-fixed';
import { checkFreeFrom } from './check-free-from';
import { checkMelts } from './check-melts';
import { checkMoulds } from './check-moulds';
import { checkPeople } from './check-people';
import { checkRoom } from './check-room';
import { checkShape, type SoundPlan } from './check-shape';
import { checkStages } from './check-stages';
import { checkStock, stockOverAge } from './check-stock';
import type { Report, Violation } from './finding';

/** What each part of the cost amounts to, before the weights. */
export interface CostAmounts {
  /** Pieces not served, each times its order's weight. */
  readonly unmet: number;
  /** Piece-hours beyond the target age. */
  readonly age: number;
  readonly labour: number;
  readonly melts: number;
  readonly leftover: number;
  readonly stretch: number;
}

export interface PlanReport {
  readonly ok: boolean;
  readonly violations: readonly Violation[];
  /** Weighted sum of the amounts; null while a rule is broken. */
  readonly cost: number | null;
  readonly amounts: CostAmounts;
  readonly totalPieces: number;
  readonly metPieces: number;
  readonly unmetPieces: number;
  readonly peakTrays: Readonly<Record<string, { readonly peak: number; readonly trays: number }>>;
}

/**
 * Judges a plan against a problem by every rule of the planning format and adds up its cost. The problem must be
 * valid (see readProblem); of the plan nothing is trusted.
 */
export function checkPlan(problem: Problem, plan: unknown): PlanReport {
  const catalogue = catalogueOf(problem);
  const violations: Violation[] = [];
  const excused = brokenByFixed(catalogue);
  const report: Report = (code, at, text) => {
    if (!excused.has(keyOf({ code, at, text }))) violations.push({ code, at, text });
  };
  const sound = checkShape(catalogue, plan, report);
  const demand = checkDemand(catalogue, sound, report);
  checkStages(catalogue, sound, report);
  const work = checkPeople(catalogue, sound, report);
  checkFreeFrom(catalogue, sound, report);
  checkStock(catalogue, sound, report);
  const leftover = checkMelts(catalogue, sound, report);
  const peakTrays = checkRoom(catalogue, sound, report);
  checkMoulds(catalogue, sound, report);
  checkFixed(catalogue, sound, report);
  const amounts: CostAmounts = {
    unmet: demand.unmetWeighted,
    age: (overAge(catalogue, sound) + stockOverAge(catalogue, sound)) / 60,
    labour: work.labourMinutes,
    melts: sound.melts.length,
    leftover,
    stretch: work.stretchMinutes,
  };
  const ok = violations.length === 0;
  const { totalPieces, metPieces, unmetPieces } = demand;
  const cost = ok ? costOf(amounts, problem.weights) : null;
  return { ok, violations, cost, amounts, totalPieces, metPieces, unmetPieces, peakTrays };
}

/**
 * What started and pinned work breaks by itself, once the figures that it was planned by have changed (a coat was
 * learned, a bowl's tail measured): facts, which no plan can be blamed for.
 */
function brokenByFixed(catalogue: Catalogue): ReadonlySet<string> {
  const { fixed } = catalogue.problem;
  if (!fixed) return new Set();
  const broken = new Set<string>();
  const report: Report = (code, at, text) => void broken.add(keyOf({ code, at, text }));
  const sound: SoundPlan = { ...fixed, unmet: [], fromStock: [] };
  checkDemand(catalogue, sound, (code, at, text) => {
    if (code === 'batch-size') report(code, at, text);
  });
  checkStages(catalogue, sound, report);
  checkPeople(catalogue, sound, report);
  checkFreeFrom(catalogue, sound, report);
  checkMelts(catalogue, sound, report);
  return broken;
}

function keyOf({ code, at, text }: Violation): string {
  return JSON.stringify([code, at, text]);
}

/** By how much each amount is more than another's; less is below 0. */
export function amountsMore(after: CostAmounts, before: CostAmounts): CostAmounts {
  return {
    unmet: after.unmet - before.unmet,
    age: after.age - before.age,
    labour: after.labour - before.labour,
    melts: after.melts - before.melts,
    leftover: after.leftover - before.leftover,
    stretch: after.stretch - before.stretch,
  };
}

/** The cost of amounts under a problem's weights. */
export function costOf(amounts: CostAmounts, weights: Weights): number {
  return (
    weights.unmetPiece * amounts.unmet +
    weights.agePieceHour * amounts.age +
    weights.labourMinute * amounts.labour +
    weights.melt * amounts.melts +
    weights.leftoverGram * amounts.leftover +
    weights.stretchMinute * amounts.stretch
  );
}

/** A cost as the minutes of work that cost as much; where work costs nothing, the cost itself. */
export function costInMinutes(cost: number, { labourMinute }: Pick<Weights, 'labourMinute'>): number {
  return cost / (labourMinute || 1);
}

/** Piece-minutes that batches are past their target age at pickup. */
function overAge(catalogue: Catalogue, plan: SoundPlan): number {
  let pieceMinutes = 0;
  for (const batch of plan.batches) {
    const product = found(catalogue.products, batch.product);
    const clock = batch.stages[clockStageIndex(product)]!.end;
    for (const serve of batch.serves) {
      const order = found(catalogue.orders, serve.order);
      const age = agedMinute(order, batch.product, catalogue.problem.places) - clock;
      pieceMinutes += serve.pieces * Math.max(0, age - product.targetAgeMinutes);
    }
  }
  return pieceMinutes;
}
