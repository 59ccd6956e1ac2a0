import { catalogueOf } from '../planner/catalogue';
import { gramsPerPiece, startedPieces } from '../planner/amounts';
import type { Plan, Problem, Rest } from '../planner/problem';

/** A melt to be made ready, as the plan has it; minutes from the horizon's start. */
export interface MeltWork {
  readonly kind: 'melt';
  readonly key: string;
  readonly melt: string;
  readonly bowl: string;
  readonly coating: string;
  readonly grams: number;
  readonly person: string;
  readonly start: number;
  readonly end: number;
}

/** A stage of a batch, as the plan has it. */
export interface StageWork {
  readonly kind: 'stage';
  readonly key: string;
  readonly batch: string;
  readonly product: string;
  readonly stage: string;
  readonly skill: string;
  /** Good pieces wanted, and pieces to start for them. */
  readonly pieces: number;
  readonly startPieces: number;
  readonly person: string;
  readonly start: number;
  readonly end: number;
  /** The melt that it is dipped from, its bowl and coating; null for work without coating. */
  readonly melt: {
    readonly id: string;
    readonly bowl: string;
    readonly coating: string;
    readonly gramsPerPiece: number;
  } | null;
  /** Stages of its route that put a coat on. */
  readonly coats: number;
  readonly secondsPerPiece: number;
  readonly fixedMinutes: number;
  readonly rest: Rest;
  readonly orders: readonly { readonly order: string; readonly pieces: number }[];
}

export type BenchWork = MeltWork | StageWork;

/** The work of a melt, or of a stage of a batch, by its name in a season. */
export function workKey(
  work: { readonly melt: string } | { readonly batch: string; readonly stage: string },
): string {
  return 'melt' in work ? `melt/${work.melt}` : `stage/${work.batch}/${work.stage}`;
}

/** All that a plan has somebody do, by when it begins. */
export function benchWorks(problem: Problem, plan: Plan): BenchWork[] {
  const { products } = catalogueOf(problem);
  const melts = new Map(plan.melts.map((melt) => [melt.id, melt]));
  const works: BenchWork[] = plan.melts.map(
    ({ id, melter, coating, grams, person, setupStart, setupEnd }) => ({
      ...{
        kind: 'melt' as const,
        key: workKey({ melt: id }),
        melt: id,
        bowl: melter,
        coating,
        grams,
        person,
      },
      ...{ start: setupStart, end: setupEnd },
    }),
  );
  for (const batch of plan.batches) {
    const product = products.get(batch.product)!;
    for (const [index, { stage: id, person, start, end, melt: meltId }] of batch.stages.entries()) {
      const stage = product.stages[index]!;
      const melt = meltId === null ? null : melts.get(meltId)!;
      works.push({
        ...{
          kind: 'stage',
          key: workKey({ batch: batch.id, stage: id }),
          batch: batch.id,
          product: batch.product,
        },
        ...{ stage: id, skill: stage.skill, pieces: batch.pieces, person, start, end },
        startPieces: startedPieces(product, batch.pieces),
        melt: melt && {
          ...{ id: melt.id, bowl: melt.melter, coating: melt.coating },
          gramsPerPiece: gramsPerPiece(stage),
        },
        coats: product.stages.filter(({ coating }) => coating !== null).length,
        ...{ secondsPerPiece: stage.secondsPerPiece, fixedMinutes: stage.fixedMinutes, rest: stage.then },
        orders: batch.serves,
      });
    }
  }
  return works.sort((a, b) => a.start - b.start || (a.key < b.key ? -1 : 1));
}
