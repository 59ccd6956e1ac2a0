export {
  TRAY_W_PER_M2K,
  centreCelsiusAfter,
  centreTauMinutes,
  minutesToWarm,
  type Stop,
  type WarmPiece,
} from './centre-celsius';
export {
  DEFAULT_WARMING_WATTS,
  WARMING_WATTS,
  dippingKelvinPerMinute,
  plainTauMinutes,
  rewarmSeconds,
} from './bowl-heat';
export { MELT_HEATS, meltCourse, type MeltCourse, type MeltHeat, type MeltingOf } from './melt-heat';
export { celsiusAfter, minutesTo, restingCelsius, type CoolingCourse } from './cooling-course';
export { READING_CELSIUS, ROOM_CELSIUS, type BowlReading } from './bowl-reading';
export {
  PRACTICE_GRAMS,
  PRACTICE_PIECES,
  beginPractice,
  dipInPractice,
  endPracticeStep,
  practiceAfter,
  practiceProbe,
  withPracticeHeat,
  withPracticeSolid,
  withoutPracticeSolid,
  tabledInPractice,
  practiceAgain,
  practiceReport,
  type Practice,
  type PracticeAdvice,
  type PracticeKit,
  type PracticeReading,
  type PracticeReport,
} from './practice';
export { watchProbe, type ProbeState, type ProbeWatch } from './probe-state';
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
} from './seeding';
export {
  COAT_FAULTS,
  IDLE,
  bowlAfter,
  coatOutcome,
  faultsOf,
  solidShare,
  withSolid,
  type BowlDeed,
  type CoatFault,
  type CoatOutcome,
  type SimulatedBowl,
} from './simulated-bowl';
export { SimulatedProbe, USUAL_FAULTS, type ProbeFaults } from './simulated-probe';
export { stepDoubt, type StepDoubt } from './step-doubt';
export {
  KEPT_SOLID_SHARE,
  LOST_KELVIN,
  STEPS_OF,
  TEMPER_STEPS,
  meltedTo,
  schoolAgain,
  stepOf,
  temperAdvice,
  type MeltSchool,
  type TemperAdvice,
  type TemperSituation,
  type TemperStep,
} from './temper-guide';
export {
  CRYSTALS_CELSIUS,
  MELT_CELSIUS,
  TEMPERING_CELSIUS,
  TEMPER_SCHOOLS,
  usualWindows,
  coolEnough,
  dipBound,
  dipWindow,
  windowsOf,
  type Celsius,
  type TemperSchool,
  type TemperedCoating,
  type TemperWindows,
} from './temper-windows';
export { HUMIDITY, dewPointCelsius, stickyMinutes } from './humidity';
export {
  ZONE_CELSIUS,
  centreBeforeDip,
  coldCautions,
  crackCelsius,
  type ColdCaution,
  type WarmthContext,
  type WarmthOfPiece,
} from './cold-cautions';
