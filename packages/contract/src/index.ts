export { FIELD_CODES, PROBLEMS } from './problems';
export type { FieldCode, FieldProblem, ProblemCode, ProblemDocument } from './problems';
export { closed, Id, Instant, WallClock } from './shared/closed';
export {
  CUSTOMER_LENGTH,
  LINES_MOST,
  LINE_PIECES_MOST,
  NOTE_LENGTH,
  ORDER_STATES,
  Order,
  OrderChange,
  OrderDraft,
  OrderMove,
  OrderParams,
  OrderState,
} from './orders/order';
export { Keeping, Piece, PieceFormSchema, RouteStage } from './pieces/piece';
export { CoatingView, SeasonDay, Workshop } from './workshop/workshop';
export { SavedPlan } from './plan/plan';
export { LIVE_TOPICS, type LiveEvent, type LiveTopic } from './live-event';
