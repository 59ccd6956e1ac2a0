export { depositDue, depositOf, isHoldMet, isHoldOver, type DepositHold } from './deposit';
export {
  accountOf,
  DEFAULT_REFUND_RULE,
  LATE_REFUND_SHARE,
  REFUND_HOURS,
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
