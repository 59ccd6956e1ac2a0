import { RecordReader } from '../input/record-reader';
import { InputError } from '../input/input-error';
import { MEASURES } from '../units/volume';
import { AMOUNT, AMOUNT_UNITS, GRAMS_PER_ML, GRAMS_PER_PIECE } from './amount';
import {
  AS_SUCROSE,
  FACT_PARTS,
  KNOWN_COMPOSITIONS,
  NOTHING,
  PER_HUNDRED,
  requireComposition,
  type Composition,
} from './composition';
import { KNOWN_INGREDIENTS } from './ingredient-table';
import {
  BOILED_CELSIUS,
  COUNTED_PIECES,
  LOSS_SHARE,
  PORTION_OF_RECIPE_GRAMS,
  RECIPE_FORMAT,
  SCOOP_ML,
  STEP_CELSIUS,
  STEP_MINUTES,
  YIELD_GRAMS,
  type Recipe,
  type RecipeIngredient,
  type RecipePortion,
  type RecipeStep,
  type RecipeYield,
  RECIPE_AMOUNT,
} from './recipe';

/** `figures` is what we write beside a recipe for whoever reads it; it is computed anew and never read. */
const FIELDS = ['format', 'name', 'measures', 'ingredients', 'steps', 'yield', 'portion', 'figures'];
const INGREDIENT_FIELDS = [
  'ingredient',
  'name',
  'amount',
  'unit',
  'gramsPerMl',
  'gramsPerPiece',
  'allergens',
  'composition',
  'upTo',
];

/**
 * Reads a recipe file. What an ingredient does not say of itself – name, density, weight, allergens – is taken from the
 * table of known ingredients; an ingredient of another key stands by what it says. @throws InputError
 */
export function readRecipe(json: unknown, pointer = ''): Recipe {
  const input = new RecordReader(json, pointer).allowOnly(FIELDS);
  const recipe: Recipe = {
    format: input.oneOf('format', [RECIPE_FORMAT]),
    name: input.text('name'),
    measures: input.has('measures') ? input.oneOf('measures', MEASURES) : 'metric',
    ingredients: input.records('ingredients').map(readIngredient),
    steps: input.has('steps') ? input.records('steps').map(readStep) : [],
    yield: input.has('yield') ? readYield(input.child('yield')) : { kind: 'computed', lossShare: 0 },
    portion: readPortion(input.child('portion')),
  };
  if (recipe.ingredients.length > 0) return recipe;
  const field = input.at('ingredients');
  throw new InputError({ code: 'out-of-range', field, value: 0, range: 'one ingredient or more' });
}

function readIngredient(input: RecordReader): RecipeIngredient {
  input.allowOnly(INGREDIENT_FIELDS);
  const ingredient = input.text('ingredient');
  const known = KNOWN_INGREDIENTS.find(({ id }) => id === ingredient);
  const weight = (key: 'gramsPerMl' | 'gramsPerPiece', bound: typeof GRAMS_PER_ML): number | null =>
    input.has(key) && input.raw(key) !== null ? input.number(key, bound) : (known?.[key] ?? null);
  return {
    ingredient,
    name: input.has('name') ? input.text('name') : (known?.name ?? ingredient),
    amount: input.number('amount', RECIPE_AMOUNT),
    unit: input.oneOf('unit', AMOUNT_UNITS),
    gramsPerMl: weight('gramsPerMl', GRAMS_PER_ML),
    gramsPerPiece: weight('gramsPerPiece', GRAMS_PER_PIECE),
    allergens: input.has('allergens') ? input.texts('allergens') : (known?.allergens ?? []),
    composition: input.has('composition') ? readComposition(input) : (KNOWN_COMPOSITIONS[ingredient] ?? null),
    ...(input.has('upTo') && { upTo: input.number('upTo', AMOUNT) }),
  };
}

function readComposition(input: RecordReader): Composition | null {
  if (input.raw('composition') === null) return null;
  const own = input.child('composition').allowOnly(['water', 'polyols', 'asSucrose', ...FACT_PARTS]);
  const { asSucrose, ...parts } = NOTHING;
  const read = Object.keys(parts).map((key) => [key, own.optionalNumber(key, PER_HUNDRED) ?? 0]);
  const made = {
    ...(Object.fromEntries(read) as typeof parts),
    asSucrose: (own.raw('asSucrose') ?? null) === null ? asSucrose : own.number('asSucrose', AS_SUCROSE),
  };
  return requireComposition(made, input.at('composition'));
}

function readStep(input: RecordReader): RecipeStep {
  input.allowOnly(['text', 'workMinutes', 'restMinutes', 'celsius']);
  const minutes = (key: string): number => input.optionalNumber(key, STEP_MINUTES) ?? 0;
  return {
    text: input.text('text'),
    workMinutes: minutes('workMinutes'),
    restMinutes: minutes('restMinutes'),
    celsius:
      input.has('celsius') && input.raw('celsius') !== null ? input.number('celsius', STEP_CELSIUS) : null,
  };
}

const YIELD_FIELDS = {
  measured: ['grams'],
  computed: ['lossShare'],
  boiled: ['toCelsius', 'lossShare'],
} as const;

function readYield(input: RecordReader): RecipeYield {
  const kind = input.oneOf('kind', ['measured', 'computed', 'boiled']);
  input.allowOnly(['kind', ...YIELD_FIELDS[kind]]);
  switch (kind) {
    case 'measured':
      return { kind, grams: input.number('grams', YIELD_GRAMS) };
    case 'computed':
      return { kind, lossShare: input.number('lossShare', LOSS_SHARE) };
    case 'boiled':
      return {
        ...{ kind, toCelsius: input.number('toCelsius', BOILED_CELSIUS) },
        lossShare: input.optionalNumber('lossShare', LOSS_SHARE) ?? 0,
      };
  }
}

const PORTION_FIELDS = {
  weight: ['grams'],
  scoop: ['millilitres', 'gramsPerMl'],
  count: ['low', 'high'],
} as const;

function readPortion(input: RecordReader): RecipePortion {
  const kind = input.oneOf('kind', ['weight', 'scoop', 'count']);
  input.allowOnly(['kind', ...PORTION_FIELDS[kind]]);
  switch (kind) {
    case 'weight':
      return { kind, grams: input.number('grams', PORTION_OF_RECIPE_GRAMS) };
    case 'scoop':
      return {
        ...{ kind, millilitres: input.number('millilitres', SCOOP_ML) },
        gramsPerMl: input.number('gramsPerMl', GRAMS_PER_ML),
      };
    case 'count': {
      const low = input.number('low', COUNTED_PIECES);
      return { kind, low, high: input.optionalNumber('high', { ...COUNTED_PIECES, min: low }) ?? low };
    }
  }
}
