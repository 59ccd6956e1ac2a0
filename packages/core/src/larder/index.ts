export {
  bindRecipe,
  supplyComposition,
  recipeAllergens,
  itemsForYield,
  type KeptIngredient,
  type KeptRecipe,
  type LarderBook,
  type ItemGrams,
} from './book';
export { feelRoleOf } from './feel-role';
export { boxLabel, type BoxLabel, type InBox, type LabelledPiece } from './box-label';
export { isCentreUnknown } from './centre-source';
export { learnPart, type LearnedPart, type PartUsed } from './learned-parts';
export { PART_GRAMS } from './part-grams';
export { itemNeed, type BuyingOption, type ItemNeed, type ItemQuestion } from './item-need';
export {
  allergenClashes,
  neverOf,
  DEFAULT_MAY_CONTAIN_STOP,
  MAY_CONTAIN_STOPS,
  centreAllergens,
  mayContain,
  pieceAllergens,
  unanswered,
  type AllergenClash,
  type AnsweredClash,
  type ClashBook,
  type Declared,
  type DeclaringPiece,
  type MayContainStop,
} from './piece-allergens';
export { factsIn, pieceFacts, type CoatOfPiece, type PartOfPiece, type PieceFacts } from './piece-facts';
export {
  amountsForYield,
  makeUpAllergens,
  recipesOf,
  usesOfPiece,
  type ItemAmount,
  type MadePart,
  type MadeRecipe,
  type MakeUp,
  type PieceUse,
  type SupplyAmount,
} from './piece-uses';
export { boughtAs, type ItemShare } from './bought-as';
export { planUses, reserveUses, type PlanReading } from './plan-uses';
export {
  POT_PIECES,
  gramsOut,
  madeBy,
  portionsOf,
  preparations,
  type Preparation,
  type SaidOfPot,
} from './preparations';
export {
  LEFT_GRAMS,
  madeKey,
  sharedPots,
  splitOfPot,
  splitOfRest,
  type MadeKey,
  type RestOfPot,
} from './shared-pots';
export { type Purchase } from './purchases';
export { useSpread, type PieceKnown } from './spread';
export { stockCourse, type LotThere, type StockCourse, type TimedAmount } from './stock-course';
export {
  AHEAD_HOURS,
  KEEPS_HOURS,
  SORTED_OUT_SHARE,
  SUPPLY_BASES,
  SUPPLY_KINDS,
  baseAmountOf,
  isAlwaysThere,
  type Supply,
  type SupplyBase,
  type SupplyKind,
  type SupplyPack,
} from './supply';
export { isSameItem, type ItemUse, type LarderItem, type UseCause } from './use';
