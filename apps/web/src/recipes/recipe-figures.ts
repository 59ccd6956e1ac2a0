import type { RecipeView } from '@alnage/contract';
import {
  bindRecipe,
  InputError,
  recipeFigures,
  scaleFactor,
  scaleRecipe,
  splitIntoPots,
  type LarderBook,
  type Recipe,
  type ScaleWish,
} from '@alnage/core';
import { count, counted } from '../shared/formats/formats';
import type { FigureRow } from '../shared/figures/figure-table';
import { measuredText, UNIT_WORDS, weighedText } from '../shared/larder/larder-words';

/** One line of a recipe that is scaled. */
export interface ScaledLine {
  readonly name: string;
  readonly grams: string;
  /** What goes into one pot as spoon and cup can do it, with the error where it matters. */
  readonly measured: string;
  readonly perPot: string;
}

/** A recipe scaled to what was wished; or why it cannot be. */
export type Scaled =
  | {
      readonly kind: 'scaled';
      readonly lines: readonly ScaledLine[];
      readonly pots: number;
      readonly rows: readonly FigureRow[];
    }
  | { readonly kind: 'refused'; readonly text: string };

/** The recipe by a wish, in pots of a size where one is given. */
export function scaledRecipe(recipe: Recipe, wish: () => ScaleWish, potGrams: number | null): Scaled {
  return refusable(() => {
    const scaled = scaleRecipe(recipe, scaleFactor(recipe, wish()));
    const figures = recipeFigures(scaled);
    const split = potGrams === null ? null : splitIntoPots(scaled, potGrams);
    const perPot = split && split.pots > 1 ? recipeFigures(split.perPot) : null;
    const spooned = split?.perPot ?? scaled;
    return {
      kind: 'scaled',
      pots: split?.pots ?? 1,
      lines: scaled.ingredients.map((each, index) => ({
        name: each.name,
        grams: weighedText(figures.grams[index]!),
        measured: measuredText(spooned.ingredients[index]!, scaled.measures),
        perPot: perPot ? weighedText(perPot.grams[index]!) : '',
      })),
      rows: [
        { label: 'goes in', value: weighedText(figures.totalGrams) },
        { label: 'to portion', value: weighedText(figures.yieldGrams) },
        {
          label: `portions of ${weighedText(figures.portionGrams)}`,
          value: count(figures.pieces),
          isSum: true,
        },
        ...(figures.remainderGrams >= 0.5
          ? [{ label: 'left over', value: weighedText(figures.remainderGrams) }]
          : []),
        ...(split
          ? [{ label: 'in', value: `${counted(split.pots, 'pot')} of ${weighedText(split.gramsPerPot)}` }]
          : []),
      ],
    };
  });
}

function refusable(make: () => Scaled): Scaled {
  try {
    return make();
  } catch (error) {
    if (error instanceof InputError) return { kind: 'refused', text: refusalText(error) };
    throw error;
  }
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  '/pieces': 'Pieces',
  '/have/g': 'What is there',
  '/yieldG': 'What is shared out',
  '/pan/lengthMm': 'The pan’s length',
  '/pan/widthMm': 'The pan’s width',
  '/pan/heightMm': 'How high it is filled',
  '/potG': 'A pot',
  '/factor': 'So many times the recipe',
};

/** Why something cannot be computed, in words. */
export function refusalText({ code, field, value, range }: InputError): string {
  if (code === 'not-convertible')
    return `${UNIT_WORDS[value as keyof typeof UNIT_WORDS] ?? String(value)} cannot be weighed: ${range}.`;
  const named = FIELD_WORDS[field];
  if (typeof value === 'number' && Number.isNaN(value)) return `${named ?? 'It'}: give ${range}.`;
  return `${named ?? 'It'} ${String(value)} will not do: ${range}.`;
}

/** A kept recipe that stands by itself, or why it does not. */
export function boundRecipe(kept: RecipeView, book: LarderBook): Recipe | string {
  try {
    const bound = bindRecipe(kept, book);
    recipeFigures(bound);
    return bound;
  } catch (error) {
    if (error instanceof InputError) return refusalText(error);
    throw error;
  }
}

/** How many grams a line is, as it is typed; why not, where it is none. */
export function lineTexts(recipe: Omit<RecipeView, 'version'>, book: LarderBook): string[] {
  return recipe.ingredients.map((line) => {
    try {
      const one = { ...recipe, ingredients: [line], yield: { kind: 'computed' as const, lossShare: 0 } };
      const [grams] = recipeFigures(bindRecipe(one, book)).grams;
      return Number.isFinite(grams) ? weighedText(grams!) : '';
    } catch (error) {
      if (error instanceof InputError)
        return line.id === '' || Number.isNaN(line.amount) ? '' : refusalText(error);
      throw error;
    }
  });
}
