import type { Rules } from '@alnage/contract';
import type { WorkshopEntity } from '../../store/workshop/workshop.entity';

/** The shop's own rules as the API shows them. */
export function rulesView(workshop: WorkshopEntity): Rules {
  const { ways, labourMinorPerHour, wasteShare, certainty, seedShare, warmingWatts } = workshop;
  const { refundHours, lateRefundShare, lateKeepMinutes, noShowRefundShare, taxRates, swaps } = workshop;
  const { mayContainStop, rulesVersion: version } = workshop;
  return {
    ways: [...ways],
    labourMinorPerHour,
    wasteShare,
    certainty,
    seedShare,
    warmingWatts,
    refundHours,
    lateRefundShare,
    lateKeepMinutes,
    noShowRefundShare,
    taxRates,
    swaps,
    mayContainStop,
    version,
  };
}
