import type { RejectBelief } from '../coating/rejects';

/** A span of minutes `[start, end)` from the horizon's start. */
export type Span = readonly [start: number, end: number];

export interface Weights {
  readonly unmetPiece: number;
  readonly agePieceHour: number;
  readonly labourMinute: number;
  readonly melt: number;
  readonly leftoverGram: number;
  readonly stretchMinute: number;
}

/** Where a batch's trays lie after a stage, and for how long they may and must. */
export interface Rest {
  readonly zone: string;
  readonly piecesPerTray: number;
  readonly minMinutes: number;
  readonly maxMinutes: number;
  /** Where they lie first, and for how long of it; nobody's hands are needed between. */
  readonly first?: FirstRest;
}

export interface FirstRest {
  readonly zone: string;
  readonly minutes: number;
}

/** Moulds of one kind that are used over and over. */
export interface Mould {
  readonly id: string;
  readonly count: number;
}

/** The moulds that a batch takes from the start of one stage until the least wait after another is over: it shrinks free by then. */
export interface ProductMould {
  readonly id: string;
  readonly piecesPerMould: number;
  readonly from: string;
  readonly until: string;
}

/** Coating left on one piece by a stage: whole grams, or milligrams where grams are too coarse. */
export type StageCoating = {
  readonly id: string;
  /** Whether it is mixed in, not dipped: its melts are of their own, and leave no tail. */
  readonly isMixed?: true;
  readonly spare?: CoatSpare;
} & ({ readonly gramsPerPiece: number } | { readonly milligramsPerPiece: number });

/** How well the coating of a piece is known, and how sure it is to be that a melt does not run short of it. */
export interface CoatSpare {
  /** Spread of the logarithm of its mean over a run. */
  readonly logSd: number;
  readonly certainty: number;
}

/** How many fail, Beta(bad, good), and how sure it is to be that a batch has its good pieces. */
export interface StartRejects extends RejectBelief {
  readonly certainty: number;
}

export interface ProductStage {
  readonly id: string;
  readonly skill: string;
  readonly fixedMinutes: number;
  readonly secondsPerPiece: number;
  readonly maxRunMinutes: number | null;
  readonly coating: StageCoating | null;
  readonly then: Rest;
}

export interface Product {
  readonly id: string;
  readonly allergens: readonly string[];
  readonly lifeMinutes: number;
  readonly targetAgeMinutes: number;
  readonly maxBatchPieces: number;
  /** Allergens that it may meet in a bowl beyond those that it declares, unless an order is free from them. */
  readonly mayContain?: readonly string[];
  /** Started pieces for 100 good ones; 100 or more. */
  readonly startPercent?: number;
  /** In place of `startPercent`: as many are started as it takes to be sure enough of the good ones. */
  readonly rejects?: StartRejects;
  /** The stage whose end starts the clock; absent: the last with a coating. */
  readonly clockStage?: string;
  /** Absent: it takes none. */
  readonly mould?: ProductMould;
  readonly stages: readonly ProductStage[];
}

export interface Coating {
  readonly id: string;
  readonly skill: string;
  readonly setupFixedMinutes: number;
  readonly setupMinutesPerKg: number;
  readonly usableMinutes: number;
  readonly allergens: readonly string[];
}

export interface Melter {
  readonly id: string;
  readonly capacityGrams: number;
  readonly tailGrams: number;
  /** How long this bowl keeps a coating workable, where that is shorter than the coating’s own: a plain bowl. */
  readonly usableMinutes?: number;
  /** What is in it at `now`; absent: nothing. */
  readonly holds?: HeldCoating;
}

/** What a bowl holds already: it may be dipped from as a melt of its own, called as `heldMelt` says. */
export interface HeldCoating {
  readonly coating: string;
  /** What the bowl has met beyond the coating’s own allergens. */
  readonly allergens: readonly string[];
  readonly grams: number;
  /** Minute until which it can be dipped from. */
  readonly usableUntil: number;
}

export interface Changeovers {
  readonly defaultMinutes: number;
  readonly allergenMinutes: number;
  readonly pairs: readonly { readonly from: string; readonly to: string; readonly minutes: number }[];
}

export interface Person {
  readonly id: string;
  /** Percent of the standard time: 80 is fast, 125 slow. */
  readonly pace: number;
  readonly skills: readonly string[];
  readonly shifts: readonly Span[];
}

/** Pieces made already, which may serve orders. */
export interface StockLot {
  readonly id: string;
  readonly product: string;
  readonly pieces: number;
  /** Minute at which their clock started; negative before the horizon. */
  readonly clock: number;
  /** Where they lie until they leave or their life is over. */
  readonly zone: string;
  /** All that they may carry: what their product declares and what they have met. */
  readonly allergens: readonly string[];
}

export interface Zone {
  readonly id: string;
  readonly trays: number;
  /** From each minute on it has so many trays, the first first; before the first it has `trays`. */
  readonly changes?: readonly { readonly from: number; readonly trays: number }[];
}

/** Where orders are collected; the trays leave the shop `minutes` before. */
export interface Place {
  readonly id: string;
  readonly minutes: number;
  /** Where its trays lie from the last stage until they leave, in place of the stage's own zone. */
  readonly zone?: string;
  /** By how many minutes more than it takes the way there ages a product, where it is warmer than it is kept at; absent: by none. */
  readonly ages?: readonly { readonly product: string; readonly minutes: number }[];
}

export interface OrderLine {
  readonly product: string;
  readonly pieces: number;
}

export interface PlanOrder {
  readonly id: string;
  readonly due: number;
  readonly weight: number;
  readonly place?: string;
  /** Allergens that none of its batches may declare, bring or meet in a bowl. */
  readonly freeFrom?: readonly string[];
  readonly lines: readonly OrderLine[];
}

/** Work that is started or pinned: it must be in the plan as it is here. */
export interface FixedWork {
  readonly batches: readonly Batch[];
  readonly melts: readonly Melt[];
}

/** alnage-problem/1: everything the planner knows. Times are whole minutes from the horizon's start. */
export interface Problem {
  readonly format: 'alnage-problem/1';
  readonly horizon: number;
  /** Nothing that is not fixed starts before this minute. */
  readonly now?: number;
  readonly weights: Weights;
  readonly products: readonly Product[];
  readonly coatings: readonly Coating[];
  readonly melters: readonly Melter[];
  readonly changeovers: Changeovers;
  readonly people: readonly Person[];
  readonly zones: readonly Zone[];
  readonly moulds?: readonly Mould[];
  readonly places?: readonly Place[];
  readonly stock?: readonly StockLot[];
  readonly orders: readonly PlanOrder[];
  readonly fixed?: FixedWork;
  /** Ids that no new batch or melt is given: something was done under them. */
  readonly takenIds?: readonly string[];
}

export interface BatchStage {
  readonly stage: string;
  readonly person: string;
  readonly start: number;
  readonly end: number;
  readonly melt: string | null;
}

export interface Serve {
  readonly order: string;
  readonly pieces: number;
}

export interface Batch {
  readonly id: string;
  readonly product: string;
  /** Good pieces: the sum of what it serves. */
  readonly pieces: number;
  readonly serves: readonly Serve[];
  readonly stages: readonly BatchStage[];
}

export interface Melt {
  readonly id: string;
  readonly melter: string;
  readonly coating: string;
  readonly grams: number;
  readonly person: string;
  readonly setupStart: number;
  readonly setupEnd: number;
  readonly closed: number;
}

export interface Unmet {
  readonly order: string;
  readonly product: string;
  readonly pieces: number;
}

/** Pieces of a lot in stock that go to an order. */
export interface StockServe {
  readonly stock: string;
  readonly order: string;
  readonly pieces: number;
}

/** alnage-plan/1: a whole answer. */
export interface Plan {
  readonly format: 'alnage-plan/1';
  readonly batches: readonly Batch[];
  readonly melts: readonly Melt[];
  readonly unmet: readonly Unmet[];
  /** Absent: nothing is taken from stock. */
  readonly fromStock?: readonly StockServe[];
}

/** A problem with a plan that answers it, or did before something changed. */
export interface Planned {
  readonly problem: Problem;
  readonly plan: Plan;
}
