import { FACT_PARTS, type Composition } from './composition';
import type { Recipe } from './recipe';
import type { RecipeFigures } from './recipe-figures';

/** From here on what a pot loses is steam. */
const BOILS_CELSIUS = 100;

/** What 100 g of a recipe's yield are made of, as far as its ingredients are known. */
export interface YieldComposition {
  /** Null where something that goes in is not known. */
  readonly composition: Composition | null;
  /** Names of what is not known. */
  readonly unknown: readonly string[];
}

/**
 * What 100 g of what comes out are made of: what went in less the water that boiled off; what sticks to pot and pan is of
 * the same make-up. Of a yield that was weighed, what is missing is steam where a step boils it, and sticks elsewhere.
 * By hand: 300 g sugar and 150 g water boiled to 375 g: 80% sugar, 20% water. Source: conservation of mass.
 */
export function compositionOfYield(recipe: Recipe, figures: RecipeFigures): YieldComposition {
  const { grams, totalGrams } = figures;
  const unknown = recipe.ingredients
    .filter(({ composition }) => composition === null)
    .map(({ name }) => name);
  if (unknown.length > 0) return { composition: null, unknown };
  const sum = (part: Exclude<keyof Composition, 'asSucrose'>): number =>
    recipe.ingredients.reduce((all, each, index) => all + (grams[index]! * each.composition![part]) / 100, 0);
  const water = sum('water');
  const lost = Math.min(water, steamOf(recipe, figures));
  const left = totalGrams - lost;
  const parts = FACT_PARTS.map((part) => [part, (100 * sum(part)) / left]);
  return {
    composition: {
      ...(Object.fromEntries(parts) as Omit<Composition, 'water' | 'asSucrose'>),
      ...{ water: (100 * (water - lost)) / left, asSucrose: null },
    },
    unknown: [],
  };
}

function steamOf(
  { yield: comes, steps }: Recipe,
  { totalGrams, yieldGrams, boiledOffGrams }: RecipeFigures,
): number {
  if (comes.kind !== 'measured') return boiledOffGrams;
  const isBoiled = steps.some(({ celsius }) => celsius !== null && celsius >= BOILS_CELSIUS);
  return isBoiled ? Math.max(0, totalGrams - yieldGrams) : 0;
}
