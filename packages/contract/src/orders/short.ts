import { Type, type Static } from 'typebox';
import { Version } from '../shared/bounds';
import { closed, Id, Instant } from '../shared/closed';
import { Swapped } from './order';

/** Why pieces of an order lack: nothing is made or planned for them, what was is too old by its pickup, or stopped. */
export const LACK_REASONS = ['not-made', 'too-old', 'stopped'] as const;
export type LackReason = (typeof LACK_REASONS)[number];

/** An order that leaves soon and lacks something, with what could stand for it out of what nobody is to have. */
export const ShortPack = closed({
  order: Id,
  ticket: Type.String(),
  customer: Type.String(),
  phone: Type.String(),
  leavesAt: Instant,
  version: Type.Integer(),
  lacks: Type.Array(
    closed({
      piece: Id,
      pieces: Type.Integer(),
      why: Type.Enum([...LACK_REASONS]),
      swaps: Type.Array(closed({ piece: Id, pieces: Type.Integer(), eatBy: Instant })),
    }),
  ),
});
export type ShortPack = Static<typeof ShortPack>;

/** All of them until then, the first to leave first. */
export const ShortPacks = closed({ until: Instant, packs: Type.Array(ShortPack) });
export type ShortPacks = Static<typeof ShortPacks>;

/** What stands for what lacks from now on, against the version that the person saw. */
export const SwapAsk = closed({ ...Swapped.properties, version: Version });
export type SwapAsk = Static<typeof SwapAsk>;
