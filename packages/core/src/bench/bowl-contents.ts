import { isDip, type BenchRead, type WorkAtBench } from './at-bench';
import type { MeltWork } from './bench-works';
import { gramsNow } from './run-figures';

/** What a bowl holds by now. */
export interface BowlContents {
  readonly grams: number;
  /** When it was last weighed, in ms; null: as it was planned, and never weighed. */
  readonly weighedAt: number | null;
}

/** What is in the bowl of a melt: as it was last weighed, with what went in and what was dipped since. */
export function contentsOf(
  melt: string,
  all: readonly WorkAtBench[],
  bench: Pick<BenchRead, 'sealed'>,
): BowlContents {
  const own = all.filter(({ work }) => (work.kind === 'melt' ? work.melt : work.melt?.id) === melt);
  const last = lastWeight(melt, own, bench);
  const since = last?.at ?? -Infinity;
  const setUp = own.find(({ work }) => work.kind === 'melt');
  const start = last?.grams ?? (setUp?.work as MeltWork | undefined)?.grams ?? 0;
  const [addedGrams, usedGrams] = [addedSince(own, since), usedSince(own, since)];
  return {
    grams: gramsNow(start, addedGrams, { pieces: 1, gramsPerPiece: usedGrams }),
    weighedAt: last?.at ?? null,
  };
}

/** What the bowl weighed last, at any work of its melt. */
function lastWeight(
  melt: string,
  own: readonly WorkAtBench[],
  { sealed }: Pick<BenchRead, 'sealed'>,
): { at: number; grams: number } | undefined {
  const kept = sealed.flatMap(({ melt: of, endedAt: at, leftGrams: grams }) =>
    of === melt && grams !== null ? [{ at, grams }] : [],
  );
  const open = own.flatMap(({ state }) => state.weighed.filter(({ what }) => what !== 'added'));
  return [...kept, ...open].sort((a, b) => a.at - b.at).at(-1);
}

function addedSince(own: readonly WorkAtBench[], since: number): number {
  return own
    .flatMap(({ state }) => state.weighed)
    .filter(({ what, at }) => what === 'added' && at > since)
    .reduce((sum, { grams }) => sum + grams, 0);
}

function usedSince(own: readonly WorkAtBench[], since: number): number {
  return own.reduce((sum, { work, state }) => {
    const gramsPerPiece = isDip(work) ? work.melt.gramsPerPiece : 0;
    const dipped = [...state.trays, ...state.rejects].filter(({ at }) => at > since);
    return sum + gramsPerPiece * dipped.reduce((all, { pieces }) => all + pieces, 0);
  }, 0);
}
