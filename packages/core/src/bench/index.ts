export { shortages, withYields, type IsWanted, type Shortage } from './actual-yields';
export {
  canBeDone,
  isDip,
  isOver,
  queueOf,
  stageBefore,
  timersAtBench,
  worksAtBench,
  type BenchLens,
  type BenchRead,
  type SealedAtBench,
  type TimerAtBench,
  type WorkAtBench,
} from './at-bench';
export {
  REJECT_CAUSES,
  WEIGHED_WHAT,
  type BenchDeed,
  type BenchEvent,
  type RejectCause,
  type WeighedWhat,
} from './bench-event';
export {
  celsiusOf,
  dipRangeAt,
  dipRangeOf,
  dipsFrom,
  rangesOf,
  type RangeInTurn,
  type RangedPiece,
} from './dip-ranges';
export { benchWorks, workKey, type BenchWork, type MeltWork, type StageWork } from './bench-works';
export { contentsOf, type BowlContents } from './bowl-contents';
export { dayAhead, type DayAhead, type DayTrouble, type ExpectedWork, type WorkCourse } from './day-ahead';
export {
  FIRST_FACTOR,
  factorRange,
  learnFactor,
  type FactorBelief,
  type FactorSeen,
} from './factor-learning';
export { goOn, type GoingOn, type SeenAtBench } from './go-on';
export {
  ledgerSums,
  leftoversByCoating,
  pieceLesson,
  rejectsByCause,
  type LedgerRun,
  type LedgerSums,
  type PieceLesson,
} from './ledger-sums';
export { lostCourses, meltAgain } from './lost-melts';
export {
  isAllPacked,
  lackingPieces,
  madeForOrders,
  type MadeForOrder,
  type MadeStage,
} from './made-for-order';
export {
  gramsNow,
  piecesLeft,
  runFigures,
  isLessonDoubted,
  sealDoubts,
  type RunExpected,
  type RunFigures,
  type SealDoubt,
} from './run-figures';
export { runShown, type RunShown } from './run-shown';
export { traceLot, traceOrder } from './trace';
export {
  TROUBLES,
  TROUBLE_SIGNS,
  troubleEffect,
  type TroubleAnswer,
  type TroubleCause,
  type TroubleEffect,
  type TroubleQuestion,
  type TroubleSign,
} from './trouble';
export { learnedChanges, type LearnedChange } from './what-was-learned';
export {
  rejectedPieces,
  weighedGrams,
  workState,
  workedMinutes,
  type BenchTimer,
  type WorkState,
} from './work-state';
export { mendedBeside, type Mended } from './mended';
