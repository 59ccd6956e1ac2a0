import type { BoxCount } from './order-contents';

/**
 * What is asked as a deposit for an order: so much for each of its boxes, in minor units.
 * By hand: three boxes of 2.00 and one without are 6.00.
 */
export function depositOf(
  boxes: readonly Pick<BoxCount, 'box' | 'count'>[],
  depositOfBox: (box: string) => number | undefined,
): number {
  return boxes.reduce((sum, { box, count }) => sum + count * (depositOfBox(box) ?? 0), 0);
}

/** A promise that is held for a deposit; instants in ms since 1970. */
export interface DepositHold {
  /** Null: it is held for nothing. */
  readonly until: number | null;
  readonly depositMinor: number;
  readonly paidMinor: number;
}

/** Whether the time of a hold is over and its deposit not paid. Where no deposit is asked, any payment keeps it. */
export function isHoldOver({ until, depositMinor, paidMinor }: DepositHold, now: number): boolean {
  return until !== null && now > until && !isHoldMet({ depositMinor, paidMinor });
}

/** Whether what was paid is what a hold waits for. */
export function isHoldMet({ depositMinor, paidMinor }: Omit<DepositHold, 'until'>): boolean {
  return paidMinor > 0 && paidMinor >= depositMinor;
}

/** What is still missing of a deposit; 0 once it is paid. */
export function depositDue({ depositMinor, paidMinor }: Omit<DepositHold, 'until'>): number {
  return Math.max(0, depositMinor - paidMinor);
}
