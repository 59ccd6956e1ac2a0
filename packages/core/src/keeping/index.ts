export {
  KEPT_CELSIUS,
  LIFE_MINUTES,
  Q10,
  agedMinutes,
  agingRate,
  minutesLeft,
  usedLife,
  type LifeRule,
  type LifeStop,
} from './life';
export { lifeOf, usualLife, USUAL_ZONE_CELSIUS, type LivingPiece, type PieceLife } from './piece-life';
export {
  celsiusNow,
  pathOf,
  staysOf,
  SILENT_AFTER_MS,
  type PathStop,
  type StageTimes,
  type Stay,
  type WarmthSource,
  type ZoneCourse,
} from './path';
export {
  batchLife,
  minutesToEat,
  pickupVerdict,
  type BatchLife,
  type BeyondKnown,
  type PickupVerdict,
} from './batch-life';
export { excursionsOf, TOLERANCE_KELVIN, type Excursion } from './excursions';
export { lifeAlong, lifeAtPickup, type PickupAhead, type Warmth } from './life-along';
export { stageTimes, type StageSeen } from './stage-times';
export { dewOnOpening, type ColdBox, type Dew } from './condensation';
export { heldMinutes, wayAges } from './way-ages';
