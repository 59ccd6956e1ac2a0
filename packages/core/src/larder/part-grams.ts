import type { Bound } from '../input/bounds';

/** What of a part that is made here may be on or in one piece. */
export const PART_GRAMS: Bound = { min: 0.05, max: 500 };
