import { gramsPerPiece, startedPieces } from '../planner/amounts';
import type { Problem, Product } from '../planner/problem';

/** A figure of the next plan that is otherwise than it was when the last one was made, for what the bench taught. */
export type LearnedChange =
  | {
      readonly kind: 'coat';
      readonly product: string;
      readonly stage: string;
      readonly before: number;
      readonly after: number;
    }
  | {
      readonly kind: 'pace';
      readonly product: string;
      readonly stage: string;
      readonly before: number;
      readonly after: number;
    }
  | { readonly kind: 'rejects'; readonly product: string; readonly before: number; readonly after: number }
  | { readonly kind: 'set-up'; readonly coating: string; readonly before: number; readonly after: number };

/** Smaller shares of change are not worth a sentence. Source: shop default. */
const TOLD_SHARE = 0.01;

/**
 * What a plan's problem has otherwise than an earlier one by weighing and timing: grams and seconds a piece, pieces
 * started for a hundred good ones, minutes of a set-up of a kilo. By hand: 9.400 g to 9.450 g is 0.5% and is not told.
 */
export function learnedChanges(before: Problem, after: Problem): LearnedChange[] {
  const products = after.products.flatMap((product) => {
    const old = before.products.find(({ id }) => id === product.id);
    return old ? productChanges(old, product) : [];
  });
  const coatings = after.coatings.flatMap((coating) => {
    const old = before.coatings.find(({ id }) => id === coating.id);
    const [was, is] = [old && ofAKilo(old), ofAKilo(coating)];
    return was !== undefined && isTold(was, is)
      ? [{ kind: 'set-up' as const, coating: coating.id, before: was, after: is }]
      : [];
  });
  return [...products, ...coatings];
}

function productChanges(old: Product, product: Product): LearnedChange[] {
  const [was, is] = [startedPieces(old, 100), startedPieces(product, 100)];
  const rejects: LearnedChange[] =
    was === is ? [] : [{ kind: 'rejects', product: product.id, before: was, after: is }];
  const stages = product.stages.flatMap((stage): LearnedChange[] => {
    const before = old.stages.find(({ id }) => id === stage.id);
    if (!before) return [];
    const at = { product: product.id, stage: stage.id };
    const [coatWas, coatIs] = [gramsPerPiece(before), gramsPerPiece(stage)];
    return [
      ...(isTold(coatWas, coatIs) ? [{ kind: 'coat' as const, ...at, before: coatWas, after: coatIs }] : []),
      ...(isTold(before.secondsPerPiece, stage.secondsPerPiece)
        ? [{ kind: 'pace' as const, ...at, before: before.secondsPerPiece, after: stage.secondsPerPiece }]
        : []),
    ];
  });
  return [...rejects, ...stages];
}

function ofAKilo({ setupFixedMinutes, setupMinutesPerKg }: Problem['coatings'][number]): number {
  return setupFixedMinutes + setupMinutesPerKg;
}

function isTold(before: number, after: number): boolean {
  return before > 0 && Math.abs(after - before) >= TOLD_SHARE * before;
}
