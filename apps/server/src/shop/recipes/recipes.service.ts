import type { RecipeVersion, RecipeView } from '@alnage/contract';
import type { DataSource } from 'typeorm';
import { KeptRecords } from '../kept/kept-records';
import type { WorkshopUses } from '../kept/workshop-uses';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { readRecipeFile, requireRecipe } from './recipe-file';
import { RecipeVersionEntity } from '../../store/workshop/recipe.entity';
import { recipes } from './recipes';
import { supplies } from '../supplies/supplies';

/** Recipes beyond taking and changing them: their versions, and files. */
export class RecipesService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
    private readonly uses: WorkshopUses,
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

  /**
   * Takes a recipe from a file, with supplies of its own for what the larder does not know: all of it or nothing.
   * @throws InputError and ProblemError naming the field of the file at fault
   */
  bringIn(file: unknown, by: string | null): Promise<RecipeView> {
    return this.db.transaction(async (manager) => {
      const { recipe, newSupplies } = await readRecipeFile(manager, file);
      const own = new KeptRecords(manager, supplies(this.uses), this.uses);
      const ids = new Map<string, string>();
      for (const { id, ...supply } of newSupplies) ids.set(id, (await own.take(supply, by)).id);
      const ingredients = recipe.ingredients.map((line) => ({ ...line, id: ids.get(line.id) ?? line.id }));
      return new KeptRecords(manager, recipes(this.clock), this.uses).take({ ...recipe, ingredients }, by);
    });
  }
}
