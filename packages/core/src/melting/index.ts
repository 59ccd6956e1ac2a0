export {
  BOWL_MM,
  brimGrams,
  depthOfGrams,
  gramsToDepth,
  radiusAt,
  requireBowlForm,
  type BowlForm,
} from './bowl-form';
export {
  HELD_GRAMS,
  SEED_SHARE,
  meltFor,
  piecesFrom,
  spareGrams,
  type MeltAnswer,
  type MeltWish,
  type PiecesFrom,
} from './melt-for';
export {
  CAVITY_FORMS,
  CAVITY_SIZE_MM,
  CAVITY_WATER_GRAMS,
  EMPTYING_SECONDS,
  MOULD_CELSIUS,
  SHELLS_AT_ONCE,
  cavityOf,
  cavityOfWater,
  fillingBound,
  secondsForWall,
  shellsOf,
  wallMmAfter,
  type Cavity,
  type CavityForm,
  type CavitySize,
  type Shells,
} from './mould-cavity';
export { batchLimit, cavitiesOf, MOULD_CAVITIES, MOULD_COUNT, type Moulds } from './moulds';
export { normalQuantile, normalShareBelow } from './normal';
export {
  CAPACITY_GRAMS,
  TAIL_GRAMS,
  splitOverBowls,
  type MeltBowl,
  type MeltShare,
} from './split-over-bowls';
export {
  CERTAINTY,
  FIRST_CERTAINTY,
  GOOD_PIECES,
  startPieces,
  startPiecesLearned,
  type Wanted,
} from './start-pieces';
export {
  computedTailGrams,
  dipHeightMm,
  dipsOf,
  requireTail,
  tailOf,
  type BowlDescription,
  type Dip as BowlDip,
} from './tail';
