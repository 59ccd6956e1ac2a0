import type { PickupPoint } from '@alnage/contract';
import type { WallTime } from '../formats/wall-time';

const MS_PER_MINUTE = 60_000;

interface Sent {
  readonly pickupAt: string;
  readonly pickupPoint: string;
}

function pointOf({ pickupPoint }: Sent, points: readonly PickupPoint[]): PickupPoint | undefined {
  return points.find(({ id }) => id === pickupPoint);
}

/** Whether an order goes by post or courier. */
export function isSent(order: Sent, points: readonly PickupPoint[]): boolean {
  return Boolean(pointOf(order, points)?.sending);
}

/** When an order leaves the counter, in ms: when it is collected, or sent so long before it arrives. */
export function leavesAt(order: Sent, points: readonly PickupPoint[]): number {
  const point = pointOf(order, points);
  const arrives = Date.parse(order.pickupAt);
  return point?.sending ? arrives - point.journeyMinutes * MS_PER_MINUTE : arrives;
}

/** Where an order goes: collected somewhere, or sent until when, to arrive when. */
export function whereText(order: Sent, points: readonly PickupPoint[], wall: WallTime): string {
  const point = pointOf(order, points);
  if (!point?.sending) return point?.name ?? '';
  return `${point.name}, arrives ${wall.dayTime(Date.parse(order.pickupAt))}`;
}
