import {
  DEFAULT_MESSAGES,
  DEFAULT_QUIET_HOURS,
  DEFAULT_LATE_KEEP_MINUTES,
  DEFAULT_NO_SHOW_REFUND_SHARE,
  DEFAULT_REFUND_RULE,
  DEFAULT_SWAP_RULE,
  DEFAULT_MAY_CONTAIN_STOP,
  DEFAULT_WARMING_WATTS,
  DEFAULT_WAY_RULES,
  FIRST_CERTAINTY,
  NO_TAX,
  type MessageTexts,
} from '@alnage/core';
import type { WorkshopEntity } from '../../store/workshop/workshop.entity';

/** Nobody is written to before somebody says so. */
function silent(texts: MessageTexts): MessageTexts {
  return Object.fromEntries(
    Object.entries(texts).map(([kind, text]) => [kind, { ...text, isOn: false }]),
  ) as unknown as MessageTexts;
}

/** What an installation starts from when the demo is not wanted: rules with their shop defaults, and nothing else. */
export const EMPTY_WORKSHOP: WorkshopEntity = {
  id: 1,
  name: 'Your workshop',
  timeZone: 'UTC',
  currency: 'EUR',
  isDemo: false,
  clockShiftMs: null,
  changeovers: { defaultMinutes: 10, allergenMinutes: 25, pairs: [] },
  weights: {
    unmetPiece: 1000,
    agePieceHour: 2,
    labourMinute: 1,
    melt: 10,
    leftoverGram: 0.01,
    stretchMinute: 0.1,
  },
  ways: [...DEFAULT_WAY_RULES],
  labourMinorPerHour: 0,
  wasteShare: 0.2,
  certainty: FIRST_CERTAINTY,
  seedShare: 1 / 3,
  warmingWatts: DEFAULT_WARMING_WATTS,
  ...DEFAULT_REFUND_RULE,
  lateKeepMinutes: DEFAULT_LATE_KEEP_MINUTES,
  noShowRefundShare: DEFAULT_NO_SHOW_REFUND_SHARE,
  taxRates: NO_TAX,
  swaps: DEFAULT_SWAP_RULE,
  mayContainStop: DEFAULT_MAY_CONTAIN_STOP,
  messages: { texts: silent(DEFAULT_MESSAGES), quiet: DEFAULT_QUIET_HOURS, reminderHours: 24 },
  messagesVersion: 1,
  feedToken: null,
  rulesVersion: 1,
  address: '',
  labelWords: '',
  country: '',
  region: '',
  seasonId: null,
  detailsVersion: 1,
};
