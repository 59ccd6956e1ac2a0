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
} from './coat';
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
} from './coat-learning';
export {
  BLEND_PARTS,
  FLUIDITIES,
  FLUIDITY_FACTOR,
  PACK_GRAMS,
  STOCK_MONTHS,
  OWN_FAT_PERCENT,
  THINNED_PERCENT,
  WINDOW_CELSIUS,
  ageFactor,
  coatingAllergens,
  minorPerGram,
  suggestedWindow,
  thinnedYieldPa,
  thinnedLogSd,
  restoringPercent,
  thinningFactor,
  totalFatPercent,
  yieldPaOf,
  type BlendPart,
  type CoatingDescription,
  type CoatingFlow,
  type Fluidity,
  type Pack,
} from './coating-flow';
export { COATING_KINDS, WORKING_WINDOW_CELSIUS, YIELD_PASCAL, type CoatingKind } from './coating-kind';
export {
  CENTRE_CELSIUS,
  CENTRE_KINDS,
  DWELL_SECONDS,
  crustMm,
  drawnJoules,
  type CentreKind,
  type Dip,
} from './crust';
export { bowlJoulesPerPiece } from './crust';
export { coveredShare, dipLineMm, uprightMm, type RoundShape } from './dip-line';
export { dipOfForm } from './dip-of-form';
export {
  CENTRE_GRAMS,
  FAMILIES,
  FAMILY_STARTS,
  requireCentreGrams,
  type DippedFamily,
  type Family,
  type FamilyStart,
} from './family';
export { FAMILY_KEEPING, zoneFor, type FamilyKeeping, type KeptWhere } from './family-keeping';
export { BOWL_CELSIUS, YIELD_PA, filmMm, workingYieldPa, type BowlCondition } from './film';
export { suggestedFootGrams } from './foot';
export {
  BOWL_GRAMS,
  DIPPED_SPREAD,
  RUN_PIECES,
  firstBelief,
  isAskedAbout,
  learn,
  learnAll,
  pieceRange,
  runRange,
  weighedGramsPerPiece,
  type CoatBelief,
  type CoatSpread,
  type MassRange,
  type Weighing,
} from './learning';
export {
  COAT_ROLES,
  coatingsOn,
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
} from './piece-coat';
export {
  FIRST_REJECTS,
  goodOf,
  learnRejects,
  rejectShare,
  type RejectBelief,
  type RejectsSeen,
} from './rejects';
export {
  CURVATURE,
  LENGTH_MM,
  SHAPE_DIMENSIONS,
  grownBy,
  requireShape,
  surfaceMm2,
  type Shape,
  type ShapeKind,
} from './shape';
export { formOfSize, sizeClassOf, type SizeClass } from './size-class';
export { SHEET_THICKNESS_MM, sizedToWeight, toTenthMm, volumeMm3 } from './size-from-weight';
export { startForm, type StartContext } from './start-form';
export { STICKS, stuckGrams } from './sticking';
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
} from './way';
