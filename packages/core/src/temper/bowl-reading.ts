import type { Bound } from '../input/bounds';

export const READING_CELSIUS: Bound = { min: -40, max: 200 };
export const READING_MINUTE: Bound = { min: -1e7, max: 1e7 };
export const ROOM_CELSIUS: Bound = { min: -10, max: 50 };

/** One value of a probe. */
export interface BowlReading {
  readonly minute: number;
  readonly celsius: number;
}
