import type { Bound } from '@alnage/core/input';
import { Type } from 'typebox';

/** A number within one of the core's bounds, so that a limit is written once. */
export function within(bound: Bound) {
  const limits = { minimum: bound.min, maximum: bound.max };
  return bound.isInteger ? Type.Integer(limits) : Type.Number(limits);
}

/** The version of a record that a person saw when they changed it; no more than the database counts. */
export const Version = Type.Integer({ minimum: 1, maximum: 2_147_483_647 });
