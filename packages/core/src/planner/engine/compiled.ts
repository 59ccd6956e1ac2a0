import { allergensBefore, declaredAllergens } from '../allergens';
import { clockStageIndex, leaveMinute, usableMinutes } from '../amounts';
import type { Coating, Problem, Product, ProductStage } from '../problem';
import { AllergenMasks } from './allergen-masks';
import { largestBatch } from './largest-batch';

/** A problem by positions in place of ids, so that the search compares and adds whole numbers only. */
export interface CompiledProblem {
  readonly problem: Problem;
  readonly now: number;
  readonly products: readonly CompiledProduct[];
  readonly coatings: readonly CompiledCoating[];
  readonly bowls: readonly CompiledBowl[];
  readonly people: readonly CompiledPerson[];
  readonly shifts: readonly CompiledShift[];
  readonly lines: readonly CompiledLine[];
  /** Minutes to clean a bowl between two coatings, `from * coatings + to`. */
  readonly changeover: Int32Array;
}

export interface CompiledStage {
  readonly fixedMinutes: number;
  readonly secondsPerPiece: number;
  /** Infinity where the run may be as long as it takes. */
  readonly maxRun: number;
  /** Position of the coating, or -1. */
  readonly coating: number;
  /** As the problem has it. */
  readonly stage: ProductStage;
  readonly zone: number;
  readonly perTray: number;
  readonly minWait: number;
  readonly maxWait: number;
  /** Mask of what the pieces bring into the bowl. */
  readonly brings: number;
  /** Who has the skill, by position. */
  readonly people: readonly number[];
  /** Pace of the fastest of them, in percent of the standard time; 100 where there is nobody. */
  readonly fastest: number;
}

export interface CompiledProduct {
  readonly index: number;
  readonly product: Product;
  readonly stages: readonly CompiledStage[];
  readonly life: number;
  readonly target: number;
  readonly clock: number;
  /** Mask of the allergens that it tells of, which it may meet in a bowl. */
  readonly declared: number;
  /** Mask of those that it may meet beyond them where no order is free from them. */
  readonly mayContain: number;
  /** Most good pieces in one batch whoever works on it, and if the fastest do. */
  readonly most: number;
  readonly mostByFastest: number;
}

export interface CompiledCoating {
  /** As the problem has it. */
  readonly coating: Coating;
  readonly allergens: number;
  /** Who can set it up, by position. */
  readonly people: readonly number[];
}

export interface CompiledBowl {
  readonly capacity: number;
  readonly tail: number;
  /** How long each coating is usable in it, by its position. */
  readonly usable: readonly number[];
}

export interface CompiledPerson {
  readonly pace: number;
  /** The person's shifts, by position, the first first. */
  readonly shifts: readonly number[];
}

export interface CompiledShift {
  readonly person: number;
  readonly start: number;
  readonly end: number;
}

/** One line of one order. */
export interface CompiledLine {
  readonly order: number;
  readonly product: number;
  readonly pieces: number;
  readonly due: number;
  readonly leave: number;
  readonly weight: number;
  /** Mask of the allergens that its order is free from. */
  readonly freeFrom: number;
}

/** Puts a checked problem into positions. @throws InputError when it tells apart more allergens than a mask holds */
export function compile(problem: Problem): CompiledProblem {
  const coatingAt = positions(problem.coatings);
  const zoneAt = positions(problem.zones);
  const coatingsById = new Map(problem.coatings.map((coating) => [coating.id, coating]));
  const masks = new AllergenMasks(problem);
  const able = (skill: string): number[] =>
    problem.people.flatMap((person, index) => (person.skills.includes(skill) ? [index] : []));
  const stageOf = (product: Product, stage: ProductStage, k: number): CompiledStage => {
    const people = able(stage.skill);
    return {
      fixedMinutes: stage.fixedMinutes,
      secondsPerPiece: stage.secondsPerPiece,
      maxRun: stage.maxRunMinutes ?? Infinity,
      coating: stage.coating === null ? -1 : coatingAt.get(stage.coating.id)!,
      stage,
      zone: zoneAt.get(stage.then.zone)!,
      perTray: stage.then.piecesPerTray,
      minWait: stage.then.minMinutes,
      maxWait: stage.then.maxMinutes,
      brings: masks.of(allergensBefore(product, k, coatingsById)),
      people,
      fastest: Math.min(
        ...(people.length > 0 ? people.map((person) => problem.people[person]!.pace) : [100]),
      ),
    };
  };
  const products = problem.products.map((product, index): CompiledProduct => ({
    index,
    product,
    stages: product.stages.map((stage, k) => stageOf(product, stage, k)),
    life: product.lifeMinutes,
    target: product.targetAgeMinutes,
    clock: clockStageIndex(product),
    declared: masks.of(declaredAllergens(product, coatingsById)),
    mayContain: masks.of(product.mayContain ?? []),
    most: largestBatch(problem, product, 'slowest'),
    mostByFastest: largestBatch(problem, product, 'fastest'),
  }));
  return {
    problem,
    now: problem.now ?? 0,
    products,
    coatings: problem.coatings.map((coating) => ({
      coating,
      allergens: masks.of(coating.allergens),
      people: able(coating.skill),
    })),
    bowls: problem.melters.map((melter) => ({
      capacity: melter.capacityGrams,
      tail: melter.tailGrams,
      usable: problem.coatings.map((coating) => usableMinutes(coating, melter)),
    })),
    ...peopleAndShifts(problem),
    lines: linesOf(problem, masks),
    changeover: changeoverTable(problem, coatingAt),
  };
}

function positions(list: readonly { readonly id: string }[]): ReadonlyMap<string, number> {
  return new Map(list.map(({ id }, index) => [id, index]));
}

function peopleAndShifts(problem: Problem): Pick<CompiledProblem, 'people' | 'shifts'> {
  const shifts: CompiledShift[] = [];
  const people = problem.people.map(({ pace, shifts: spans }, person) => ({
    pace,
    shifts: spans.map(([start, end]) => shifts.push({ person, start, end }) - 1),
  }));
  return { people, shifts };
}

function linesOf(problem: Problem, masks: AllergenMasks): CompiledLine[] {
  const productAt = positions(problem.products);
  return problem.orders.flatMap((order, index) =>
    order.lines.map(({ product, pieces }) => ({
      order: index,
      product: productAt.get(product)!,
      pieces,
      due: order.due,
      leave: leaveMinute(order, problem.places),
      weight: order.weight,
      freeFrom: masks.of(order.freeFrom ?? []),
    })),
  );
}

function changeoverTable(problem: Problem, coatingAt: ReadonlyMap<string, number>): Int32Array {
  const { changeovers, coatings } = problem;
  const table = new Int32Array(coatings.length * coatings.length).fill(changeovers.defaultMinutes);
  for (let i = 0; i < coatings.length; i++) table[i * coatings.length + i] = 0;
  for (const { from, to, minutes } of changeovers.pairs)
    table[coatingAt.get(from)! * coatings.length + coatingAt.get(to)!] = minutes;
  return table;
}
