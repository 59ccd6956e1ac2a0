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
export { WAYS, WAY_FACTOR, type Way } from './coating/way';
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
  COVERED,
  FOOT_GRAMS,
  WALL_MM,
  dippedCoat,
  mouldedCoat,
  type CoatEstimate,
  type Dipping,
  type Moulding,
} from './coating/coat';
export {
  FIRST_LOG_SD,
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

export type {
  Batch,
  BatchStage,
  Changeovers,
  Coating,
  FixedWork,
  Melt,
  Melter,
  OrderLine,
  Person,
  Place,
  Plan,
  PlanOrder,
  Problem,
  Product,
  ProductStage,
  Rest,
  Serve,
  Span,
  StageCoating,
  Unmet,
  Weights,
  Zone,
} from './planner/problem';
export { readProblem } from './planner/read-problem';
export { clockStageIndex, leaveMinute, stageGrams, startedPieces } from './planner/amounts';
export { checkPlan, type CostAmounts, type PlanReport } from './planner/check/check-plan';
export type { Violation, ViolationCode } from './planner/check/finding';
export type { Blocker } from './planner/construct/blocker';
export { constructPlan, type Grouping, type UnmetReason } from './planner/construct/construct-plan';
export { MOST_STEPS, makePlan, type PlanLimits, type PlanResult } from './planner/make-plan';
export { catalogueOf, type Catalogue } from './planner/check/catalogue';
export { SPARE_PREFIX, carryOver, type CarriedOver, type Course } from './planner/carry-over';
export { bowlLevels, type BowlLevel, type LevelStep } from './planner/view/bowl-level';
export { lifeTape, type LifeTape, type TapePickup } from './planner/view/life-tape';
export { dayLoads, zoneProfiles, type DayLoad, type ResourceLoad } from './planner/view/day-load';
export { explainBatch, type BatchReason, type Hold } from './planner/view/explain-batch';
export { roomStays, type RoomStay } from './planner/view/room-stays';
export type { TrayStep } from './planner/view/tray-profile';
export {
  pieceCoat,
  type CoatPortion,
  type CoatRole,
  type CoatingFlow,
  type DippedForm,
  type Drizzle,
  type MouldedForm,
  type PieceCoat,
  type PieceForm,
} from './coating/piece-coat';
export { firstRejectShare, startPercentFor } from './coating/rejects';
export { coveredShare, dipLineMm, type RoundShape } from './coating/dip-line';
export { meltFor, piecesFrom, type MeltAnswer, type MeltWish } from './melting/melt-for';
export { startPieces, type Wanted } from './melting/start-pieces';
export { normalQuantile, normalShareBelow } from './melting/normal';
export { pieceAllergens } from './coating/piece-allergens';
