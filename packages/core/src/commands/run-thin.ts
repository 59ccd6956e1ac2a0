import {
  OWN_FAT_PERCENT,
  STOCK_MONTHS,
  THINNED_PERCENT,
  ageFactor,
  restoringPercent,
  thinningFactor,
  totalFatPercent,
} from '../coating/coating-flow';
import { COATING_KINDS, YIELD_PASCAL } from '../coating/coating-kind';
import { BOWL_GRAMS } from '../coating/learning';
import { RecordReader } from '../input/record-reader';

/** The `thin` command: how a coating flows with fat stirred in, at its age. @throws InputError */
export function runThin(json: unknown): unknown {
  const input = new RecordReader(json).allowOnly(['coating', 'chocolateG', 'fatG', 'ageMonths']);
  const kind = input.oneOf('coating', COATING_KINDS);
  const chocolateG = input.number('chocolateG', { ...BOWL_GRAMS, min: 1 });
  const most = (chocolateG * THINNED_PERCENT.max) / (100 - THINNED_PERCENT.max);
  const fatG = input.number('fatG', { min: 0, max: most });
  const months = input.optionalNumber('ageMonths', STOCK_MONTHS) ?? 0;
  // the last digit of a double must not push the most that can be stirred in beyond it
  const fatPercent = Math.min(THINNED_PERCENT.max, (100 * fatG) / (chocolateG + fatG));
  const packet = { fluidity: 3, ownFatPercent: OWN_FAT_PERCENT[kind] } as const;
  const coatFactor = thinningFactor(fatPercent, packet) * ageFactor(kind, months);
  const restoring = restoringPercent(kind, months);
  return {
    ...{ yieldPa: YIELD_PASCAL[kind] * coatFactor, coatFactor, fatPercent },
    totalFatPercent: totalFatPercent(fatPercent, packet.ownFatPercent),
    restoringFatG: restoring === null ? null : (chocolateG * restoring) / (100 - restoring),
  };
}
