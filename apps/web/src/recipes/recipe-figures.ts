import type { RecipeCameOut, RecipeView } from '@alnage/contract';
import { InputError } from '@alnage/core/input';
import { bindRecipe, type KeptRecipe, type LarderBook } from '@alnage/core/larder';
import {
  compositionOfYield,
  gramsPerMlOf,
  portionCount,
  recipeFigures,
  scaleFactor,
  scaleRecipe,
  splitIntoPots,
  type Recipe,
  type RecipeFigures,
  type RecipePortion,
  type ScaleWish,
} from '@alnage/core/recipes';
import { count, counted, listed, percent, volume } from '../shared/formats/formats';
import type { FigureRow } from '../shared/figures/figure-table';
import { scaleOf } from '../shared/units/quantity';
import { units } from '../shared/units/units';
import {
  lineGramsText,
  measuredText,
  soldText,
  UNIT_WORDS,
  weighedText,
} from '../shared/larder/larder-words';

/** Less than this left over is not told. */
const LEFT_OVER_GRAMS = 0.5;

/** One line of a recipe that is scaled. */
export interface ScaledLine {
  readonly name: string;
  /** The amount that the recipe says, unscaled. */
  readonly written: string;
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
        written: writtenText(recipe.ingredients[index]!),
        grams: lineGramsText(figures.grams[index]!, each, scaled.measures),
        measured: measuredText(spooned.ingredients[index]!, scaled.measures),
        perPot: perPot ? weighedText(perPot.grams[index]!) : '',
      })),
      rows: [
        ...sharedRows(scaled, figures),
        ...(split
          ? [{ label: 'in', value: `${counted(split.pots, 'pot')} of ${weighedText(split.gramsPerPot)}` }]
          : []),
      ],
    };
  });
}

/** As the recipe has it; by feel, from the least to the most. */
function writtenText(line: Recipe['ingredients'][number]): string {
  const most = line.upTo === undefined ? '' : ` to ${soldText({ ...line, amount: line.upTo })}`;
  return `${soldText(line)}${most}`;
}

/** What goes in, boils off, and is shared out into how many. */
function sharedRows(recipe: Recipe, figures: RecipeFigures): FigureRow[] {
  const { totalGrams, boiledOffGrams, yieldGrams, portionGrams, remainderGrams } = figures;
  return [
    { label: 'goes in', value: weighedText(totalGrams) },
    ...(boiledOffGrams > 0 ? [{ label: 'boils off', value: `−${weighedText(boiledOffGrams)}` }] : []),
    ...(recipe.yieldTimes ? [{ label: 'of it comes out', value: percent(recipe.yieldTimes) }] : []),
    { label: 'to portion', value: weighedText(yieldGrams) },
    {
      // the figure stays with its unit
      label: `portions of ${weighedText(portionGrams).replace(' ', '\u00a0')}`,
      value: portionsText(recipe, figures),
      isSum: true,
    },
    ...(remainderGrams >= LEFT_OVER_GRAMS
      ? [{ label: 'left over', value: weighedText(remainderGrams) }]
      : []),
  ];
}

/** The rows of a sum, or why there are none. */
export interface SumTold {
  readonly rows: readonly FigureRow[];
  readonly refusal: string;
}

/** A sum's rows; what it cannot be computed from is told. */
export function sumTold(rows: () => FigureRow[]): SumTold {
  try {
    return { rows: rows(), refusal: '' };
  } catch (error) {
    if (error instanceof InputError) return { rows: [], refusal: refusalText(error) };
    throw error;
  }
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
  '/ingredients/amount': 'So much',
  '/ingredients/upTo': 'The most, by feel,',
  '/pieces': 'Pieces',
  '/have/g': 'What is there',
  '/yieldG': 'What is shared out',
  '/pan/lengthMm': 'The pan’s length',
  '/pan/widthMm': 'The pan’s width',
  '/pan/heightMm': 'How high it is filled',
  '/potG': 'A pot',
  '/factor': 'So many times the recipe',
  '/times': 'So many times',
  '/waterG': 'The water',
  '/lengthMm': 'Its length',
  '/widthMm': 'Its width',
  '/depthMm': 'Its depth',
  '/wallMm': 'The wall',
  '/cavities': 'The cavities',
  '/waitS': 'The wait',
  '/mouldC': 'The moulds’ temperature',
  '/liquidG': 'What is melted',
  '/liquidC': 'Its temperature',
  '/seedC': 'The seed’s temperature',
  '/targetC': 'What it is to come to',
  '/yield/toCelsius': 'What it is boiled to',
  '/portion/low': 'What it makes',
  '/portion/high': 'What it makes at most',
};

/** Why something cannot be computed, in words. */
export function refusalText({ code, field, value, range }: InputError): string {
  if (code === 'not-convertible')
    return `${UNIT_WORDS[value as keyof typeof UNIT_WORDS] ?? String(value)} cannot be weighed: ${range}.`;
  const named = FIELD_WORDS[field] ?? FIELD_WORDS[field.replace(/^\/ingredients\/\d+/, '/ingredients')];
  if (typeof value === 'number' && Number.isNaN(value)) return `${named ?? 'It'}: give ${range}.`;
  return `${named ? `${named} ` : ''}${String(value)} will not do: ${range}.`;
}

/** How a recipe is shared out, in little room: 10 g, 12 ml, makes 48. */
export function portionText(portion: RecipePortion): string {
  switch (portion.kind) {
    case 'weight':
      return weighedText(portion.grams);
    case 'scoop':
      return volume(portion.millilitres);
    case 'count':
      return `makes ${[...new Set([portion.low, portion.high])].map(count).join(' to ')}`;
  }
}

/** How many portions a recipe makes: 43; 6 to 7. */
export function portionsText(recipe: Recipe, figures: RecipeFigures): string {
  const { low, high } = portionCount(recipe, figures);
  return low === high ? count(low) : `${count(low)} to ${count(high)}`;
}

/** What a recipe comes to: what goes in, what boils off, what is shared out into how many. */
export function comesToText(recipe: Recipe, figures: RecipeFigures): string {
  const { totalGrams, boiledOffGrams, yieldGrams, portionGrams } = figures;
  const boiled = boiledOffGrams > 0 ? ` ${weighedText(boiledOffGrams)} of water boil off,` : '';
  const portions = `${portionsText(recipe, figures)} portions of ${weighedText(portionGrams)}`;
  return `${weighedText(totalGrams)} go in,${boiled} ${weighedText(yieldGrams)} are shared out: ${portions}.${unknownText(recipe)}`;
}

/** What its batches taught of a recipe's yield, as one sentence. */
export function learnedText({ times, low90, high90, weighings }: RecipeCameOut): string {
  const between = `between ${percent(low90)} and ${percent(high90)} nine times in ten`;
  return `By ${counted(weighings, 'batch')} ${percent(times)} of what it says comes out, ${between}. Pots, the larder and costs go by it.`;
}

/** What is boiled and nobody knows the make-up of, as one sentence. */
function unknownText({ yield: comes, ingredients }: Recipe): string {
  const unknown = ingredients.filter(({ composition }) => composition === null).map(({ name }) => name);
  if (comes.kind !== 'boiled' || unknown.length === 0) return '';
  return ` What ${listed(unknown)} is made of is not known, so none of it counts as water or sugar: say it in Workshop, Supplies.`;
}

/** A kept recipe that stands by itself, or why it does not. */
export function boundRecipe(kept: KeptRecipe, book: LarderBook): Recipe | string {
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

/** What 1 ml of a recipe weighs by what it is made of, in g to the hundredth; null where something of it is not known. */
export function densityOf(recipe: KeptRecipe, book: LarderBook): number | null {
  try {
    const bound = bindRecipe(recipe, book);
    const { composition } = compositionOfYield(bound, recipeFigures(bound));
    const gramsPerMl = composition && gramsPerMlOf(composition);
    return gramsPerMl === null ? null : Math.round(gramsPerMl * 100) / 100;
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

/** What a small volume weighs, in its reader’s units. */
export function densityText(gramsPerMl: number): string {
  const { unit, toShown } = scaleOf('density', units(), '');
  return `${toShown(gramsPerMl).toFixed(2)} ${unit}`;
}
