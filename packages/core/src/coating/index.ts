export {
  CAP_GRAMS,
  CAST_ML,
  CAVITY_MM2,
  COATING_SHARE,
  COVERED,
  DRIP_GRAMS,
  FOOT_GRAMS,
  INCLUSION_GRAMS,
  LAYER_MM,
  PORTION_GRAMS,
  SLAB_PIECES,
  SLAB_SIDE_MM,
  WALL_MM,
  castCoat,
  clusterCoat,
  dippedCoat,
  mixGrams,
  mouldedCoat,
  scoopedGrams,
  slabCoat,
  type CastWhole,
  type Clustering,
  type CoatEstimate,
  type Dipping,
  type Moulding,
  type Slab,
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
  lotMonths,
  minorPerGram,
  percentAgainst,
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
  type StirredIn,
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
  coatingLoads,
  pieceCoat,
  type CoatHistory,
  type CoatPortion,
  type CoatingLoad,
  type Dippery,
  type PieceCoat,
  type PortionSeen,
} from './piece-coat';
export {
  COAT_ROLES,
  centreGramsOf,
  coatRoles,
  coatingOf,
  coatingsOn,
  sizeGramsOf,
  type BareForm,
  type CastForm,
  type ClusterForm,
  type CoatRole,
  type CoatedForm,
  type CoatsOfPiece,
  type DippedForm,
  type Drizzle,
  type FormCoatings,
  type MouldedForm,
  type PieceForm,
  type SlabForm,
} from './piece-form';
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
  strandMm,
  surfaceMm2,
  type Shape,
  type ShapeKind,
} from './shape';
export { RUN_OFF_SECONDS, runOffSeconds, yieldPaByRunOff } from './run-off';
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
