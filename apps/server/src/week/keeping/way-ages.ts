import { parcelDays, wayAges } from '@alnage/core';
import type { PickupPointEntity } from '../../store/workshop/resources.entity';
import type { KeptPiece } from './piece-lives';

/**
 * By how many minutes more than it takes the way to a point ages each piece, by its id; pieces that it does not age are not there. By post its
 * usual warmth counts: the days of a forecast are the shop's own terms.
 */
export function agesOnWay(
  { journeyMinutes, wayCelsius, sending }: PickupPointEntity,
  lives: ReadonlyMap<string, KeptPiece>,
): ReadonlyMap<string, number> {
  const celsius = sending ? parcelDays([''], { ...sending, days: [] })[0]!.celsius : wayCelsius;
  const ages = [...lives].map(([id, { life }]) => [id, wayAges(life, journeyMinutes, celsius)] as const);
  return new Map(ages.filter(([, minutes]) => minutes > 0));
}
