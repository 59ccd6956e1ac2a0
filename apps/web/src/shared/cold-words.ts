import { celsiusOf } from '@alnage/core/bench';
import { coatingOf } from '@alnage/core/coating';
import { windowsIn } from './coating-windows';
import { coldCautions, type ColdCaution, type WarmthContext, type WarmthOfPiece } from '@alnage/core/temper';
import type { Piece, Workshop } from '@alnage/contract';
import { duration, percent, temperature } from './formats/formats';

/** What warmth and damp air do to a piece, in words, with why. */
const TELL: {
  readonly [K in ColdCaution['kind']]: (
    caution: ColdCaution & { readonly kind: K },
    zone: (id: string) => string,
  ) => string;
} = {
  'frozen-fruit': ({ celsius }) =>
    `At ${temperature(celsius)} it is frozen. Frozen fruit weeps as it thaws, and its coat slips off: dip it cold, never frozen.`,
  'frozen-centre': ({ celsius }) =>
    `At ${temperature(celsius)} the coat sets before it drains: it coats thick, and cracks as the centre warms. Let it come to the cool room first.`,
  cracks: ({ celsius, low }) =>
    `At ${temperature(celsius)} it is colder than ${temperature(low)}: set on a cold centre, the coat cracks as that warms, and a crack lets air in. Let it come to the cool room first.`,
  'otherwise-by-route': (caution) =>
    `By its route the centre comes to ${between(caution)} before it is dipped; its coat is reckoned with ${temperature(caution.celsius)}. A warmer centre takes less coat.`,
  'temper-lost': ({ celsius, high }) =>
    `At ${temperature(celsius)} its temper is lost: it is worked up to ${temperature(high)}, and blooms above.`,
  'outside-range': (caution) =>
    `It is dipped at ${between(caution)}, and its coat is reckoned for a bowl at ${temperature(caution.celsius)}.`,
  'too-thick': ({ celsius, low }) =>
    `At ${temperature(celsius)} it is under its window, from ${temperature(low)}: coats grow, and feet spread.`,
  'draws-dew': ({ celsius, dewCelsius, zone: id }, zone) =>
    `Out of the cold at ${temperature(celsius)} it draws dew in ${zone(id)}, dew point ${temperature(dewCelsius)}: keep the trays covered until they have warmed past it.`,
  sticky: ({ humidity, minutes, maxMinutes, zone: id }, zone) =>
    `At ${percent(humidity)} in ${zone(id)} it is sticky after ${duration(minutes)}, and may lie there for ${duration(maxMinutes)}: coat it sooner, or seal it.`,
  'freezes-fruit': ({ celsius, zone: id }, zone) =>
    `${zone(id)} is at ${temperature(celsius)}: fresh fruit must never freeze. It weeps as it thaws.`,
  'freezes-temper': ({ celsius, zone: id }, zone) =>
    `${zone(id)} is at ${temperature(celsius)}: a tempered coat that lies there for long takes dew as it comes out, and blooms. A quarter of an hour is enough to set it.`,
};

function coldText<K extends ColdCaution['kind']>(
  caution: ColdCaution & { readonly kind: K },
  zone: (id: string) => string,
): string {
  const tell = TELL[caution.kind] as (each: typeof caution, zone: (id: string) => string) => string;
  return tell(caution, zone);
}

/** 4 °C; 28 °C to 30 °C. */
function between({ low, high }: { readonly low: number; readonly high: number }): string {
  const [from, to] = [temperature(low), temperature(high)];
  return from === to ? from : `${from} to ${to}`;
}

/** A piece on its way, with where it is dipped. */
type WarmPiece = WarmthOfPiece & Pick<Piece, 'dipRange'>;

/** What decides in a workshop about the warmth of a piece in this coating. */
function warmthContext(workshop: Workshop, { form, dipRange }: WarmPiece): WarmthContext {
  const coating = workshop.coatings.find(({ id }) => id === coatingOf(form));
  const dip = dipRange && celsiusOf(dipRange);
  return {
    windows: coating ? { ...windowsIn(workshop, coating), ...(dip && { dip }) } : null,
    isTempered: coating?.own.isTempered ?? false,
    zones: workshop.zones,
  };
}

/** What warmth does to a piece of a workshop, each with the pointer of the field that says it. */
export function coldNotes(
  piece: WarmPiece,
  workshop: Workshop,
): { readonly at: string; readonly text: string }[] {
  const names = new Map(workshop.zones.map(({ id, name }) => [id, name]));
  return coldCautions(piece, warmthContext(workshop, piece)).map((caution) => ({
    at: caution.at,
    text: coldText(caution, (id) => names.get(id) ?? id),
  }));
}
