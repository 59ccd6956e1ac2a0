export { FIELD_CODES, PROBLEMS } from './problems';
export type { FieldCode, FieldProblem, ProblemCode, ProblemDocument } from './problems';
export { closed, Day, Id, Instant, RecordParams, WallClock } from './shared/closed';
export {
  BOX_COUNT,
  FIND_LENGTH,
  GIFT_MESSAGE_LENGTH,
  WAIVER_REASON_LENGTH,
  OrderNotices,
  ORDERS_AT_ONCE,
  CUSTOMER_LENGTH,
  LINES_MOST,
  LINE_PIECES_MOST,
  NOTE_LENGTH,
  ORDER_STATES,
  PHONE_LENGTH,
  PROMISED_STATES,
  Order,
  OrderBox,
  AllergyWaived,
  Overruling,
  AllergyWaiver,
  OrderChange,
  OrderDraft,
  OrderLine,
  OrderMove,
  OrderPage,
  OrderQuery,
  OrderParams,
  OrderState,
  HandOver,
  Swapped,
} from './orders/order';
export { LACK_REASONS, ShortPack, ShortPacks, SwapAsk, type LackReason } from './orders/short';
export {
  BODY_LENGTH,
  MESSAGE_CHANNELS,
  MESSAGE_STATES,
  MessagePreview,
  MessagePreviewAsk,
  MessageQuery,
  MessageSettings,
  MessageView,
  SUBJECT_LENGTH,
  type MessageChannel,
  type MessageState,
} from './messages/message';
export { CLOSING_NOTE_LENGTH, Closing, ClosingDraft, DayTill, ReceiptQuery, TillQuery } from './orders/till';
export {
  COUNTER_DEEDS_MOST,
  CounterDeed,
  CounterDeedDraft,
  CounterDeedsAsk,
  CounterTaken,
  SlotMove,
} from './orders/counter';
export {
  AMOUNT_MINOR,
  CARD_STATES,
  OPEN_CARD_STATES,
  CardDraft,
  CardParams,
  CardRequest,
  CardSeen,
  SimulatedTerminalState,
  TERMINAL_MANNERS,
  type CardState,
  type TerminalManner,
  OrderEvent,
  PAYMENT_KINDS,
  PAYMENT_METHODS,
  Payment,
  PaymentDraft,
} from './orders/payment';
export {
  DipRange,
  Keeping,
  Piece,
  PieceChange,
  PieceCosts,
  PieceDraft,
  PieceFormSchema,
  RouteStage,
  MADE_PARTS_MOST,
  SIZES_MOST,
} from './pieces/piece';
export { Weighed, Weighing, WeighingDraft, WeighingSetAside, seenOf } from './weighings/weighing';
export {
  SUPPLY_LINES_MOST,
  NEW_SUPPLY,
  SUPPLY_PACKS_MOST,
  SupplyChange,
  SupplyDraft,
  SupplyLine,
  SupplyView,
} from './larder/supply';
export {
  RECIPE_FILE_BYTES,
  RECIPE_LINES_MOST,
  RECIPE_STEPS_MOST,
  LearnedPartView,
  RecipeCameOut,
  RecipeChange,
  RecipeDraft,
  RecipeEffects,
  RecipeFile,
  RecipeVersion,
  RecipeView,
} from './larder/recipe';
export {
  LOT_AMOUNT,
  LOT_MOVES,
  LOT_ORIGINS,
  LarderItemSchema,
  Lot,
  LotChange,
  LotDraft,
  LotMove,
  type LotMoveKind,
} from './larder/lot';
export {
  PreparationParams,
  CameOutSaid,
  RestSaid,
  Larder,
  NeedPart,
  NeedView,
  PreparationDone,
  PreparationView,
  PurchaseView,
} from './larder/larder';
export {
  BOX_LINES_MOST,
  BOX_PIECES,
  NET_GRAMS,
  PACKING_SECONDS,
  Box,
  BoxChange,
  BoxDraft,
} from './boxes/box';
export {
  Customer,
  CustomerChange,
  CustomerDraft,
  CustomerExport,
  CustomerMerge,
  EMAIL_LENGTH,
  WISHES_LENGTH,
} from './customers/customer';
export {
  WORKSHOP_FILE_BYTES,
  WORKSHOP_FILE_FORMAT,
  WorkshopFile,
  WorkshopLoaded,
} from './exports/workshop-file';
export { CSV_LISTS, FEEDS, Feed, type CsvList } from './exports/feed';
export {
  IMPORT_FIELDS,
  IMPORT_MUSTS,
  IMPORT_LINES_MOST,
  IMPORT_TEXT_MOST,
  ImportReport,
  ImportedLine,
  OrderImport,
  type ImportField,
  type ImportMapping,
} from './exports/import';
export { ALLERGENS, Allergen } from './shared/allergens';
export { BowlChange, BowlDraft, BowlView } from './workshop/bowl';
export {
  BLEND_PARTS_MOST,
  PACKS_MOST,
  CoatingChange,
  CoatingDraft,
  CoatingView,
  Tempering,
} from './workshop/coating';
export { ZONE_TIMES_MOST, ZONE_TRAYS, ZoneChange, ZoneDraft, ZoneView } from './workshop/zone';
export {
  EXCEPTIONS_MOST,
  HOURS_MOST,
  JOURNEY_MINUTES,
  PickupPoint,
  PickupPointChange,
  PickupPointDraft,
  SLOT_BOXES,
  SLOT_MINUTES,
  Sending,
  SlotClosing,
  WAY_DAYS_MOST,
} from './workshop/pickup-point';
export {
  ABSENCE_NOTE_LENGTH,
  ABSENCES_MOST,
  PACE_PERCENT,
  Person,
  PersonChange,
  PersonDraft,
  SHIFTS_MOST,
  SKILLS_MOST,
  WEEK_MOST,
} from './workshop/person';
export { Mould, MouldChange, MouldDraft } from './workshop/mould';
export { Details } from './workshop/details';
export {
  HOLIDAYS_MOST,
  HOURS_BEFORE,
  Holiday,
  HolidayCountry,
  HolidaySpan,
  OFFERS_MOST,
  PieceClosing,
  PieceOffer,
  plainOffer,
  SEASON_DAYS_MOST,
  Season,
  SeasonChange,
  SeasonDraft,
  TARGET_PIECES,
  TICKET_PREFIX_LENGTH,
} from './season/season';
export { PieceBooked, SeasonDayFigures, SeasonFigures, SlotLoad } from './season/season-figures';
export { Rules } from './workshop/rules';
export { SeasonDay, Workshop } from './workshop/workshop';
export { DayLock, PLAN_ORIGINS, PlanHead, PlanParams, SavedPlan, type PlanOrigin } from './plan/plan';
export { CHANGES_MOST, ChangesAsk, ChangesMade } from './plan/plan-changes';
export { HoldAsk, PlanEditAsk } from './plan/plan-edit';
export {
  JOB_KINDS,
  JOB_SECONDS,
  JOB_STATES,
  JobAsk,
  JobParams,
  PlanJob,
  type BestPlan,
  type JobKind,
  type JobState,
} from './plan/plan-job';
export {
  MAKING_MOST,
  MakingAsk,
  RoomTried,
  PromiseAsk,
  PromisedSlot,
  SLOT_FAULTS,
  SlotMakingView,
  type SlotFault,
} from './promises/promise';
export {
  BENCH_EVENTS_MOST,
  BenchEventDraft,
  BenchEventsAsk,
  BenchTaken,
  DEED_REFUSALS,
  type DeedRefusal,
} from './bench/bench-event';
export { Bench, type GuardedOrder, type SealedWork } from './bench/bench';
export { PRACTICES_MOST, PracticeDraft, PracticeRecord } from './bench/practice';
export { AmendAsk, RunRecord, SEAL_DOUBTS, SealAsk, countsNow, type RunCounts } from './bench/run';
export {
  BoxLabelView,
  LABELS_MOST,
  LABEL_STATES,
  LabelQuery,
  PRINTER_MANNERS,
  PRINTER_TROUBLES,
  PackingOrderView,
  PackingQuery,
  PackingView,
  PrintAsk,
  PrinterSays,
  PrintingView,
  SimulatedPrinterState,
  SimulatedPrinterView,
  TicketQuery,
  type LabelState,
  type PrinterManner,
  type PrinterTrouble,
} from './orders/papers';
export {
  CAUSE_LENGTH,
  BatchKeeping,
  ExcursionView,
  KeepingNow,
  PIECE_MOVES,
  PickupLife,
  PieceMoveDraft,
  PieceMoveView,
  MOVED_BATCHES_MOST,
  PieceMovesDraft,
  type PieceMoveKind,
  ZoneLog,
  ZoneLogQuery,
  ZoneNow,
} from './bench/keeping';
export {
  batchKeyOf,
  ReachedByView,
  RecallAsk,
  RecallPaperAsk,
  RecallTell,
  RecallTold,
  RecallView,
  RecalledBatch,
  RecalledLot,
  RecalledOrder,
  STOP_REASON_LENGTH,
  StopDraft,
  StopLift,
  StopView,
} from './recall/recall';
export {
  DEVICE_KINDS,
  Device,
  DeviceDraft,
  DeviceTaken,
  LABEL_LINES_MOST,
  LabelView,
  READINGS_MOST,
  READING_BOUNDS,
  READING_KINDS,
  ROLLS,
  Reading,
  ReadingsAsk,
  ReadingsTaken,
  ReadingsView,
  USUAL_ROLL,
  type DeviceKind,
  type ReadingKind,
} from './bench/device';
export { LIVE_TOPICS, type LiveEvent, type LiveTopic } from './live-event';
