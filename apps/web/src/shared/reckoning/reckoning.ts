import type { OpenLine, Planned, WayToMeet } from '@alnage/core';

/** What the page asks its reckoner, and by which number the answer is known. */
export interface ReckonerAsk {
  readonly number: number;
  readonly planned: Planned;
  readonly line: OpenLine;
  readonly seconds: number;
}

export type ReckonerAnswer =
  | { readonly number: number; readonly ways: readonly WayToMeet[] }
  | { readonly number: number; readonly fault: string };
