import type { Bound } from '../input/bounds';
import { LOST_KELVIN } from './temper-guide';
import type { TemperWindows } from './temper-windows';
import { CENTRE_CELSIUS } from '../coating/crust';
import type { PieceForm } from '../coating/piece-coat';

/** How warm a zone may be kept. */
export const ZONE_CELSIUS: Bound = { min: -40, max: 45 };

/** Something about warmth that spoils a piece, at the field that says it. */
export type ColdCaution =
  | { readonly kind: 'frozen-fruit'; readonly at: '/form/centreCelsius'; readonly celsius: number }
  | { readonly kind: 'frozen-centre'; readonly at: '/form/centreCelsius'; readonly celsius: number }
  | {
      readonly kind: 'temper-lost';
      readonly at: '/form/bowlCelsius';
      readonly celsius: number;
      readonly high: number;
    }
  | {
      readonly kind: 'too-thick';
      readonly at: '/form/bowlCelsius';
      readonly celsius: number;
      readonly low: number;
    }
  | {
      readonly kind: 'freezes-fruit' | 'freezes-temper';
      readonly at: string;
      readonly zone: string;
      readonly celsius: number;
    };

/** What decides about warmth on a piece's way. */
export interface WarmthOfPiece {
  readonly form: PieceForm;
  readonly route: readonly { readonly rest: { readonly zone: string; readonly maxMinutes: number } }[];
}

export interface WarmthContext {
  /** Of the coating it is dipped in; null: not known. */
  readonly windows: TemperWindows | null;
  readonly isTempered: boolean;
  readonly zones: readonly { readonly id: string; readonly celsius?: number | null }[];
}

/** A bowl this far under its window coats visibly thicker. Source: shop default. */
const THICK_KELVIN = 1.5;
/** So long in a freezer sets a tempered coat without harm; longer it takes dew as it comes out. Source: shop default. */
const SHORT_FREEZE_MINUTES = 20;

/**
 * What of a piece's warmth spoils it: fruit that is frozen, centres so cold that the coat sets before it drains, a bowl in which temper
 * is lost, a freezer on the way of what must never freeze. Temperatures in °C. Cautions, no errors: the shop may know better.
 * Source: shop default.
 */
export function coldCautions({ form, route }: WarmthOfPiece, context: WarmthContext): ColdCaution[] {
  const isDipped = form.kind === 'dipped';
  const isFruit = isDipped && form.centre === 'wet';
  return [
    ...(isDipped ? ofCentre(form.centreCelsius, isFruit) : []),
    ...(isDipped ? ofBowl(form.bowlCelsius, context) : []),
    ...route.flatMap(({ rest }, index) => ofRest(rest, index, { isFruit, context })),
  ];
}

function ofCentre(celsius: number, isFruit: boolean): ColdCaution[] {
  if (!(celsius >= CENTRE_CELSIUS.min) || celsius >= 0) return [];
  return [{ kind: isFruit ? 'frozen-fruit' : 'frozen-centre', at: '/form/centreCelsius', celsius }];
}

function ofBowl(celsius: number, { windows, isTempered }: WarmthContext): ColdCaution[] {
  if (!windows) return [];
  const { low, high } = windows.work;
  const at = '/form/bowlCelsius';
  if (isTempered && celsius > high + LOST_KELVIN) return [{ kind: 'temper-lost', at, celsius, high }];
  return celsius < low - THICK_KELVIN ? [{ kind: 'too-thick', at, celsius, low }] : [];
}

function ofRest(
  { zone: id, maxMinutes }: WarmthOfPiece['route'][number]['rest'],
  index: number,
  { isFruit, context }: { readonly isFruit: boolean; readonly context: WarmthContext },
): ColdCaution[] {
  const celsius = context.zones.find((zone) => zone.id === id)?.celsius ?? null;
  if (celsius === null || celsius >= 0) return [];
  const at = `/route/${index}/rest/zone`;
  if (isFruit) return [{ kind: 'freezes-fruit', at, zone: id, celsius }];
  const isLong = context.isTempered && maxMinutes > SHORT_FREEZE_MINUTES;
  return isLong ? [{ kind: 'freezes-temper', at, zone: id, celsius }] : [];
}
