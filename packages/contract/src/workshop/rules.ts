import { FOOT_FACTOR, WAYS, WAY_FACTOR_BOUND, WAY_SECONDS } from '@alnage/core/coating';
import { MAY_CONTAIN_STOPS } from '@alnage/core/larder';
import { CERTAINTY, SEED_SHARE } from '@alnage/core/melting';
import {
  LATE_KEEP_MINUTES,
  LATE_REFUND_SHARE,
  NO_SHOW_REFUND_SHARE,
  REFUND_HOURS,
  SWAP_PRICE_SHARE,
  SWAPS_AMONG,
} from '@alnage/core/ordering';
import { MINOR, TAX_SHARE, WASTE_SHARE } from '@alnage/core/pricing';
import { WARMING_WATTS } from '@alnage/core/temper';
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
  /** What nobody collected in time is kept so long. */
  lateKeepMinutes: within(LATE_KEEP_MINUTES),
  /** What goes back of what was paid for an order that nobody collected. */
  noShowRefundShare: within(NO_SHOW_REFUND_SHARE),
  /** Tax within prices, by how it is sold. */
  taxRates: closed({ collected: within(TAX_SHARE), sent: within(TAX_SHARE), spare: within(TAX_SHARE) }),
  /** What may stand for what lacks in an order: of which pieces, and how much dearer or cheaper. */
  swaps: closed({ among: Type.Enum([...SWAPS_AMONG]), priceShare: within(SWAP_PRICE_SHARE) }),
  /** What of *may contain* stops an order of somebody who must never have it. */
  mayContainStop: Type.Enum([...MAY_CONTAIN_STOPS]),
  version: Version,
});
export type Rules = Static<typeof Rules>;
