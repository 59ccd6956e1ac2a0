import { celsiusOf } from '@alnage/core/bench';
import {
  coldCautions,
  windowsOf,
  type ColdCaution,
  type WarmthContext,
  type WarmthOfPiece,
} from '@alnage/core/temper';
import type { Piece, Workshop } from '@alnage/contract';
import { duration, percent, temperature } from './formats/formats';

/** What warmth does to a piece, in words, with why. */
function coldText(caution: ColdCaution, zoneNames: ReadonlyMap<string, string>): string {
  if (caution.kind === 'sticky')
    return `At ${percent(caution.humidity)} in ${zoneName(caution.zone, zoneNames)} it is sticky after ${duration(caution.minutes)}, and may lie there for ${duration(caution.maxMinutes)}: coat it sooner, or seal it.`;
  const at = temperature(caution.celsius);
  switch (caution.kind) {
    case 'frozen-fruit':
      return `At ${at} it is frozen. Frozen fruit weeps as it thaws, and its coat slips off: dip it cold, never frozen.`;
    case 'frozen-centre':
      return `At ${at} the coat sets before it drains: it coats thick, and cracks as the centre warms. Let it come to the cool room first.`;
    case 'otherwise-by-route':
      return `By its route the centre comes to ${between(caution)} before it is dipped; its coat is reckoned with ${at}. A warmer centre takes less coat.`;
    case 'temper-lost':
      return `At ${at} its temper is lost: it is worked up to ${temperature(caution.high)}, and blooms above.`;
    case 'outside-range':
      return `It is dipped at ${between(caution)}, and its coat is reckoned for a bowl at ${at}.`;
    case 'too-thick':
      return `At ${at} it is under its window, from ${temperature(caution.low)}: coats grow, and feet spread.`;
    case 'draws-dew':
      return `Out of the cold at ${at} it draws dew in ${zoneName(caution.zone, zoneNames)}, dew point ${temperature(caution.dewCelsius)}: keep the trays covered until they have warmed past it.`;
    case 'freezes-fruit':
      return `${zoneName(caution.zone, zoneNames)} is at ${at}: fresh fruit must never freeze. It weeps as it thaws.`;
    case 'freezes-temper':
      return `${zoneName(caution.zone, zoneNames)} is at ${at}: a tempered coat that lies there for long takes dew as it comes out, and blooms. A quarter of an hour is enough to set it.`;
  }
}

/** 4 °C; 28 °C to 30 °C. */
function between({ low, high }: { readonly low: number; readonly high: number }): string {
  const [from, to] = [temperature(low), temperature(high)];
  return from === to ? from : `${from} to ${to}`;
}

function zoneName(id: string, names: ReadonlyMap<string, string>): string {
  return names.get(id) ?? id;
}

/** A piece on its way, with where it is dipped. */
type WarmPiece = WarmthOfPiece & Pick<Piece, 'dipRange'>;

/** What decides in a workshop about the warmth of a piece in this coating. */
function warmthContext(workshop: Workshop, { form, dipRange }: WarmPiece): WarmthContext {
  const all = workshop.coatings.map(({ id, own }) => ({ ...own, id }));
  const coating = all.find(({ id }) => id === form.coating);
  const dip = dipRange && celsiusOf(dipRange);
  return {
    windows: coating ? { ...windowsOf(coating, all), ...(dip && { dip }) } : null,
    isTempered: coating?.isTempered ?? false,
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
    text: coldText(caution, names),
  }));
}
