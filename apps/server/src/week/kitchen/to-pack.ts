import type { BatchKeeping } from '@alnage/contract';
import type { BatchToPack } from '@alnage/core';

/** A batch as orders are packed out of it. */
export function toPack({ batch, piece, zone, clockAt, pickups }: BatchKeeping): BatchToPack {
  return {
    ...{ batch, piece, zone, clockAt: clockAt === null ? null : Date.parse(clockAt) },
    pickups: pickups.map(({ order, pieces, eatBy, verdict }) => ({
      ...{ order, pieces, eatBy: Date.parse(eatBy), verdict },
    })),
  };
}
