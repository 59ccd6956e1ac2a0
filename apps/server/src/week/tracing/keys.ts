import { batchKeyOf } from '@alnage/contract';
import type { LarderItem } from '@alnage/core';

/** A batch and when its season began. */
export interface BatchOfSeason {
  readonly horizonStart: Date;
  readonly batch: string;
  readonly piece: string;
}

/** What a batch is known by, over all seasons. */
export function batchKey({ horizonStart, batch, piece }: BatchOfSeason): string {
  return batchKeyOf({ horizonStart: horizonStart.toISOString(), batch, piece });
}

/** What a melt is known by, over all seasons. */
export function meltKey(horizonStart: Date, melt: string): string {
  return `${horizonStart.toISOString()} ${melt}`;
}

export function itemKey({ kind, id }: LarderItem): string {
  return `${kind} ${id}`;
}

/** A batch by its key. */
export function batchOfKey(key: string): BatchOfSeason {
  const [start = '', batch = '', ...piece] = key.split(' ');
  return { horizonStart: new Date(start), batch, piece: piece.join(' ') };
}
