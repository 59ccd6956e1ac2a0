export { InputError, type InputErrorCode, type InputFault } from './input/input-error';
export { rangeText, requireWithin, type Bound } from './input/bounds';

export {
  CURVATURE,
  LENGTH_MM,
  SHAPE_DIMENSIONS,
  grownBy,
  requireShape,
  surfaceMm2,
  type Shape,
  type ShapeKind,
} from './coating/shape';
export {
  COATING_KINDS,
  WORKING_WINDOW_CELSIUS,
  YIELD_PASCAL,
  type CoatingKind,
} from './coating/coating-kind';
export {
  DEFAULT_WAY_RULES,
  FOOT_FACTOR,
  WAYS,
  WAY_FACTOR,
  WAY_FACTOR_BOUND,
  WAY_SECONDS,
  wayRule,
  type Way,
  type WayRule,
} from './coating/way';
export { BOWL_CELSIUS, YIELD_PA, filmMm, workingYieldPa, type BowlCondition } from './coating/film';
export {
  CENTRE_CELSIUS,
  CENTRE_KINDS,
  DWELL_SECONDS,
  crustMm,
  drawnJoules,
  type CentreKind,
  type Dip,
} from './coating/crust';
export {
  CAP_GRAMS,
  CAVITY_MM2,
  COATING_SHARE,
  COVERED,
  DRIP_GRAMS,
  FOOT_GRAMS,
  PORTION_GRAMS,
  WALL_MM,
  clusterCoat,
  dippedCoat,
  mouldedCoat,
  type Clustering,
  type CoatEstimate,
  type Dipping,
  type Moulding,
} from './coating/coat';
export {
  BLEND_PARTS,
  FLUIDITIES,
  FLUIDITY_FACTOR,
  PACK_GRAMS,
  STOCK_MONTHS,
  THINNED_PERCENT,
  WINDOW_CELSIUS,
  ageFactor,
  coatingAllergens,
  minorPerGram,
  suggestedWindow,
  thinnedYieldPa,
  thinningFactor,
  yieldPaOf,
  type BlendPart,
  type CoatingDescription,
  type CoatingFlow,
  type Fluidity,
  type Pack,
} from './coating/coating-flow';
export {
  CENTRE_GRAMS,
  FAMILIES,
  FAMILY_STARTS,
  requireCentreGrams,
  type DippedFamily,
  type Family,
  type FamilyStart,
} from './coating/family';
export { startForm, type StartContext } from './coating/start-form';
export { SHEET_THICKNESS_MM, sizedToWeight, toTenthMm, volumeMm3 } from './coating/size-from-weight';
export { formOfSize, sizeClassOf, type SizeClass } from './coating/size-class';
export { suggestedFootGrams } from './coating/foot';
export {
  BOWL_GRAMS,
  FIRST_LOG_SD,
  RUN_PIECES,
  firstBelief,
  learn,
  learnAll,
  pieceRange,
  runRange,
  weighedGramsPerPiece,
  type CoatBelief,
  type MassRange,
  type Weighing,
} from './coating/learning';
export {
  CoatLearner,
  bareAndDippedGramsPerPiece,
  gramsShown,
  courseOfLearning,
  learnedBelief,
  sumOfCoats,
  type BareAndDipped,
  type CoatSeen,
  type LearningStep,
} from './coating/coat-learning';

export type {
  Batch,
  BatchStage,
  Changeovers,
  Coating,
  FixedWork,
  HeldCoating,
  Melt,
  Melter,
  OrderLine,
  Person,
  Place,
  Plan,
  Planned,
  PlanOrder,
  Problem,
  Product,
  ProductStage,
  Rest,
  Serve,
  Span,
  StageCoating,
  StockLot,
  StockServe,
  Unmet,
  Weights,
  Zone,
} from './planner/problem';
export { readProblem } from './planner/read-problem';
export { clockStageIndex, leaveMinute, stageGrams, startedPieces, traysFor } from './planner/amounts';
export { checkPlan, costInMinutes, type CostAmounts, type PlanReport } from './planner/check/check-plan';
export type { Violation, ViolationCode } from './planner/check/finding';
export type { Blocker } from './planner/blocker';
export type { UnmetReason } from './planner/engine/unmet';
export { USUAL_STEPS, makePlan, type BestSoFar, type PlanLimits, type PlanResult } from './planner/make-plan';
export { catalogueOf, type Catalogue } from './planner/check/catalogue';
export { SPARE_PREFIX, carryOver, type CarriedOver, type Course } from './planner/carry-over';
export { bowlLevels, type BowlLevel, type LevelStep } from './planner/view/bowl-level';
export { lifeTape, type LifeTape, type TapePickup } from './planner/view/life-tape';
export { dayLoads, loadShare, zoneProfiles, type DayLoad, type ResourceLoad } from './planner/view/day-load';
export { packingLoads, type PackingLoad } from './planner/view/packing-load';
export { zonePeak, type ZonePeak } from './planner/view/zone-peak';
export { explainBatch, type BatchReason, type Hold } from './planner/batch-reason';
export { lowerBound, type LowerBound } from './planner/bound/lower-bound';
export type { LinearAnswer, LinearSolver } from './planner/bound/linear-program';
export { withChanges, type Change } from './planner/change';
export {
  editPlan,
  isHeld,
  type EditRefusal,
  type EditResult,
  type EditedPlan,
  type PlanEdit,
} from './planner/edit/edit-plan';
export { heldAt, withHolds, type HeldProblem, type Holds, type Lock } from './planner/edit/holds';
export { openPlaces, type OpenLane, type OpenPlacesAsk } from './planner/edit/open-places';
export { placeIn, type PlaceOfStage } from './planner/edit/place-of-stage';
export { planFigures, type PlanFigures } from './planner/plan-figures';
export { whatHelps, type Help, type HelpLimits } from './planner/what-helps';
export { whatIf, type WhatIf, type WhatIfLimits } from './planner/what-if';
export { movedTasks, tasksOf, tasksOffHours, type Task, type TaskChanges } from './planner/moved-tasks';
export { MOVE_PRICE, repairPlan, type RepairLimits, type RepairResult } from './planner/repair-plan';
export { waysToMeet, type OpenLine, type WayToMeet } from './planner/ways-to-meet';
export { roomStays, stockStays, type RoomStay } from './planner/view/room-stays';
export type { TrayStep } from './planner/view/tray-profile';
export {
  COAT_ROLES,
  centreGramsOf,
  coatRoles,
  coatingLoads,
  pieceCoat,
  type ClusterForm,
  type CoatHistory,
  type CoatPortion,
  type CoatingLoad,
  type CoatRole,
  type Dippery,
  type DippedForm,
  type Drizzle,
  type MouldedForm,
  type PieceCoat,
  type PieceForm,
  type PortionSeen,
} from './coating/piece-coat';
export {
  FIRST_REJECTS,
  firstRejectShare,
  goodOf,
  learnRejects,
  rejectShare,
  startPercentFor,
  type RejectBelief,
  type RejectsSeen,
} from './coating/rejects';
export { coveredShare, dipLineMm, uprightMm, type RoundShape } from './coating/dip-line';
export {
  BOWL_MM,
  brimGrams,
  depthOfGrams,
  gramsToDepth,
  radiusAt,
  requireBowlForm,
  type BowlForm,
} from './melting/bowl-form';
export {
  computedTailGrams,
  dipHeightMm,
  requireTail,
  tailOf,
  type BowlDescription,
  type Dip as BowlDip,
} from './melting/tail';
export {
  CAPACITY_GRAMS,
  TAIL_GRAMS,
  splitOverBowls,
  type MeltBowl,
  type MeltShare,
} from './melting/split-over-bowls';
export {
  HELD_GRAMS,
  SEED_SHARE,
  meltFor,
  piecesFrom,
  type MeltAnswer,
  type MeltWish,
  type PiecesFrom,
} from './melting/melt-for';
export { CERTAINTY, GOOD_PIECES, startPieces, startPiecesLearned, type Wanted } from './melting/start-pieces';
export { normalQuantile, normalShareBelow } from './melting/normal';
export {
  allergenClashes,
  centreAllergens,
  mayContain,
  pieceAllergens,
  type AllergenClash,
  type Declared,
  type DeclaringPiece,
} from './larder/piece-allergens';
export {
  MINOR,
  WASTE_SHARE,
  boxCost,
  marginAt,
  pieceCost,
  type Margin,
  type PieceCost,
  type ShopRates,
} from './pricing/price-piece';
export { takeLot, type CoatingTerms, type Lot, type WorkStep } from './pricing/take-lot';
export {
  compareCoatings,
  compareWays,
  type CoatingOutlook,
  type CoatingTried,
  type WayOutlook,
} from './pricing/compare';
export {
  coatingNeed,
  gramsForService,
  serviceShare,
  type PieceNeed,
  type SpreadNeed,
} from './buying/coating-need';
export { packsToBuy, type PackChoice, type PackCount } from './buying/packs-to-buy';
export { buyBetween, punnetsToBuy, type BuySpan } from './buying/punnets';
export { celsiusFromFahrenheit, fahrenheitFromCelsius } from './units/temperature';
export { inchesFromMillimetres, millimetresFromInches } from './units/length';
export { gramsFromOunces, gramsFromPounds, ouncesFromGrams, poundsFromGrams } from './units/mass';
export {
  readPhrase,
  type Phrase,
  type PhraseLine,
  type PhrasePart,
  type Unclear,
  type Vocabulary,
} from './phrasing/read-phrase';
export {
  boxesHandedOver,
  countPieces,
  evenMakeUp,
  filledContents,
  handoversOf,
  piecesOfOrder,
  type BoxCount,
  type OrderContents,
  type PieceCount,
} from './ordering/order-contents';
export {
  accountOf,
  DEFAULT_REFUND_RULE,
  LATE_REFUND_SHARE,
  REFUND_HOURS,
  refundDue,
  type Account,
  type LedgerEntry,
  type RefundRule,
} from './ordering/ledger';
export {
  agreedPrices,
  orderPrice,
  pricedOrder,
  type OrderPrice,
  type PricedOrder,
  type PriceList,
} from './ordering/order-price';
export { majorOf, minorDigits } from './units/currency';
export { plainText } from './phrasing/words';
export {
  minutesOf,
  slotAt,
  slotsOfDay,
  type DayException,
  type DayOfWeek,
  type OpeningHours,
  type SlotRules,
} from './ordering/slots';
export { batchLimit, MOULD_CAVITIES, MOULD_COUNT, type Moulds } from './melting/moulds';
export { depositDue, depositOf, isHoldMet, isHoldOver, type DepositHold } from './ordering/deposit';
export { cutOff, offerFault, type Offer, type OfferFault } from './ordering/offers';
export { workingHours, type WorkRules, type WorkSpan } from './people/working-hours';
export { bookedBy, bookingPace, expectedPieces, type Booking, type PaceStep } from './season/booking-pace';
export { piecesOfLine, piecesOfWeight, type BoxOf } from './ordering/pieces-of-line';
export type { Named } from './phrasing/name-match';
export type { PhraseDay } from './phrasing/when';
export { promises, slotMaking, type PromiseAsk, type SlotMaking, type SlotPromise } from './planner/promise';

export { MEASURES, millilitresPer, type Measures, type VolumeUnit } from './units/volume';
export {
  AMOUNT,
  AMOUNT_UNITS,
  GRAMS_PER_ML,
  GRAMS_PER_PIECE,
  amountOf,
  gramsOf,
  type Amount,
  type AmountUnit,
  type Matter,
} from './recipes/amount';
export { KNOWN_INGREDIENTS, type IngredientSource, type KnownIngredient } from './recipes/ingredient-table';
export {
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
} from './recipes/recipe';
export { portionGramsOf, recipeFigures, withFigures, type RecipeFigures } from './recipes/recipe-figures';
export { readRecipe } from './recipes/read-recipe';

export {
  HAVE_GRAMS,
  RECIPE_PIECES,
  SCALE_FACTOR,
  scaleFactor,
  scaleRecipe,
  type ScaleWish,
} from './recipes/scale-recipe';
export { POT_GRAMS, splitIntoPots, type PotSplit } from './recipes/pots';
export { SCALE_STEP_GRAMS, roundAmount, type RoundedAmount } from './recipes/round-amount';
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
} from './recipes/ganache';
export { ganacheChecks, type GanacheCheck } from './recipes/ganache-checks';
export {
  CAVITY_ML,
  FILL_SHARE,
  SHEET_MM,
  ganacheGramsFor,
  ganachePortionGrams,
  sheetHeightMm,
  type GanacheFor,
  type GanachePortion,
} from './recipes/ganache-size';
export { ALTITUDE_METRES, BOILING_CELSIUS, boilingCelsius, correctedCelsius } from './recipes/boiling-point';
export {
  SUGAR_CELSIUS,
  SUGAR_STAGES,
  sugarProgress,
  sugarStagesAt,
  type SugarProgress,
  type SugarStage,
} from './recipes/sugar-stage';
export { POT_CELSIUS, sugarForecast, type PotReading, type SugarForecast } from './recipes/sugar-forecast';
export {
  DOUGH_SCHOOLS,
  HUMIDITY_PERCENT,
  TABLE_CELSIUS,
  doughAdvice,
  type DoughAdvice,
  type DoughDay,
  type DoughSchool,
} from './recipes/dough';
export { FAT_PERCENT, MIX_GRAMS, bowlMix, clusterMix, type BowlMix, type ClusterMix } from './recipes/mixes';
export { PAN_GRAMS_PER_ML, makingOf, panGrams, type Making } from './recipes/making';
export {
  LEFTOVER_GRAMS,
  PLAIN_BARK,
  leftoverUses,
  type LeftoverForm,
  type LeftoverUse,
} from './recipes/leftover-uses';
export {
  AHEAD_HOURS,
  KEEPS_HOURS,
  SORTED_OUT_SHARE,
  SUPPLY_BASES,
  SUPPLY_KINDS,
  baseAmountOf,
  type Supply,
  type SupplyBase,
  type SupplyKind,
  type SupplyPack,
} from './larder/supply';
export {
  bindRecipe,
  recipeAllergens,
  itemsForYield,
  type KeptIngredient,
  type KeptRecipe,
  type LarderBook,
  type ItemGrams,
} from './larder/book';
export {
  amountsForYield,
  makeUpAllergens,
  usesOfPiece,
  type ItemAmount,
  type MakeUp,
  type PieceUse,
  type SupplyAmount,
} from './larder/piece-uses';
export { partedOver, planUses, reserveUses, type PlanReading } from './larder/plan-uses';
export { isSameItem, type ItemUse, type LarderItem, type UseCause } from './larder/use';
export { KEPT_APART, nutFreeFirst, type Judged } from './planner/nut-free-first';
export { itemNeed, type BuyingOption, type ItemNeed, type ItemQuestion } from './larder/item-need';
export { stockCourse, type LotThere, type StockCourse, type TimedAmount } from './larder/stock-course';
export { type Purchase } from './larder/purchases';
export { useSpread, type PieceKnown } from './larder/spread';
export { preparations, type Preparation } from './larder/preparations';

export { Random } from './chance/random';
export { normalDraw } from './chance/normal-draw';
export { bowlJoulesPerPiece } from './coating/crust';
export {
  BOWL_MATERIALS,
  LIQUID_CELSIUS,
  SEEDED_GRAMS,
  SEED_CELSIUS,
  SEED_GRAMS,
  seedGramsFor,
  seededCelsius,
  type BowlMaterial,
  type Seeding,
} from './temper/seeding';
export { celsiusAfter, minutesTo, restingCelsius, type CoolingCourse } from './temper/cooling-course';
export { fitCooling, type BowlReading, type CoolingFit } from './temper/cooling-fit';
export { READING_CELSIUS, ROOM_CELSIUS, reachForecast, type ReachForecast } from './temper/reach-forecast';
export { WARMING_WATTS, dippingKelvinPerMinute, plainTauMinutes, rewarmSeconds } from './temper/bowl-heat';
export { watchProbe, type ProbeState, type ProbeWatch } from './temper/probe-state';
export {
  courseAhead,
  windowForecast,
  type CoursePoint,
  type WindowForecast,
  type WorkedBowl,
} from './temper/window-forecast';
export {
  CRYSTALS_CELSIUS,
  MELT_CELSIUS,
  TEMPERING_CELSIUS,
  TEMPER_SCHOOLS,
  usualWindows,
  windowsOf,
  type Celsius,
  type TemperSchool,
  type TemperedCoating,
  type TemperWindows,
} from './temper/temper-windows';
export {
  LOST_KELVIN,
  STEPS_OF,
  TEMPER_STEPS,
  stepOf,
  temperAdvice,
  type MeltSchool,
  type TemperAdvice,
  type TemperSituation,
  type TemperStep,
} from './temper/temper-guide';
export {
  IDLE,
  bowlAfter,
  coatOutcome,
  withSolid,
  type BowlDeed,
  type CoatOutcome,
  type SimulatedBowl,
} from './temper/simulated-bowl';
export { SimulatedProbe, USUAL_FAULTS, type ProbeFaults } from './temper/simulated-probe';
export {
  REJECT_CAUSES,
  WEIGHED_WHAT,
  type BenchDeed,
  type BenchEvent,
  type RejectCause,
  type WeighedWhat,
} from './bench/bench-event';
export {
  TROUBLES,
  TROUBLE_SIGNS,
  troubleEffect,
  type TroubleAnswer,
  type TroubleCause,
  type TroubleEffect,
  type TroubleQuestion,
  type TroubleSign,
} from './bench/trouble';
export {
  rejectedPieces,
  weighedGrams,
  workState,
  workedMinutes,
  type BenchTimer,
  type WorkState,
} from './bench/work-state';
export {
  gramsNow,
  piecesLeft,
  runFigures,
  sealDoubts,
  type RunExpected,
  type RunFigures,
  type SealDoubt,
} from './bench/run-figures';
export {
  FIRST_FACTOR,
  factorRange,
  learnFactor,
  type FactorBelief,
  type FactorSeen,
} from './bench/factor-learning';
export { benchWorks, workKey, type BenchWork, type MeltWork, type StageWork } from './bench/bench-works';
export {
  dayAhead,
  type DayAhead,
  type DayTrouble,
  type ExpectedWork,
  type WorkCourse,
} from './bench/day-ahead';
export { goOn, type GoingOn, type SeenAtBench } from './bench/go-on';
export { lostCourses, meltAgain } from './bench/lost-melts';
export { learnedChanges, type LearnedChange } from './bench/what-was-learned';
export { shortages, withYields, type Shortage } from './bench/actual-yields';
export { dipOfForm } from './coating/dip-of-form';
export {
  PRACTICE_GRAMS,
  PRACTICE_PIECES,
  beginPractice,
  dipInPractice,
  endPracticeStep,
  practiceAfter,
  practiceProbe,
  withPracticeSolid,
  practiceReport,
  type Practice,
  type PracticeAdvice,
  type PracticeKit,
  type PracticeReading,
  type PracticeReport,
} from './temper/practice';
export {
  ledgerSums,
  leftoversByCoating,
  pieceLesson,
  rejectsByCause,
  type LedgerRun,
  type LedgerSums,
  type PieceLesson,
} from './bench/ledger-sums';
export {
  canBeDone,
  isDip,
  isOver,
  queueOf,
  timersAtBench,
  worksAtBench,
  type BenchLens,
  type BenchRead,
  type SealedAtBench,
  type TimerAtBench,
  type WorkAtBench,
} from './bench/at-bench';
export { contentsOf, type BowlContents } from './bench/bowl-contents';
export { runShown, type RunShown } from './bench/run-shown';
