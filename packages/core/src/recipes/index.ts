export {
  AMOUNT,
  AMOUNT_UNITS,
  GRAMS_PER_ML,
  GRAMS_PER_PIECE,
  amountOf,
  gramsOf,
  gramsOfMass,
  type Amount,
  type AmountUnit,
  type Matter,
} from './amount';
export { MOST_RISE_KELVIN, asSucroseGrams, boiledDown, syrupCelsius, type Syrup } from './boil-down';
export { ALTITUDE_METRES, BOILING_CELSIUS, boilingCelsius, correctedCelsius } from './boiling-point';
export { compositionOfCoating } from './coating-composition';
export {
  AS_SUCROSE,
  COATING_COMPOSITIONS,
  FACT_PARTS,
  KNOWN_COMPOSITIONS,
  NOTHING,
  PER_HUNDRED,
  energyOf,
  requireComposition,
  type Composition,
  type FactGrams,
  type FactPart,
} from './composition';
export {
  DOUGH_FEELS,
  DOUGH_SCHOOLS,
  HUMIDITY_PERCENT,
  TABLE_CELSIUS,
  doughAdvice,
  feelGrams,
  type DoughAdvice,
  type DoughDay,
  type FeelRange,
  type FeelRole,
  type DoughFeel,
  type DoughSchool,
} from './dough';
export { gramsPerMlOf } from './density';
export {
  BUTTER_SHARE,
  GANACHE_CHOCOLATES,
  GANACHE_GRAMS,
  GANACHE_RATIO,
  GANACHE_TYPES,
  INFUSION_LOSS,
  ganache,
  ganacheRatio,
  type Ganache,
  type GanacheChocolate,
  type GanacheType,
  type GanacheWish,
} from './ganache';
export { ganacheChecks, type GanacheCheck } from './ganache-checks';
export {
  CAVITY_ML,
  FILL_SHARE,
  SHEET_MM,
  ganacheGramsFor,
  ganachePortionGrams,
  sheetHeightMm,
  type GanacheFor,
  type GanachePortion,
} from './ganache-size';
export { KNOWN_INGREDIENTS, type IngredientSource, type KnownIngredient } from './ingredient-table';
export {
  KITCHEN_SIGNS,
  KITCHEN_TROUBLES,
  type KitchenCause,
  type KitchenSign,
  type KitchenWork,
} from './kitchen-trouble';
export {
  LEFTOVER_GRAMS,
  PLAIN_BARK,
  leftoverUses,
  type LeftoverForm,
  type LeftoverUse,
} from './leftover-uses';
export { PAN_GRAMS_PER_ML, makingOf, panGrams, type Making } from './making';
export { FAT_PERCENT, MIX_GRAMS, bowlMix, clusterMix, type BowlMix, type ClusterMix } from './mixes';
export { POT_GRAMS, splitIntoPots, type PotSplit } from './pots';
export { readRecipe } from './read-recipe';
export {
  BOILED_CELSIUS,
  COUNTED_PIECES,
  LOSS_SHARE,
  PORTION_OF_RECIPE_GRAMS,
  RECIPE_FORMAT,
  SCOOP_ML,
  STEP_CELSIUS,
  STEP_MINUTES,
  YIELD_GRAMS,
  type CameOut,
  type Recipe,
  type RecipeIngredient,
  type RecipePortion,
  type RecipeStep,
  type RecipeYield,
  RECIPE_AMOUNT,
} from './recipe';
export {
  portionCount,
  portionGramsOf,
  recipeFigures,
  withFigures,
  type RecipeFigures,
} from './recipe-figures';
export { SCALE_STEP_GRAMS, roundAmount, type RoundedAmount } from './round-amount';
export {
  HAVE_GRAMS,
  RECIPE_PIECES,
  SCALE_FACTOR,
  scaleFactor,
  scaleRecipe,
  type ScaleWish,
} from './scale-recipe';
export {
  POT_CELSIUS,
  sugarForecast,
  wantedAt,
  WANTED_CELSIUS,
  type PotReading,
  type SugarForecast,
  type WantedRange,
} from './sugar-forecast';
export {
  SUGAR_CELSIUS,
  SUGAR_STAGES,
  sugarProgress,
  sugarStagesAt,
  type SugarProgress,
  type SugarStage,
} from './sugar-stage';
export { compositionOfYield, type YieldComposition } from './yield-composition';
export {
  UNWEIGHED_YIELD,
  cameOutOf,
  learnYield,
  likelyYield,
  yieldRange,
  type BatchMade,
  type BatchWeighed,
  type YieldBelief,
} from './yield-learning';
