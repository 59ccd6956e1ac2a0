import type { RecipeDraft, RecipeEffects, RecipeVersion, RecipeView, SupplyDraft } from '@alnage/contract';
import type { DataSource } from 'typeorm';
import { KeptRecords } from '../kept/kept-records';
import type { WorkshopClock } from '../plugins/workshop-clock';
import { effectsOf } from './recipe-effects';
import { readRecipeFile, requireRecipe } from './recipe-file';
import { RecipeVersionEntity } from './recipe.entity';
import { recipes } from './recipes';
import { SUPPLIES } from './supplies';

/** Recipes beyond taking and changing them: their versions, what a change would do, and files. */
export class RecipesService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** Every version of a recipe, the newest first. @throws ProblemError `record-not-found` */
  async versions(recipeId: string): Promise<RecipeVersion[]> {
    await requireRecipe(this.db.manager, recipeId);
    const rows = await this.db.manager.find(RecipeVersionEntity, {
      where: { recipeId },
      order: { version: 'DESC' },
    });
    return rows.map(({ version, at, by, recipe }) => ({ version, at: at.toISOString(), by, recipe }));
  }

  /** What would come of a recipe as it is drafted; nothing is kept. */
  effects(id: string, draft: RecipeDraft): Promise<RecipeEffects> {
    return effectsOf(this.db.manager, (book) => ({
      ...book,
      recipes: [...book.recipes.filter((each) => each.id !== id), { ...draft, id }],
    }));
  }

  /** What would come of a supply as it is drafted; nothing is kept. */
  supplyEffects(id: string, draft: SupplyDraft): Promise<RecipeEffects> {
    return effectsOf(this.db.manager, (book) => ({
      ...book,
      supplies: book.supplies.map((each) => (each.id === id ? { ...draft, id } : each)),
    }));
  }

  /**
   * Takes a recipe from a file, with supplies of its own for what the larder does not know: all of it or nothing.
   * @throws InputError and ProblemError naming the field of the file at fault
   */
  bringIn(file: unknown, by: string | null): Promise<RecipeView> {
    return this.db.transaction(async (manager) => {
      const { recipe, newSupplies } = await readRecipeFile(manager, file);
      const ids = new Map<string, string>();
      for (const { id, ...supply } of newSupplies)
        ids.set(id, (await new KeptRecords(manager, SUPPLIES).take(supply, by)).id);
      const ingredients = recipe.ingredients.map((line) => ({ ...line, id: ids.get(line.id) ?? line.id }));
      return new KeptRecords(manager, recipes(this.clock)).take({ ...recipe, ingredients }, by);
    });
  }
}
