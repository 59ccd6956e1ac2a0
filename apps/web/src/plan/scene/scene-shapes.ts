import type { CoatingView } from '@alnage/contract';
import type { TrayStep } from '@alnage/core/planner';

/** What is drawn of a plan: times in minutes from the horizon’s start, heights in px from the top of the drawing. */

export type LaneKind = 'bowl' | 'person' | 'nobody' | 'zone' | 'tapes';

export interface Lane {
  readonly kind: LaneKind;
  /** Id of the bowl, the person or the zone. */
  readonly id: string;
  readonly name: string;
  readonly detail: string;
  readonly y: number;
  readonly bottom: number;
}

/** A dip as it empties a bowl. */
export interface RunShape {
  readonly batch: string;
  readonly stage: string;
  readonly melter: string;
  readonly start: number;
  readonly end: number;
  readonly before: number;
  readonly after: number;
  readonly pieces: string;
  readonly name: string;
}

export interface MeltShape {
  readonly id: string;
  readonly kind: CoatingView['kind'];
  readonly setupStart: number;
  readonly setupEnd: number;
  readonly closed: number;
  readonly grams: number;
  readonly tail: number;
  readonly left: string;
  /** Where its level is 0. */
  readonly base: number;
  readonly runs: readonly RunShape[];
}

export interface TaskShape {
  /** Null for a set-up. */
  readonly batch: string | null;
  readonly stage: string;
  readonly melt: string | null;
  readonly person: string;
  readonly start: number;
  readonly end: number;
  readonly y: number;
  readonly skill: string;
  readonly text: string;
  /** Whether it falls to somebody who is not at work then. */
  readonly isAlone: boolean;
}

export interface ShiftShape {
  readonly start: number;
  readonly end: number;
  readonly y: number;
}

export interface ZoneShape {
  readonly trays: number;
  readonly steps: readonly TrayStep[];
  readonly top: number;
  readonly bottom: number;
  readonly note: string;
  readonly isFull: boolean;
}

export interface TapeShape {
  readonly batch: string;
  readonly clock: number;
  readonly targetEnd: number;
  readonly limitEnd: number;
  readonly lastPickup: number;
  readonly pickups: readonly number[];
  readonly y: number;
  readonly height: number;
  readonly text: string;
}

export interface PlanScene {
  readonly from: number;
  readonly to: number;
  readonly height: number;
  /** px of a gram in a bowl. */
  readonly gramHeight: number;
  readonly lanes: readonly Lane[];
  readonly melts: readonly MeltShape[];
  readonly tasks: readonly TaskShape[];
  readonly shifts: readonly ShiftShape[];
  readonly zones: readonly ZoneShape[];
  readonly tapes: readonly TapeShape[];
}
