import { InputError } from '../input/input-error';
import {
  FACT_PARTS,
  energyOf,
  type Composition,
  type FactGrams,
  type FactPart,
} from '../recipes/composition';
import { recipeFigures } from '../recipes/recipe-figures';
import { compositionOfYield } from '../recipes/yield-composition';
import { bindRecipe, supplyComposition, type LarderBook } from './book';
import { baseAmountOf } from './supply';
import { recipesOf, requireRecipe, type MadeRecipe, type MakeUp } from './piece-uses';

/** Something that is in a piece, by what it is called and weighs, with what it declares. */
export interface PartOfPiece {
  readonly name: string;
  readonly grams: number;
  readonly allergens: readonly string[];
}

/** What a piece carries of one coating. */
export interface CoatOfPiece {
  readonly coating: string;
  readonly grams: number;
}

/** What one piece is made of. */
export interface PieceFacts {
  readonly grams: number;
  /** By weight, the heaviest first, each once: as they went in, water that boiled off among them. */
  readonly ingredients: readonly PartOfPiece[];
  /** Null where the make-up of something is not known. */
  readonly parts: FactGrams | null;
  readonly energy: ReturnType<typeof energyOf> | null;
  /** Names of what is not known. */
  readonly unknown: readonly string[];
}

/** What so many grams of a piece have of each part, with their energy. By hand: 2 g of fat in 20 g are 10 g in 100. */
export function factsIn(
  grams: number,
  of: { readonly grams: number; readonly parts: FactGrams },
): { readonly parts: FactGrams; readonly energy: ReturnType<typeof energyOf> } {
  const scaled = FACT_PARTS.map((part) => [part, of.grams > 0 ? (of.parts[part] * grams) / of.grams : 0]);
  const parts = Object.fromEntries(scaled) as FactGrams;
  return { parts, energy: energyOf(parts) };
}

interface Gathered extends PartOfPiece {
  readonly composition: Composition | null;
}

/**
 * What one piece is made of: its centre by its recipe or as it is bought, its other parts, with its finish, and its coatings;
 * packing is none of it. The parts are told only where the make-up of all is known. By hand: a centre of 10 g that is half sugar
 * and half butter, with 5 g of dark: sugar 5 g, butter 5 g, dark 5 g; fat 0.82·5 + 0.36·5 = 5.9 g.
 * Source: conservation of mass. A planning aid and no declaration: where the law asks for tests, those decide.
 * @throws InputError for what there is not, or cannot be weighed
 */
export function pieceFacts(makeUp: MakeUp, coats: readonly CoatOfPiece[], book: LarderBook): PieceFacts {
  const weighed = boughtIn(makeUp, book);
  const made = recipesOf(makeUp, book).map((each) => inRecipe(each, book));
  const coated = coats.map(({ coating, grams }): Gathered => {
    const found = book.coatings.find(({ id }) => id === coating);
    const { name = coating, allergens = [], composition = null } = found ?? {};
    return { name, grams, allergens, composition };
  });
  const all = [...weighed, ...coated];
  const unknown = [
    ...made.flatMap((each) => each.unknown),
    ...all.filter(({ composition }) => composition === null).map(({ name }) => name),
  ];
  const inSum = [...made.map(({ portion }) => portion), ...all];
  const parts = unknown.length > 0 ? null : sumOf(inSum);
  return {
    grams: inSum.reduce((sum, { grams }) => sum + grams, 0),
    ingredients: byWeight([...made.flatMap((each) => each.ingredients), ...all]),
    ...{ parts, energy: parts && energyOf(parts), unknown: [...new Set(unknown)] },
  };
}

interface OfRecipe {
  readonly ingredients: readonly PartOfPiece[];
  readonly portion: Gathered;
  readonly unknown: readonly string[];
}

function boughtIn({ supplies }: MakeUp, book: LarderBook): Gathered[] {
  return supplies.flatMap((line, index): Gathered[] => {
    const supply = book.supplies.find(({ id }) => id === line.supply);
    if (!supply) throw missing(`/supplies/${index}/supply`, line.supply, 'a supply of the larder');
    if (supply.kind === 'packing') return [];
    const measuring = { measures: 'metric', field: `/supplies/${index}/unit` } as const;
    const grams = baseAmountOf(line, { ...supply, base: 'g' }, measuring);
    const { name, allergens } = supply;
    return [{ name, grams, allergens, composition: supplyComposition(supply) }];
  });
}

function inRecipe(made: MadeRecipe, book: LarderBook): OfRecipe {
  const kept = requireRecipe(made, book);
  const bound = bindRecipe(kept, book);
  const figures = recipeFigures(bound);
  const { composition, unknown } = compositionOfYield(bound, figures);
  const portionGrams = made.grams ?? figures.portionGrams;
  const share = portionGrams / figures.yieldGrams;
  const ingredients = bound.ingredients.map(({ name, allergens = [] }, index) => ({
    ...{ name, allergens, grams: figures.grams[index]! * share },
  }));
  const { name } = kept;
  return { ingredients, unknown, portion: { name, grams: portionGrams, allergens: [], composition } };
}

function sumOf(all: readonly Gathered[]): FactGrams {
  const sum = (part: FactPart): number =>
    all.reduce((grams, each) => grams + (each.grams * each.composition![part]) / 100, 0);
  return Object.fromEntries(FACT_PARTS.map((part) => [part, sum(part)])) as FactGrams;
}

/** The heaviest first, each once, with all that any of its name declares. */
export function byWeight(all: readonly PartOfPiece[]): PartOfPiece[] {
  const sums = new Map<string, PartOfPiece>();
  for (const { name, grams, allergens } of all) {
    const known = sums.get(name);
    sums.set(name, {
      ...{ name, grams: (known?.grams ?? 0) + grams },
      allergens: [...new Set([...(known?.allergens ?? []), ...allergens])].sort(),
    });
  }
  return [...sums.values()].sort((a, b) => b.grams - a.grams || (a.name < b.name ? -1 : 1));
}

function missing(field: string, value: string, range: string): InputError {
  return new InputError({ code: 'unknown-reference', field, value, range });
}
