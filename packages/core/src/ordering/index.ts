export { allParts, contentsOfParts, countParts, partsLeft, type OrderParts } from './collected';
export { depositDue, depositOf, isHoldMet, isHoldOver, type DepositHold } from './deposit';
export { DEFAULT_LATE_KEEP_MINUTES, keptUntil, LATE_KEEP_MINUTES, type LateOrder } from './late';
export {
  accountOf,
  DEFAULT_NO_SHOW_REFUND_SHARE,
  DEFAULT_REFUND_RULE,
  LATE_REFUND_SHARE,
  NO_SHOW_REFUND_SHARE,
  REFUND_HOURS,
  noShowRefundDue,
  refundDue,
  type Account,
  type LedgerEntry,
  type RefundRule,
} from './ledger';
export { cutOff, offerFault, type Offer, type OfferFault } from './offers';
export {
  boxesHandedOver,
  countPieces,
  evenMakeUp,
  filledContents,
  handoversOf,
  piecesOfOrder,
  summedPieces,
  type BoxCount,
  type OrderContents,
  type PieceCount,
} from './order-contents';
export {
  agreedPrices,
  orderPrice,
  pricedOrder,
  type OrderPrice,
  type PricedOrder,
  type PriceList,
} from './order-price';
export { piecesOfLine, type BoxOf } from './pieces-of-line';
export {
  parcelDays,
  PARCEL_GRAMS,
  postRuleOf,
  sendingFault,
  WAY_CELSIUS,
  type PostRule,
  type SendingFault,
  type SendingWay,
} from './sending';
export {
  minutesOf,
  slotAt,
  slotsOfDay,
  type DayException,
  type DayOfWeek,
  type OpeningHours,
  type SlotRules,
} from './slots';
export { readForecast } from './read-forecast';
export {
  changeDue,
  drawerDifference,
  drawerHolds,
  takingsOf,
  type Taken,
  type Takings,
  type TillEntry,
} from './till';
export {
  DEFAULT_SWAP_RULE,
  maySwap,
  SWAP_PRICE_SHARE,
  SWAPS_AMONG,
  swappedOrder,
  type Swap,
  type SwapPiece,
  type SwapRule,
  type SwapsAmong,
} from './swap';
