import { coatingsOn, type Drizzle, type FormCoatings } from '../coating/piece-form';
import type { LarderBook } from './book';
import { makeUpAllergens, type MakeUp } from './piece-uses';

/** What decides what a piece must declare. */
export interface DeclaringPiece extends MakeUp {
  readonly form: FormCoatings;
  readonly drizzle: Drizzle | null;
  /** Its own, beside what comes in with what it is made of. */
  readonly allergens: readonly string[];
}

/** What pieces are made of, with what each of it declares. */
export interface Declared {
  readonly coatings: readonly { readonly id: string; readonly allergens: readonly string[] }[];
  readonly book: LarderBook;
}

/**
 * Allergens that a piece declares, sorted, each once: its own, those of its recipes and its supplies, and those of every
 * coating on it. Shared bowls and benches are not in it. Source: the shop's own lists.
 */
export function pieceAllergens(piece: DeclaringPiece, { coatings, book }: Declared): string[] {
  const used = coatingsOn(piece);
  const ofCoatings = coatings.filter(({ id }) => used.includes(id)).flatMap(({ allergens }) => allergens);
  return [...new Set([...centreAllergens(piece, book), ...ofCoatings])].sort();
}

/** Of a piece without its coatings: what it brings into a bowl. */
export function centreAllergens(piece: Omit<DeclaringPiece, 'form' | 'drizzle'>, book: LarderBook): string[] {
  return [...new Set([...piece.allergens, ...makeUpAllergens(piece, book)])].sort();
}

/**
 * What a piece may contain beyond what it declares, sorted: what the other pieces bring into bowls of its coatings, and
 * onto its benches – all that the shop works with. Source: shop default, every bench is shared.
 */
export function mayContain(
  piece: DeclaringPiece,
  all: readonly DeclaringPiece[],
  declared: Declared,
): { readonly fromBowls: string[]; readonly fromBenches: string[] } {
  const own = new Set(pieceAllergens(piece, declared));
  const used = coatingsOn(piece);
  const sharing = all.filter((each) => coatingsOn(each).some((coating) => used.includes(coating)));
  const beside = (allergens: readonly string[]): string[] =>
    [...new Set(allergens)].filter((each) => !own.has(each)).sort();
  const fromBowls = beside(sharing.flatMap((each) => pieceAllergens(each, declared)));
  const fromBenches = beside(all.flatMap((each) => pieceAllergens(each, declared)));
  return { fromBowls, fromBenches: fromBenches.filter((each) => !fromBowls.includes(each)) };
}

/** What of *may contain* stops an order: nothing, what comes from shared bowls, or what comes from shared benches as well. */
export const MAY_CONTAIN_STOPS = ['none', 'bowls', 'benches'] as const;
export type MayContainStop = (typeof MAY_CONTAIN_STOPS)[number];
/** Shop default: a bowl carries what was dipped in it, a bench is wiped. */
export const DEFAULT_MAY_CONTAIN_STOP: MayContainStop = 'bowls';

/** A piece with what somebody must not have: what is in it, and what may be by the shop’s rule. */
export interface AllergenClash {
  readonly piece: string;
  readonly allergens: readonly string[];
  readonly mayContain: readonly string[];
}

/** Pieces with what of them is declared, and what of *may contain* stops an order. */
export interface ClashBook {
  readonly pieces: readonly (DeclaringPiece & { readonly id: string })[];
  readonly declared: Declared;
  readonly stop: MayContainStop;
}

/** What whoever an order is for must never have: what is remembered of its customer, and what was said with the order. */
export function neverOf<T extends string>(
  remembered: readonly T[] | null | undefined,
  said: readonly T[],
): T[] {
  return [...new Set([...(remembered ?? []), ...said])];
}

/** What of these pieces somebody must not have, coatings included; a piece that is not known is left out. */
export function allergenClashes(
  allergies: readonly string[],
  ordered: readonly string[],
  { pieces, declared, stop }: ClashBook,
): AllergenClash[] {
  if (allergies.length === 0) return [];
  const not = new Set(allergies);
  const against = (all: readonly string[]): string[] => all.filter((each) => not.has(each));
  return ordered.flatMap((id) => {
    const piece = pieces.find((each) => each.id === id);
    if (!piece) return [];
    const allergens = against(pieceAllergens(piece, declared));
    const traces = stop === 'none' ? [] : against(tracesOf(piece, { pieces, declared, stop }));
    return allergens.length + traces.length > 0 ? [{ piece: id, allergens, mayContain: traces }] : [];
  });
}

/** What somebody answered for once; what may be in a piece was not asked about before there was a rule for it. */
export interface AnsweredClash {
  readonly piece: string;
  readonly allergens: readonly string[];
  readonly mayContain?: readonly string[];
}

/** What of it nobody answered for: who let a piece pass that has something lets it pass that may have it, not the other way about. */
export function unanswered(
  clashes: readonly AllergenClash[],
  answered: readonly AnsweredClash[],
): AllergenClash[] {
  return clashes.flatMap(({ piece, allergens, mayContain }) => {
    const known = answered.find((each) => each.piece === piece);
    const has = new Set(known?.allergens);
    const may = new Set([...has, ...(known?.mayContain ?? [])]);
    const open = {
      allergens: allergens.filter((each) => !has.has(each)),
      mayContain: mayContain.filter((each) => !may.has(each)),
    };
    return open.allergens.length + open.mayContain.length > 0 ? [{ piece, ...open }] : [];
  });
}

function tracesOf(piece: DeclaringPiece, { pieces, declared, stop }: ClashBook): string[] {
  const { fromBowls, fromBenches } = mayContain(piece, pieces, declared);
  return stop === 'benches' ? [...fromBowls, ...fromBenches].sort() : fromBowls;
}
