import { requireWithin, type Bound } from '../input/bounds';
import { MINOR } from '../pricing/price-piece';

/** Money that changed hands for an order: what was paid, or given back. */
export interface LedgerEntry {
  readonly kind: 'deposit' | 'payment' | 'refund';
  readonly amountMinor: number;
}

/** Where an order's account stands, in minor units. */
export interface Account {
  readonly paidMinor: number;
  /** What is still to pay; below 0 what was paid too much. */
  readonly balanceMinor: number;
}

/** How long before its pickup an order is cancelled for all of what was paid, and the share that is given back after. */
export interface RefundRule {
  readonly refundHours: number;
  readonly lateRefundShare: number;
}

export const REFUND_HOURS: Bound = { min: 0, max: 8760, isInteger: true };
export const LATE_REFUND_SHARE: Bound = { min: 0, max: 1 };
/** The share that is given back of an order that nobody collected; shop default: nothing. */
export const NO_SHOW_REFUND_SHARE: Bound = { min: 0, max: 1 };
export const DEFAULT_NO_SHOW_REFUND_SHARE = 0;
/** Shop default: all of it until two days before, half of it after. */
export const DEFAULT_REFUND_RULE: RefundRule = { refundHours: 48, lateRefundShare: 0.5 };

/** Rounding of floating point must not turn a whole amount into the next one. */
const ROUNDING = 1e-9;

/** By hand: of 67.40 a deposit of 20.00 and a refund of 5.00 leave 52.40 to pay. */
export function accountOf(totalMinor: number, entries: readonly LedgerEntry[]): Account {
  const paidMinor = sumOf(entries, false) - sumOf(entries, true);
  return { paidMinor, balanceMinor: totalMinor - paidMinor };
}

/**
 * What of what was paid is still to go back when an order is cancelled so many minutes before its pickup, rounded to the
 * customer's favour. By hand: of 20.01 paid, half is 10.01; 4.00 given back before leave 6.01.
 * @throws InputError for a figure out of range
 */
export function refundDue(
  entries: readonly LedgerEntry[],
  minutesBefore: number,
  { refundHours, lateRefundShare }: RefundRule,
): number {
  requireWithin('/refundHours', refundHours, REFUND_HOURS);
  requireWithin('/lateRefundShare', lateRefundShare, LATE_REFUND_SHARE);
  return shareLeft(entries, minutesBefore >= refundHours * 60 ? 1 : lateRefundShare);
}

/** The same of an order that nobody collected. @throws InputError for a share out of range */
export function noShowRefundDue(entries: readonly LedgerEntry[], noShowRefundShare: number): number {
  requireWithin('/noShowRefundShare', noShowRefundShare, NO_SHOW_REFUND_SHARE);
  return shareLeft(entries, noShowRefundShare);
}

/** A share of all that was taken, less what went back of it already. */
function shareLeft(entries: readonly LedgerEntry[], share: number): number {
  const [taken, back] = [sumOf(entries, false), sumOf(entries, true)];
  requireWithin('/paidMinor', taken, MINOR);
  return Math.max(0, Math.ceil(taken * share - ROUNDING) - back);
}

function sumOf(entries: readonly LedgerEntry[], isBack: boolean): number {
  return entries
    .filter(({ kind }) => (kind === 'refund') === isBack)
    .reduce((sum, { amountMinor }) => sum + amountMinor, 0);
}
