import type { Bound } from '../input/bounds';
import type { Plan, Problem } from '../planner/problem';
import { YIELD_GRAMS } from '../recipes/recipe';
import type { Preparation, SaidOfPot } from './preparations';

/** What is made later than this after the first is a pot of its own. Source: shop default, a day's work. */
const ONE_DAY_MINUTES = 12 * 60;

/** What is known of a recipe of a batch by. */
export type MadeKey = Pick<Preparation, 'batch' | 'recipe'>;

export function madeKey({ batch, recipe }: MadeKey): string {
  return `${batch} ${recipe}`;
}

/**
 * What of a plan may be made in one pot, each by the key of the first of it: the same recipe, made when the first of them is due,
 * where none then lies longer before its next stage than its own route lets it. What has a pot to itself is not there. By hand: dough for
 * 48 at 9:00, dipped at 11:00, and for 48 in nuts at 10:00, dipped at 13:00, which may rest four hours: one pot at 9:00; dipped at
 * 15:00 with four hours of rest: two. Source: shop default.
 */
export function sharedPots(
  all: readonly Preparation[],
  { problem, plan }: { readonly problem: Pick<Problem, 'products'>; readonly plan: Pick<Plan, 'batches'> },
): Map<string, string> {
  const pots = new Map<string, Preparation[]>();
  const open = new Map<string, Preparation[]>();
  for (const each of [...all].sort((a, b) => a.start - b.start)) {
    const pot = open.get(each.recipe);
    if (pot && mayJoin(each, pot[0]!, { problem, plan })) {
      pot.push(each);
      continue;
    }
    const fresh = [each];
    open.set(each.recipe, fresh);
    pots.set(madeKey(each), fresh);
  }
  return new Map(
    [...pots].flatMap(([pot, members]) =>
      members.length > 1 ? members.map((member) => [madeKey(member), pot] as const) : [],
    ),
  );
}

function mayJoin(
  later: Preparation,
  first: Preparation,
  { problem, plan }: { readonly problem: Pick<Problem, 'products'>; readonly plan: Pick<Plan, 'batches'> },
): boolean {
  if (later.start - first.start > ONE_DAY_MINUTES) return false;
  const batch = plan.batches.find(({ id }) => id === later.batch);
  const stages = problem.products.find(({ id }) => id === later.piece)?.stages ?? [];
  const at = stages.findIndex(({ id }) => id === later.stage);
  const next = batch?.stages[at + 1];
  if (at < 0 || !next) return false;
  return next.start - first.end <= stages[at]!.then.maxMinutes;
}

/** What each of a pot has of what came out, by what each was to yield; pieces are whole and add up. */
export function splitOfPot(
  said: SaidOfPot,
  members: readonly { readonly yieldGrams: number; readonly startedPieces: number }[],
): SaidOfPot[] {
  switch (said.kind) {
    case 'reckoned':
      return members.map(() => said);
    case 'grams': {
      const all = members.reduce((sum, { yieldGrams }) => sum + yieldGrams, 0);
      return members.map(({ yieldGrams }) => ({ kind: 'grams', grams: (said.grams * yieldGrams) / all }));
    }
    case 'pieces': {
      const all = members.reduce((sum, { startedPieces }) => sum + startedPieces, 0);
      let before = 0;
      let given = 0;
      return members.map(({ startedPieces }) => {
        before += startedPieces;
        const until = Math.round((said.pieces * before) / all);
        const pieces = until - given;
        given = until;
        return { kind: 'pieces', pieces };
      });
    }
  }
}

/** What may be left in a pot. */
export const LEFT_GRAMS: Bound = { min: 0, max: YIELD_GRAMS.max };

/** What was left of a pot once so many pieces had theirs. */
export interface RestOfPot {
  readonly grams: number;
  readonly pieces: number;
}

/** What each of a pot has of what was left, and of the pieces that it went on: by what each was to yield, and how many it started. */
export function splitOfRest(
  { grams, pieces }: RestOfPot,
  members: readonly { readonly yieldGrams: number; readonly startedPieces: number }[],
): RestOfPot[] {
  const counts = splitOfPot({ kind: 'pieces', pieces }, members);
  return splitOfPot({ kind: 'grams', grams }, members).map((share, index) => {
    const count = counts[index]!;
    return {
      grams: share.kind === 'grams' ? share.grams : 0,
      pieces: count.kind === 'pieces' ? count.pieces : 0,
    };
  });
}
