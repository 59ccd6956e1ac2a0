/** How a run is to be placed. */
export interface Manner {
  /** Candidates tried before it is given up. */
  trials: number;
  /** How long before its first pickup it is packed, beyond what it must. */
  lead: number;
  /** Share of its window by which a stage before the clock may end sooner than it could, drawn for each. */
  slack: number;
  /** Share of the price that chance adds, 0 for none. */
  noise: number;
  /** What a new melt's price is multiplied by. */
  meltPrice: number;
  /** Minute before which its clock must not start. */
  clockFrom: number;
  /** A stage that must be done at a place of its own; null where all are free. */
  at: StageAt | null;
}

/** Where and when one stage of a run must be done. */
export interface StageAt {
  /** Position of the stage on the route. */
  readonly stage: number;
  /** Earliest and latest end. */
  readonly from: number;
  readonly until: number;
  /** Who must do it, and in which bowl; -1 where that is free. */
  readonly person: number;
  readonly bowl: number;
}

/** As late and as cheap as can be, nothing left to chance. */
export function plainManner(trials: number): Manner {
  return { trials, lead: 0, slack: 0, noise: 0, meltPrice: 1, clockFrom: 0, at: null };
}
