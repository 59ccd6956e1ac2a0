import {
  AMOUNT,
  BOILED_CELSIUS,
  COUNTED_PIECES,
  GRAMS_PER_ML,
  GRAMS_PER_PIECE,
  LOSS_SHARE,
  PORTION_OF_RECIPE_GRAMS,
  RECIPE_AMOUNT,
  RECIPE_FORMAT,
  SCOOP_ML,
  STEP_CELSIUS,
  STEP_MINUTES,
  YIELD_GRAMS,
} from '@alnage/core/recipes';
import { MEASURES } from '@alnage/core/units';
import { Type, type Static } from 'typebox';
import { Allergens } from '../shared/allergens';
import { Version, within } from '../shared/bounds';
import { closed, Id, Instant, plainText } from '../shared/closed';
import { amount, CompositionSchema } from './supply';

/** So much of an ingredient; by feel, so much more at most. */
const recipeAmount = {
  amount: within(RECIPE_AMOUNT),
  unit: amount.unit,
  /** To taste, or until it holds: so much at most, in its unit. */
  upTo: Type.Optional(within(AMOUNT)),
};

export const RECIPE_LINES_MOST = 40;
export const RECIPE_STEPS_MOST = 30;
export const RECIPE_FILE_BYTES = 262_144;

const name = plainText({ minLength: 1, maxLength: 60 });

export const RecipeStepSchema = closed({
  text: plainText({ minLength: 1, maxLength: 400 }),
  workMinutes: within(STEP_MINUTES),
  restMinutes: within(STEP_MINUTES),
  celsius: Type.Union([within(STEP_CELSIUS), Type.Null()]),
});

const Steps = Type.Array(RecipeStepSchema, { maxItems: RECIPE_STEPS_MOST });

export const RecipeYieldSchema = Type.Union([
  closed({ kind: Type.Literal('measured'), grams: within(YIELD_GRAMS) }),
  closed({ kind: Type.Literal('computed'), lossShare: within(LOSS_SHARE) }),
  closed({
    kind: Type.Literal('boiled'),
    toCelsius: within(BOILED_CELSIUS),
    lossShare: within(LOSS_SHARE),
  }),
]);

export const RecipePortionSchema = Type.Union([
  closed({ kind: Type.Literal('weight'), grams: within(PORTION_OF_RECIPE_GRAMS) }),
  closed({
    kind: Type.Literal('scoop'),
    millilitres: within(SCOOP_ML),
    gramsPerMl: within(GRAMS_PER_ML),
  }),
  closed({
    kind: Type.Literal('count'),
    low: within(COUNTED_PIECES),
    high: within(COUNTED_PIECES),
  }),
]);

const draft = {
  name,
  measures: Type.Enum([...MEASURES]),
  ingredients: Type.Array(
    closed({ of: Type.Enum(['supply', 'coating', 'recipe']), id: Id, ...recipeAmount }),
    { minItems: 1, maxItems: RECIPE_LINES_MOST },
  ),
  steps: Steps,
  yield: RecipeYieldSchema,
  portion: RecipePortionSchema,
  note: plainText({ maxLength: 400 }),
};

/** How a centre is made, of the workshop’s supplies and of recipes of its own. */
export const RecipeDraft = closed(draft);
export type RecipeDraft = Static<typeof RecipeDraft>;

export const RecipeChange = closed({ ...draft, version: Version });
export type RecipeChange = Static<typeof RecipeChange>;

export const RecipeView = closed({ id: Id, ...draft, version: Version });
export type RecipeView = Static<typeof RecipeView>;

/** What its batches taught of a recipe: how many times what it says comes out, and where that lies nine times in ten. */
export const RecipeCameOut = closed({
  times: Type.Number(),
  low90: Type.Number(),
  high90: Type.Number(),
  weighings: Type.Integer(),
});
export type RecipeCameOut = Static<typeof RecipeCameOut>;

/** What was left of a part taught of what is on one piece: grams, and where that lies nine times in ten. */
export const LearnedPartView = closed({
  piece: Id,
  recipe: Id,
  grams: Type.Number(),
  low90: Type.Number(),
  high90: Type.Number(),
  weighings: Type.Integer(),
});
export type LearnedPartView = Static<typeof LearnedPartView>;

/** A recipe as it was: every version is kept. */
export const RecipeVersion = closed({
  version: Version,
  at: Instant,
  by: Type.Union([Id, Type.Null()]),
  recipe: RecipeDraft,
});
export type RecipeVersion = Static<typeof RecipeVersion>;

const orTable = <T extends Parameters<typeof Type.Union>[0][number]>(type: T) =>
  Type.Optional(Type.Union([type, Type.Null()]));

/** A recipe in a file, standing by itself. What an ingredient leaves out is taken from the table of known ingredients. */
export const RecipeFile = closed(
  {
    format: Type.Literal(RECIPE_FORMAT),
    name,
    measures: Type.Optional(Type.Enum([...MEASURES], { description: 'Whose spoons and cups; else metric' })),
    ingredients: Type.Array(
      closed({
        ingredient: Id,
        name: Type.Optional(name),
        ...recipeAmount,
        gramsPerMl: orTable(within(GRAMS_PER_ML)),
        gramsPerPiece: orTable(within(GRAMS_PER_PIECE)),
        allergens: Type.Optional(Allergens),
        composition: orTable(CompositionSchema),
      }),
      { minItems: 1, maxItems: RECIPE_LINES_MOST },
    ),
    steps: Type.Optional(
      Type.Array(
        closed({
          text: RecipeStepSchema.properties.text,
          workMinutes: Type.Optional(within(STEP_MINUTES)),
          restMinutes: Type.Optional(within(STEP_MINUTES)),
          celsius: Type.Optional(RecipeStepSchema.properties.celsius),
        }),
        { maxItems: RECIPE_STEPS_MOST },
      ),
    ),
    yield: Type.Optional(RecipeYieldSchema),
    portion: RecipePortionSchema,
    figures: Type.Optional(
      Type.Object(
        {},
        { additionalProperties: true, description: 'What it comes to: written for readers, never read' },
      ),
    ),
  },
  { description: 'A recipe that stands by itself' },
);

/** What a change would make of pieces, and of orders that are promised. */
export const RecipeEffects = closed({
  pieces: Type.Array(
    closed({
      piece: Id,
      gains: Type.Array(Id, { description: 'Allergens that it would declare and does not' }),
      loses: Type.Array(Id),
    }),
  ),
  orders: Type.Array(
    closed({
      id: Id,
      ticket: Type.String(),
      customer: Type.String(),
      pickupAt: Instant,
      pieces: Type.Array(Id),
      mustNot: Type.Array(Id, { description: 'Of what comes in, what this customer must never have' }),
    }),
  ),
});
export type RecipeEffects = Static<typeof RecipeEffects>;
