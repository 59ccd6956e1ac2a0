import { SEASONS_BACK } from '../coating/learning';
import { RecordReader } from '../input/record-reader';
import { readRecipe } from '../recipes/read-recipe';
import { YIELD_GRAMS } from '../recipes/recipe';
import { recipeFigures } from '../recipes/recipe-figures';
import { SCALE_FACTOR } from '../recipes/scale-recipe';
import { learnYield, yieldRange } from '../recipes/yield-learning';

/** The `yield` command: what a recipe yields, by what it says and by the batches that were weighed. @throws InputError */
export function runYield(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(['recipe', 'made']);
  const figures = recipeFigures(readRecipe(input.required('recipe'), '/recipe'));
  const batches = input.has('made') ? input.records('made') : [];
  const belief = learnYield(
    batches.map((each) => {
      each.allowOnly(['times', 'cameOutG', 'seasonsBack']);
      return {
        expectedGrams: figures.yieldGrams * (each.optionalNumber('times', SCALE_FACTOR) ?? 1),
        grams: each.number('cameOutG', YIELD_GRAMS),
        seasonsBack: each.optionalNumber('seasonsBack', SEASONS_BACK) ?? 0,
      };
    }),
  );
  const yieldG = yieldRange(figures.yieldGrams, belief);
  return {
    ...{ totalG: figures.totalGrams, boiledOffG: figures.boiledOffGrams, estimateG: figures.yieldGrams },
    ...{ yieldG, portionG: figures.portionGrams, weighings: belief.weighings },
    pieces: Math.floor(yieldG.mean / figures.portionGrams + 1e-9),
  };
}
