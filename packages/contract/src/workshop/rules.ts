import {
  CERTAINTY,
  FOOT_FACTOR,
  LATE_REFUND_SHARE,
  MINOR,
  REFUND_HOURS,
  SEED_SHARE,
  MAY_CONTAIN_STOPS,
  WARMING_WATTS,
  WASTE_SHARE,
  WAYS,
  WAY_FACTOR_BOUND,
  WAY_SECONDS,
} from '@alnage/core';
import { Type, type Static } from 'typebox';
import { Version, within } from '../shared/bounds';
import { closed } from '../shared/closed';

/** The shop's own rules for what it carries, melts and charges. */
export const Rules = closed({
  ways: Type.Array(
    closed({
      way: Type.Enum([...WAYS]),
      filmFactor: within(WAY_FACTOR_BOUND),
      secondsPerPiece: within(WAY_SECONDS),
      footGramsPerCm: within(FOOT_FACTOR),
    }),
    { minItems: WAYS.length, maxItems: WAYS.length },
  ),
  labourMinorPerHour: within(MINOR),
  wasteShare: within(WASTE_SHARE),
  certainty: within(CERTAINTY),
  seedShare: within(SEED_SHARE),
  /** What warming gives a bowl: a dryer, short bursts, a lamp. */
  warmingWatts: within(WARMING_WATTS),
  refundHours: within(REFUND_HOURS),
  lateRefundShare: within(LATE_REFUND_SHARE),
  /** What of *may contain* stops an order of somebody who must never have it. */
  mayContainStop: Type.Enum([...MAY_CONTAIN_STOPS]),
  version: Version,
});
export type Rules = Static<typeof Rules>;
