import type { PickupPoint, Piece, Workshop } from '@alnage/contract';
import { lifeOf, wayAges } from '@alnage/core/keeping';
import { parcelDays } from '@alnage/core/ordering';
import { duration, temperature } from '../formats/formats';

/**
 * What the way to a pickup point is: that its hour is when an order arrives, and what a warm way does to the pieces that are ordered. By
 * hand: 25 min at 27 °C age a berry by 4 h more than they take.
 */
export function wayText(
  point: PickupPoint | undefined,
  ordered: readonly Piece[],
  { zones }: Pick<Workshop, 'zones'>,
): string {
  if (!point) return '';
  const arrives = point.sending
    ? `It arrives then, and leaves the shop ${duration(point.journeyMinutes)} before. `
    : '';
  const { sending, wayCelsius = null, journeyMinutes } = point;
  const celsius = sending ? parcelDays([''], { ...sending, days: [] })[0]!.celsius : wayCelsius;
  const ages = ordered.map((piece) => {
    const life = lifeOf(piece, (zone) => zones.find(({ id }) => id === zone)?.celsius ?? null);
    return { piece, minutes: wayAges(life, journeyMinutes, celsius) };
  });
  const [most] = ages.sort((a, b) => b.minutes - a.minutes);
  if (!most || most.minutes < TOLD_MINUTES || celsius === null) return arrives.trim();
  return `${arrives}At ${temperature(celsius)} on the way, ${most.piece.name.toLowerCase()} ages ${duration(most.minutes)} more than the way takes.`;
}

/** What is less than this nobody minds. Shop default. */
const TOLD_MINUTES = 15;
