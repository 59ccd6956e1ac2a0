import { InputError } from '../input/input-error';
import { RecordReader } from '../input/record-reader';
import { RECIPE_FORMAT, type Recipe } from '../recipes/recipe';
import { readRecipe } from '../recipes/read-recipe';
import { withFigures } from '../recipes/recipe-figures';
import { HAVE_GRAMS, RECIPE_PIECES, scaleFactor, scaleRecipe, type ScaleWish } from '../recipes/scale-recipe';

/**
 * The `scale` command: a recipe with `pieces` or `have` beside it, or under `recipe`, and the recipe scaled, with what it
 * comes to under `figures`. @throws InputError
 */
export function runScale(json: unknown): unknown {
  const { recipe, wish } = readWish(json);
  return withFigures(scaleRecipe(recipe, scaleFactor(recipe, wish)));
}

function readWish(json: unknown): { recipe: Recipe; wish: ScaleWish } {
  const input = new RecordReader(json);
  const { pieces: _pieces, have: _have, ...beside } = json as Record<string, unknown>;
  const wish = readWished(input);
  if (input.has('format') || !input.has('recipe')) return { recipe: readRecipe(beside), wish };
  input.allowOnly(['recipe', 'pieces', 'have']);
  return { recipe: readRecipe(input.raw('recipe'), '/recipe'), wish };
}

function readWished(input: RecordReader): ScaleWish {
  if (input.has('pieces') === input.has('have'))
    throw new InputError({
      code: input.has('have') ? 'unknown-field' : 'missing-field',
      field: input.at(input.has('have') ? 'have' : 'pieces'),
      value: input.raw('have'),
      range: `either pieces or have, beside an ${RECIPE_FORMAT}`,
    });
  if (input.has('pieces')) return { kind: 'pieces', pieces: input.number('pieces', RECIPE_PIECES) };
  const have = input.child('have').allowOnly(['ingredient', 'g']);
  return { kind: 'have', ingredient: have.text('ingredient'), grams: have.number('g', HAVE_GRAMS) };
}
