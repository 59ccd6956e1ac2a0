import type { CameOutSaid, PreparationView } from '@alnage/contract';

/** What is made in one pot, for one batch or for several. */
export interface Pot {
  /** All of it as if it were for one batch: that of the first. */
  readonly whole: PreparationView;
  readonly members: readonly PreparationView[];
}

/**
 * What is to be made, pot by pot: what may share a pot does, unless somebody wants it apart; what was made in one is shown as one. The
 * first of a pot says who makes it, and when.
 */
export function potsOf(all: readonly PreparationView[], apart: ReadonlySet<string>): Pot[] {
  const pots = new Map<string, PreparationView[]>();
  for (const each of all) {
    const isShared = each.pot !== null && (each.done !== null || !apart.has(each.pot));
    const key = isShared ? `${each.done ? 'made' : 'open'} ${each.pot}` : `${each.batch} ${each.recipe}`;
    pots.set(key, [...(pots.get(key) ?? []), each]);
  }
  return [...pots.values()].map((members) => ({ members, whole: wholeOf(members) }));
}

function wholeOf(members: readonly PreparationView[]): PreparationView {
  const first = members[0]!;
  if (members.length === 1) return first;
  const sum = (of: (each: PreparationView) => number): number =>
    members.reduce((total, each) => total + of(each), 0);
  return {
    ...first,
    goodPieces: sum(({ goodPieces }) => goodPieces),
    startedPieces: sum(({ startedPieces }) => startedPieces),
    factor: sum(({ factor }) => factor),
    potGrams: sum(({ potGrams }) => potGrams),
    yieldGrams: sum(({ yieldGrams }) => yieldGrams),
    done: doneOf(members),
  };
}

function doneOf(members: readonly PreparationView[]): PreparationView['done'] {
  const all = members.flatMap(({ done }) => (done ? [done] : []));
  const [first] = all;
  if (!first) return null;
  const portions = all.map((each) => each.portions);
  return {
    ...first,
    cameOut: sumOf(all.map(({ cameOut }) => cameOut)),
    portions: portions.includes(null) ? null : portions.reduce((sum: number, each) => sum + (each ?? 0), 0),
    rest: restOf(all.map(({ rest }) => rest)),
    lots: all.flatMap(({ lots }) => lots),
    missing: all.flatMap(({ missing }) => missing),
  };
}

/** What came out in all; they were told together, and so of one kind. */
function sumOf(said: readonly (CameOutSaid | null)[]): CameOutSaid | null {
  const [first] = said;
  if (!first || first.kind === 'reckoned') return first ?? null;
  return said.reduce<CameOutSaid>((sum, each) => {
    if (each?.kind === 'grams' && sum.kind === 'grams')
      return { kind: 'grams', grams: sum.grams + each.grams };
    if (each?.kind === 'pieces' && sum.kind === 'pieces')
      return { kind: 'pieces', pieces: sum.pieces + each.pieces };
    return sum;
  }, zeroOf(first.kind));
}

function zeroOf(kind: 'grams' | 'pieces'): CameOutSaid {
  return kind === 'grams' ? { kind, grams: 0 } : { kind, pieces: 0 };
}

type Rest = NonNullable<PreparationView['done']>['rest'];

/** What was left in all; it was told of all of them together. */
function restOf(all: readonly Rest[]): Rest {
  return all.reduce(
    (sum, each) =>
      sum &&
      each && {
        grams: sum.grams + each.grams,
        pieces: sum.pieces + each.pieces,
        usedGrams: sum.usedGrams + each.usedGrams,
      },
  );
}
