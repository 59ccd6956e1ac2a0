export {
  carriedGrams,
  clockStageIndex,
  goodOfStarted,
  leaveMinute,
  stageGrams,
  startedPieces,
  traysFor,
  type Starting,
} from './amounts';
export { explainBatch, type BatchReason, type Hold } from './batch-reason';
export type { Blocker } from './blocker';
export type { LinearAnswer, LinearSolver } from './bound/linear-program';
export { lowerBound, type LowerBound } from './bound/lower-bound';
export {
  SPARE_PREFIX,
  canBeGiven,
  carryOver,
  type CarriedOver,
  type Course,
  type LeftOver,
} from './carry-over';
export { withChanges, type Change } from './change';
export { catalogueOf, type Catalogue } from './catalogue';
export { amountsMore, checkPlan, costInMinutes, type CostAmounts, type PlanReport } from './check/check-plan';
export type { Violation, ViolationCode } from './check/finding';
export {
  editPlan,
  isHeld,
  type EditRefusal,
  type EditResult,
  type EditedPlan,
  type PlanEdit,
} from './edit/edit-plan';
export { heldAt, withHolds, type HeldProblem, type Holds, type Lock } from './edit/holds';
export { openPlaces, type OpenLane, type OpenPlacesAsk } from './edit/open-places';
export { placeIn, type PlaceOfStage } from './edit/place-of-stage';
export type { UnmetReason } from './engine/unmet';
export { USUAL_STEPS, makePlan, type BestSoFar, type PlanLimits, type PlanResult } from './make-plan';
export {
  movedTasks,
  tasksOf,
  tasksAlone,
  tasksOffHours,
  type MovedTask,
  type Task,
  type TaskChanges,
} from './moved-tasks';
export { KEPT_APART, nutFreeFirst, type Judged } from './nut-free-first';
export { planFigures, type PlanFigures } from './plan-figures';
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
  StartRejects,
  StockLot,
  StockServe,
  Unmet,
  Weights,
  Zone,
} from './problem';
export { planDifference, withDifference, type PlanDifference } from './plan-difference';
export {
  layIn,
  layInOpen,
  promises,
  slotMaking,
  type LaidIn,
  type PromiseAsk,
  type SlotMaking,
  type SlotPromise,
} from './promise';
export { readProblem } from './read-problem';
export { MOVE_PRICE, repairPlan, type RepairLimits, type RepairResult } from './repair-plan';
export { unplannedLines, type UnplannedLine } from './unplanned-lines';
export { bowlLevels, type BowlLevel, type LevelStep } from './view/bowl-level';
export { dayLoads, loadShare, zoneProfiles, type DayLoad, type ResourceLoad } from './view/day-load';
export { lifeTape, type LifeTape, type TapePickup } from './view/life-tape';
export { packingLoads, type PackingLoad } from './view/packing-load';
export { roomStays, stockStays, type RoomStay } from './view/room-stays';
export type { TrayStep } from './view/tray-profile';
export { zonePeak, type ZonePeak } from './view/zone-peak';
export { waysToMeet, type OpenLine, type WayToMeet } from './ways-to-meet';
export { whatHelps, type Help, type HelpLimits } from './what-helps';
export { whatIf, type WhatIf, type WhatIfLimits } from './what-if';
export { lineKey } from './line-key';
export { zoneAtTimes } from './zone-trays';
