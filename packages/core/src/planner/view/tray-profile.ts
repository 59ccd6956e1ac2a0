import type { RoomStay } from './room-stays';

/** A span in which the number of trays in a zone does not change. */
export interface TrayStep {
  readonly from: number;
  readonly to: number;
  readonly trays: number;
}

/** The trays over time that these stays add up to, as steps from the first arrival to the last departure. */
export function trayProfile(stays: readonly Pick<RoomStay, 'from' | 'to' | 'trays'>[]): TrayStep[] {
  const changes = new Map<number, number>();
  for (const stay of stays) {
    changes.set(stay.from, (changes.get(stay.from) ?? 0) + stay.trays);
    changes.set(stay.to, (changes.get(stay.to) ?? 0) - stay.trays);
  }
  const minutes = [...changes].filter(([, change]) => change !== 0).sort(([a], [b]) => a - b);
  let trays = 0;
  return minutes.slice(0, -1).map(([from, change], index) => {
    trays += change;
    return { from, to: minutes[index + 1]![0], trays };
  });
}
