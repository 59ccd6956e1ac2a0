import type { Piece, PreparationParams, PreparationView, Workshop } from '@alnage/contract';
import {
  bindRecipe,
  feelRoleOf,
  pieceAllergens,
  type KeptRecipe,
  type LarderBook,
} from '@alnage/core/larder';
import {
  gramsOf,
  recipeFigures,
  scaleRecipe,
  type FeelRange,
  type Recipe,
  type RecipeStep,
} from '@alnage/core/recipes';
import { counted, listed } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import { lineGramsText, measuredText, stepText, weighedText } from '../shared/larder/larder-words';
import { potsOf, type Pot } from './pots';

/** What goes into one pot: the recipe's own words, scaled, and by the scale. */
export interface PrepIngredient {
  readonly name: string;
  readonly amount: string;
  readonly grams: string;
}

/** What goes into the pot by feel and stiffens or softens it. */
export interface FeltIngredient extends FeelRange {
  readonly name: string;
}

/** One recipe to be made for a batch, or for several in one pot. */
export interface PrepRow {
  readonly key: string;
  readonly made: PreparationParams;
  /** The other batches that it is made for in the same pot, and by what the pot is known. */
  readonly with: readonly string[];
  readonly pot: string | null;
  readonly batch: string;
  readonly start: number;
  readonly time: string;
  readonly title: string;
  /** For what, batch by batch. */
  readonly pieces: readonly string[];
  readonly amounts: string;
  readonly ingredients: readonly PrepIngredient[];
  /** What of it goes in by feel, for a proposal; what is for the taste alone is not there. */
  readonly felt: readonly FeltIngredient[];
  readonly steps: readonly PrepStep[];
  readonly allergens: readonly string[];
  /** What the piece declares in all: it is in the coat, if not in the centre. */
  readonly mayBeThere: readonly string[];
  /** What was worked with on the benches that day before, and is not in this: clean first. */
  readonly cleanFirst: readonly string[];
  readonly preparation: PreparationView;
  readonly done: PreparationView['done'];
  readonly doneText: string;
}

export interface PrepStep {
  readonly text: string;
  readonly more: string;
  /** Minutes that it then rests, for a timer; 0 where it does not. */
  readonly restMinutes: number;
}

/** What one person makes on one day, in the order of work. */
export interface PrepGroup {
  readonly key: string;
  readonly day: string;
  readonly person: string;
  readonly rows: readonly PrepRow[];
}

export interface PrepInput {
  readonly preparations: readonly PreparationView[];
  readonly workshop: Workshop;
  readonly book: LarderBook;
  readonly pieceNames: ReadonlyMap<string, string>;
  readonly pieces: readonly Piece[];
  /** From and to, in ms; null: what is still to be made, and all of today and later. */
  readonly span: { readonly from: number; readonly to: number } | null;
  /** When today began, in ms. */
  readonly today: number;
  /** Pots that somebody makes apart, batch by batch. */
  readonly apart: ReadonlySet<string>;
}

/** Whether these are the same recipe of the same batch. */
export function isSameMade(a: PreparationParams, b: PreparationParams): boolean {
  return a.batch === b.batch && a.recipe === b.recipe;
}

/** What is to be made, by day and person. */
export function prepGroups(input: PrepInput): PrepGroup[] {
  const { preparations, workshop, span, today } = input;
  const wall = new WallTime(workshop.timeZone);
  const shown = preparations.filter(({ start, done }) => {
    const at = Date.parse(start);
    return span === null ? done === null || at >= today : at >= span.from && at < span.to;
  });
  const rows = potsOf(shown, input.apart).flatMap((pot) => {
    const { recipe, start, person } = pot.whole;
    const kept = input.book.recipes.find(({ id }) => id === recipe);
    const row = kept && prepRow(pot, { input, kept, wall });
    return row ? [{ day: wall.day(Date.parse(start)), person, row }] : [];
  });
  const keys = [...new Set(rows.map(({ day, person }) => `${day} ${person}`))];
  return keys.map((key) => {
    const own = rows.filter(({ day, person }) => `${day} ${person}` === key);
    const name = workshop.people.find(({ id }) => id === own[0]!.person)?.name ?? own[0]!.person;
    return {
      key,
      day: own[0]!.day,
      person: name,
      rows: withCleaning(
        own.map(({ row }) => row),
        rows,
        key,
      ),
    };
  });
}

/** Benches are shared by all who work that day: whatever was there before and is not in this is cleaned away first. */
function withCleaning(
  own: readonly PrepRow[],
  all: readonly { readonly day: string; readonly row: PrepRow }[],
  key: string,
): PrepRow[] {
  return own.map((row) => {
    const before = all.filter((each) => key.startsWith(`${each.day} `) && each.row.start < row.start);
    const met = new Set(before.flatMap((each) => each.row.allergens));
    return { ...row, cleanFirst: [...met].filter((each) => !row.mayBeThere.includes(each)).sort() };
  });
}

function prepRow(
  { whole: one, members }: Pot,
  { input, kept, wall }: { readonly input: PrepInput; readonly kept: KeptRecipe; readonly wall: WallTime },
): PrepRow {
  const { workshop, book } = input;
  const bound = scaleRecipe(bindRecipe(kept, book), one.factor);
  const [start, end] = [Date.parse(one.start), Date.parse(one.end)];
  return {
    key: `${one.batch} ${one.recipe}`,
    made: { batch: one.batch, recipe: one.recipe },
    with: members.slice(1).map(({ batch }) => batch),
    pot: one.pot,
    batch: listed(members.map(({ batch }) => batch)),
    start,
    time: `${wall.time(start)}–${wall.near(end, start)}`,
    title: kept.name,
    pieces: members.map((each) => piecesText(each, input)),
    amounts: `${weighedText(one.potGrams)} in the pot, ${weighedText(one.yieldGrams)} to portion`,
    ingredients: ingredientsOf(bound),
    felt: feltOf(bound, book),
    steps: kept.steps.map(prepStep),
    allergens: recipeFigures(bound).allergens,
    mayBeThere: sharedBy(members.map(({ piece }) => declaredBy(piece, input))),
    cleanFirst: [],
    preparation: one,
    done: one.done,
    doneText: one.done ? doneText(one.done, workshop, wall) : '',
  };
}

function piecesText(
  { piece: id, goodPieces, startedPieces, portionGrams }: PreparationView,
  { pieceNames }: PrepInput,
): string {
  const piece = pieceNames.get(id) ?? id;
  const good = goodPieces === startedPieces ? '' : `, of them ${goodPieces} to be good`;
  return `${startedPieces} ${piece.toLowerCase()}${good}, ${weighedText(portionGrams)} each`;
}

/** What all of them declare: what one of a pot may not have must not be on the bench. */
function sharedBy(all: readonly (readonly string[])[]): string[] {
  return [...new Set(all.flat())].filter((each) => all.every((one) => one.includes(each)));
}

/** What a piece declares, coatings included: that may come in with its centre. */
function declaredBy(id: string, { pieces, book }: PrepInput): readonly string[] {
  const piece = pieces.find((each) => each.id === id);
  return piece ? pieceAllergens(piece, { coatings: book.coatings, book }) : [];
}

function ingredientsOf(bound: Recipe): PrepIngredient[] {
  const { grams } = recipeFigures(bound);
  return bound.ingredients.map((each, index) => ({
    name: each.name,
    amount: measuredText(each, bound.measures),
    grams: lineGramsText(grams[index]!, each, bound.measures),
  }));
}

function feltOf(bound: Recipe, { supplies }: LarderBook): FeltIngredient[] {
  const { grams } = recipeFigures(bound);
  return bound.ingredients.flatMap((line, index) => {
    const supply = supplies.find(({ id }) => id === line.ingredient);
    const role = supply ? feelRoleOf(supply) : null;
    if (line.upTo === undefined || role === null) return [];
    const most = { amount: line.upTo, unit: line.unit };
    const mostGrams = gramsOf(most, line, { measures: bound.measures, field: '' });
    return [{ name: line.name, grams: grams[index]!, mostGrams, role }];
  });
}

function prepStep(step: RecipeStep): PrepStep {
  return { text: step.text, restMinutes: step.restMinutes, more: stepText(step) };
}

function doneText(
  { at, by, recipeVersion, lots, missing }: NonNullable<PreparationView['done']>,
  workshop: Workshop,
  wall: WallTime,
): string {
  const who = workshop.people.find(({ id }) => id === by)?.name;
  const lack = missing.length > 0 ? `, ${missing.length} of it not recorded in the larder` : '';
  return `made ${wall.dayTime(Date.parse(at))}${who ? ` by ${who}` : ''}, by version ${recipeVersion}, out of ${counted(lots.length, 'lot')}${lack}`;
}
