import { NEW_SUPPLY, type RecipeDraft, type SupplyDraft } from '@alnage/contract';
import {
  bindRecipe,
  KNOWN_COMPOSITIONS,
  readRecipe,
  recipeFigures,
  withFigures,
  type Recipe,
} from '@alnage/core';
import type { EntityManager } from 'typeorm';
import { ProblemError } from '../../platform/http/problem-error';
import { loadBook } from '../recipe-book/load-book';
import { RecipeEntity } from '../../store/workshop/recipe.entity';

/** @throws ProblemError `record-not-found` */
export async function requireRecipe(manager: EntityManager, id: string): Promise<RecipeEntity> {
  const recipe = await manager.findOneBy(RecipeEntity, { id });
  if (!recipe) throw new ProblemError('record-not-found', { what: 'recipe', id });
  return recipe;
}

/** A recipe as a file that stands by itself. */
export async function recipeFile(manager: EntityManager, id: string): Promise<unknown> {
  return withFigures(bindRecipe(await requireRecipe(manager, id), await loadBook(manager)));
}

/** A recipe for reading. */
export async function recipeMarkdown(manager: EntityManager, id: string): Promise<string> {
  const recipe = await requireRecipe(manager, id);
  return markdownOf(bindRecipe(recipe, await loadBook(manager)), recipe.note);
}

const number = (value: number): string =>
  value.toLocaleString('en', { maximumFractionDigits: 2, useGrouping: false });

/** Recipe as Markdown: a table of what goes in, the steps, what comes out. */
export function markdownOf(recipe: Recipe, note: string): string {
  const { grams, totalGrams, boiledOffGrams, yieldGrams, portionGrams, pieces, allergens } =
    recipeFigures(recipe);
  const rows = recipe.ingredients.map(
    ({ name, amount, unit, upTo }, index) =>
      `| ${escaped(name)} | ${number(amount)}${upTo === undefined ? '' : ` to ${number(upTo)}`} ${unit} | ${number(grams[index]!)} g |`,
  );
  const steps = recipe.steps.map(({ text, workMinutes, restMinutes, celsius }, index) => {
    const told = [
      ...(celsius === null ? [] : [`${number(celsius)} °C`]),
      ...(workMinutes > 0 ? [`${workMinutes} min`] : []),
      ...(restMinutes > 0 ? [`rests ${restMinutes} min`] : []),
    ].join(', ');
    return `${index + 1}. ${escaped(text)}${told && ` (${told})`}`;
  });
  return [
    `# ${escaped(recipe.name)}`,
    '',
    `${pieces} portions of ${number(portionGrams)} g from ${number(totalGrams)} g, ${number(yieldGrams)} g after ${boiledOffGrams > 0 ? 'boiling and ' : ''}loss.`,
    ...(allergens.length > 0 ? ['', `Contains ${allergens.join(', ')}.`] : []),
    ...['', '| what | how much | grams |', '| --- | ---: | ---: |', ...rows],
    ...(steps.length > 0 ? ['', ...steps] : []),
    ...(note === '' ? [] : ['', escaped(note)]),
    '',
  ].join('\n');
}

/** Escapes what Markdown would read as formatting. */
function escaped(text: string): string {
  return text.replaceAll(/([\\`*_{}[\]<>#|])/g, '\\$1');
}

/** A file read into what the workshop keeps: its ingredients found among the supplies, or new ones. */
export interface ReadRecipe {
  readonly recipe: RecipeDraft;
  /** Supplies that there are not yet, under the ids that the recipe calls them by. */
  readonly newSupplies: readonly (SupplyDraft & { readonly id: string })[];
}

/**
 * Reads a recipe file against what the workshop has: an ingredient is the supply, coating or recipe of its key or its
 * name; else it becomes a supply with what the file or the table says of it. @throws InputError
 */
export async function readRecipeFile(manager: EntityManager, file: unknown): Promise<ReadRecipe> {
  const recipe = readRecipe(file);
  recipeFigures(recipe);
  const book = await loadBook(manager);
  const newSupplies: (SupplyDraft & { id: string })[] = [];
  const found = ({ ingredient, name }: Recipe['ingredients'][number]) => {
    const isIt = (each: { readonly id: string; readonly name: string }): boolean =>
      each.id === ingredient || each.name.toLowerCase() === name.toLowerCase();
    const supply = book.supplies.find(isIt) ?? newSupplies.find(isIt);
    const coating = book.coatings.find(isIt);
    const own = book.recipes.find(isIt);
    if (supply) return { of: 'supply', id: supply.id } as const;
    if (coating) return { of: 'coating', id: coating.id } as const;
    return own && ({ of: 'recipe', id: own.id } as const);
  };
  const ingredients = recipe.ingredients.map((line) => {
    const { ingredient, name, amount, unit, gramsPerMl, gramsPerPiece, allergens, composition } = line;
    const known = found(line);
    const much = { amount, unit, ...(line.upTo !== undefined && { upTo: line.upTo }) };
    if (known) return { ...known, ...much };
    newSupplies.push({
      ...NEW_SUPPLY,
      ...{ id: ingredient, name, gramsPerMl, gramsPerPiece },
      // what is known of it by its name need not be kept with it
      composition: composition === KNOWN_COMPOSITIONS[ingredient] ? null : composition,
      allergens: [...allergens] as SupplyDraft['allergens'],
    });
    return { of: 'supply' as const, id: ingredient, ...much };
  });
  const { name, measures, steps, portion } = recipe;
  return {
    recipe: {
      ...{ name, measures, ingredients, portion, note: '' },
      steps: [...steps],
      yield: recipe.yield,
    },
    newSupplies,
  };
}
