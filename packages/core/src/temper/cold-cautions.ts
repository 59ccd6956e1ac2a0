import type { Bound } from '../input/bounds';
import { LOST_KELVIN } from './temper-guide';
import type { TemperWindows } from './temper-windows';
import { CENTRE_CELSIUS } from '../coating/crust';
import type { DippedForm, PieceForm } from '../coating/piece-form';
import { InputError } from '../input/input-error';
import { centreCelsiusAfter, STOP_MINUTES } from './centre-celsius';
import { dewPointCelsius, stickyMinutes } from './humidity';
import type { Family } from '../coating/family';

/** How warm a zone may be kept. */
export const ZONE_CELSIUS: Bound = { min: -40, max: 45 };

/** Something about warmth that spoils a piece, at the field that says it. */
export type ColdCaution =
  | { readonly kind: 'frozen-fruit'; readonly at: '/form/centreCelsius'; readonly celsius: number }
  | { readonly kind: 'frozen-centre'; readonly at: '/form/centreCelsius'; readonly celsius: number }
  | {
      /** Colder than its kind may be: the coat cracks as the centre warms. */
      readonly kind: 'cracks';
      readonly at: '/form/centreCelsius';
      readonly celsius: number;
      readonly low: number;
    }
  | {
      readonly kind: 'otherwise-by-route';
      readonly at: '/form/centreCelsius';
      readonly celsius: number;
      /** What it comes to by the zones that it lies in before it is dipped, at least and at most. */
      readonly low: number;
      readonly high: number;
    }
  | {
      readonly kind: 'temper-lost';
      readonly at: '/form/bowlCelsius';
      readonly celsius: number;
      readonly high: number;
    }
  | {
      /** It is dipped in a range of its own, and its coat is reckoned for a bowl that is not in it. */
      readonly kind: 'outside-range';
      readonly at: '/form/bowlCelsius';
      readonly celsius: number;
      readonly low: number;
      readonly high: number;
    }
  | {
      readonly kind: 'too-thick';
      readonly at: '/form/bowlCelsius';
      readonly celsius: number;
      readonly low: number;
    }
  | {
      /** It comes out of a cold zone into air that leaves dew on it. */
      readonly kind: 'draws-dew';
      readonly at: string;
      readonly zone: string;
      /** How cold it comes. */
      readonly celsius: number;
      readonly dewCelsius: number;
    }
  | {
      /** Boiled sugar that is not coated yet may lie longer than it keeps dry. */
      readonly kind: 'sticky';
      readonly at: string;
      readonly zone: string;
      readonly humidity: number;
      readonly minutes: number;
      readonly maxMinutes: number;
    }
  | {
      readonly kind: 'freezes-fruit' | 'freezes-temper';
      readonly at: string;
      readonly zone: string;
      readonly celsius: number;
    };

/** What decides about warmth on a piece's way. */
export interface WarmthOfPiece {
  readonly family: Family;
  readonly form: PieceForm;
  readonly route: readonly {
    readonly coat: string | null;
    readonly rest: {
      readonly zone: string;
      readonly minMinutes: number;
      readonly maxMinutes: number;
      readonly first?: { readonly zone: string; readonly minutes: number };
    };
  }[];
}

/** A zone as far as its climate goes; what nobody said is null or absent. */
export interface ZoneClimate {
  readonly id: string;
  readonly celsius?: number | null;
  readonly humidity?: number | null;
}

export interface WarmthContext {
  /** Of the coating it is dipped in; null: not known. */
  readonly windows: TemperWindows | null;
  readonly isTempered: boolean;
  readonly zones: readonly ZoneClimate[];
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
export function coldCautions(piece: WarmthOfPiece, context: WarmthContext): ColdCaution[] {
  const { form, route } = piece;
  const isDipped = form.kind === 'dipped';
  const isFruit = isDipped && form.centre === 'wet';
  return [
    ...(isDipped
      ? ofCentre(form.centreCelsius, { isFruit, low: crackCelsius(piece.family, form.centre) })
      : []),
    ...(isDipped ? ofRoute(form, route, context) : []),
    ...(isDipped ? ofBowl(form.bowlCelsius, context) : []),
    ...route.flatMap(({ rest }, index) => ofRest(rest, index, { isFruit, context })),
    ...ofDew(route, context.zones),
    ...ofSugar(piece, context.zones),
  ];
}

/**
 * How cold a centre of a kind may be at the dip, in °C: below it the coat, set on a centre that has shrunk, cracks as that warms. A firm
 * ganache is dipped at the cool room; what is chilled to keep its form, such as nut butter, and fruit at the fridge. Source: shop default.
 */
export function crackCelsius(family: Family, kind: DippedForm['centre']): number {
  return CRACK_OF_FAMILY[family] ?? CRACK_CELSIUS[kind];
}

const CRACK_CELSIUS: Readonly<Record<DippedForm['centre'], number>> = { dry: 5, fat: 4, wet: 2 };
/** What is dipped at the cool room, or near it. */
const CRACK_OF_FAMILY: Partial<Record<Family, number>> = { truffle: 14, caramel: 10 };

function ofCentre(
  celsius: number,
  { isFruit, low }: { readonly isFruit: boolean; readonly low: number },
): ColdCaution[] {
  if (!(celsius >= CENTRE_CELSIUS.min) || celsius >= low) return [];
  if (celsius >= 0) return [{ kind: 'cracks', at: '/form/centreCelsius', celsius, low }];
  return [{ kind: isFruit ? 'frozen-fruit' : 'frozen-centre', at: '/form/centreCelsius', celsius }];
}

/** Less than this off is within what a kitchen varies. Source: shop default. */
const OFF_ROUTE_KELVIN = 2;
/** Where a centre comes from: fruit out of the fridge or the room, all else out of the room. Source: shop default. */
const FROM_FRIDGE_CELSIUS = 4;
const FROM_ROOM_CELSIUS = 20;

function ofRoute(form: DippedForm, route: WarmthOfPiece['route'], { zones }: WarmthContext): ColdCaution[] {
  const reached = centreBeforeDip(form, route, zones);
  const celsius = form.centreCelsius;
  if (reached === null || !Number.isFinite(celsius)) return [];
  const { low, high } = reached;
  const isOff = celsius < low - OFF_ROUTE_KELVIN || celsius > high + OFF_ROUTE_KELVIN;
  return isOff ? [{ kind: 'otherwise-by-route', at: '/form/centreCelsius', celsius, low, high }] : [];
}

/**
 * How warm a centre is before its first coat, at least and at most, in °C: it lies in each zone of its route for as short or
 * as long as it may. Null where it lies nowhere before, in a freezer,
 * or nobody said how warm a zone is. By hand: a berry of τ = 40 min out of a
 * fridge of 4 °C, 45 min in 16 °C: 16 − 12·e^(−1.125) = 12.1 °C. Source: as centreCelsiusAfter; where it starts is a shop default.
 */
export function centreBeforeDip(
  { shape, centreGrams, centre }: Pick<DippedForm, 'shape' | 'centreGrams' | 'centre'>,
  route: WarmthOfPiece['route'],
  known: WarmthContext['zones'],
): { readonly low: number; readonly high: number } | null {
  const dips = route.findIndex(({ coat }) => coat !== null);
  const before = route.slice(0, Math.max(0, dips)).map(({ rest }) => rest);
  const celsiusOf = (id: string): number | null => known.find((zone) => zone.id === id)?.celsius ?? null;
  // what freezes on the way takes heat that is not in the sum
  const zones = before.flatMap(({ zone, first }) => (first ? [first.zone, zone] : [zone]));
  if (before.length === 0 || zones.some((zone) => (celsiusOf(zone) ?? -1) < 0)) return null;
  const piece = { shape, grams: centreGrams, kind: centre };
  const begin = { low: centre === 'wet' ? FROM_FRIDGE_CELSIUS : FROM_ROOM_CELSIUS, high: FROM_ROOM_CELSIUS };
  try {
    return before.reduce(({ low, high }, { zone, minMinutes, maxMinutes, first }) => {
      const ends = [low, high].flatMap((from) =>
        [minMinutes, maxMinutes].map((minutes) => {
          const before = first ? [{ celsius: celsiusOf(first.zone)!, minutes: first.minutes }] : [];
          const after = Math.min(Math.max(0, minutes - (first?.minutes ?? 0)), STOP_MINUTES.max);
          return centreCelsiusAfter(piece, from, [...before, { celsius: celsiusOf(zone)!, minutes: after }]);
        }),
      );
      return { low: Math.min(...ends), high: Math.max(...ends) };
    }, begin);
  } catch (error) {
    // a piece that is still being typed may have no size yet
    if (error instanceof InputError) return null;
    throw error;
  }
}

function ofBowl(celsius: number, { windows, isTempered }: WarmthContext): ColdCaution[] {
  if (!windows) return [];
  const { low, high } = windows.work;
  const at = '/form/bowlCelsius';
  if (isTempered && celsius > high + LOST_KELVIN) return [{ kind: 'temper-lost', at, celsius, high }];
  const { dip } = windows;
  if (dip)
    return celsius < dip.low || celsius > dip.high ? [{ kind: 'outside-range', at, celsius, ...dip }] : [];
  return celsius < low - THICK_KELVIN ? [{ kind: 'too-thick', at, celsius, low }] : [];
}

/** Coats that come out of the cold into damp air: sugar dissolves in the dew, and dries as a white crust. */
function ofDew(route: WarmthOfPiece['route'], zones: WarmthContext['zones']): ColdCaution[] {
  const coated = route.findIndex(({ coat }) => coat !== null);
  if (coated < 0) return [];
  return route.slice(coated + 1).flatMap(({ rest }, index): ColdCaution[] => {
    const before = coated + index;
    const { celsius: from = null } = zones.find(({ id }) => id === route[before]!.rest.zone) ?? {};
    const { celsius = null, humidity = null } = zones.find(({ id }) => id === rest.zone) ?? {};
    if (from === null || celsius === null || humidity === null) return [];
    const dewCelsius = dewPointCelsius(celsius, humidity);
    const at = `/route/${before + 1}/rest/zone`;
    return dewCelsius > from ? [{ kind: 'draws-dew', at, zone: rest.zone, celsius: from, dewCelsius }] : [];
  });
}

/** Honeycomb draws water from the air until it is coated. */
function ofSugar({ family, route }: WarmthOfPiece, zones: WarmthContext['zones']): ColdCaution[] {
  if (family !== 'honeycomb') return [];
  const coated = route.findIndex(({ coat }) => coat !== null);
  return route.slice(0, Math.max(0, coated)).flatMap(({ rest }, index): ColdCaution[] => {
    const { humidity = null } = zones.find(({ id }) => id === rest.zone) ?? {};
    if (humidity === null) return [];
    const minutes = stickyMinutes(humidity);
    const found = { zone: rest.zone, humidity, minutes, maxMinutes: rest.maxMinutes };
    return rest.maxMinutes > minutes ? [{ kind: 'sticky', at: `/route/${index}/rest/zone`, ...found }] : [];
  });
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
