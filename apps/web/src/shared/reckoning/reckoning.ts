import type {
  Change,
  EditResult,
  Help,
  OpenLane,
  OpenLine,
  OpenPlacesAsk,
  PlanEdit,
  Planned,
  WayToMeet,
  WhatIf,
} from '@alnage/core/planner';

/** What a page has worked out beside it: each question with what it is about and what it is answered by. */
export interface Reckonings {
  /** What would meet an open line. */
  readonly ways: { readonly about: OpenLine; readonly answer: readonly WayToMeet[] };
  /** Where a batch could go by hand. */
  readonly places: { readonly about: OpenPlacesAsk; readonly answer: readonly OpenLane[] };
  /** What an edit would come to. */
  readonly edit: { readonly about: PlanEdit; readonly answer: EditResult };
  /** What changes of the workshop or its orders would come to. */
  readonly whatIf: {
    readonly about: { readonly changes: readonly Change[]; readonly isFree: boolean };
    readonly answer: WhatIf;
  };
  /** What would help most. */
  readonly helps: { readonly about: null; readonly answer: readonly Help[] };
}

export type Question = keyof Reckonings;

/** What the page asks its reckoner, and by which number the answer is known. */
export interface ReckonerAsk<Q extends Question = Question> {
  readonly number: number;
  readonly question: Q;
  readonly planned: Planned;
  readonly about: Reckonings[Q]['about'];
  readonly seconds: number;
}

export type ReckonerAnswer =
  | { readonly number: number; readonly answer: Reckonings[Question]['answer'] }
  | { readonly number: number; readonly fault: string };
