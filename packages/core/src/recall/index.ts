export { lotsBehind } from './behind';
export { reach } from './reach';
export type {
  Reached,
  ReachedBy,
  RecallOrigin,
  TracedBoxes,
  TracedLot,
  TracedPreparation,
  TracedStay,
  TracedWork,
  TraceFacts,
} from './traced';
