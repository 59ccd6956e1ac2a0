import { CENTRE_CELSIUS, CENTRE_JOULES_PER_GK, type CentreKind } from '../coating/crust';
import { surfaceMm2, type Shape } from '../coating/shape';
import { requireWithin, type Bound } from '../input/bounds';

export const STOP_MINUTES: Bound = { min: 0, max: 20_160 };
export const STOP_CELSIUS: Bound = { min: -40, max: 60 };
export const HEAT_CENTRE_GRAMS: Bound = { min: 0.05, max: 1000 };
/** Heat that still air and a tray give a piece or take from it, W/(m²·K). Source: shop default within 6 to 10. */
export const TRAY_W_PER_M2K = 8;
export const TRAY_HEAT: Bound = { min: 1, max: 100 };

/** A piece as far as its warmth goes. */
export interface WarmPiece {
  readonly grams: number;
  readonly shape: Shape;
  readonly kind: CentreKind;
}

/** So long in a zone of a temperature. */
export interface Stop {
  readonly celsius: number;
  readonly minutes: number;
  /** W/(m²·K) where somebody measured it; absent: as on a tray in still air. */
  readonly heatWPerM2K?: number;
}

/**
 * Minutes τ in which a piece loses all but 1/e of what it is warmer or colder than its zone: m·c/(h·A), A all of its
 * surface. By hand: 18 g of fruit, 36.3 cm², 8 W/(m²·K): 18·3.9/(8·0.00363) = 2,417 s, 40 min.
 * Source: Incropera, Fundamentals of Heat and Mass Transfer (lumped capacitance); h and c are shop defaults.
 * @throws InputError for a mass, shape or h out of range
 */
export function centreTauMinutes({ grams, shape, kind }: WarmPiece, heatWPerM2K = TRAY_W_PER_M2K): number {
  requireWithin('/grams', grams, HEAT_CENTRE_GRAMS);
  const wPerK = (requireWithin('/hWPerM2K', heatWPerM2K, TRAY_HEAT) * surfaceMm2(shape)) / 1e6;
  return (grams * CENTRE_JOULES_PER_GK[kind]) / wPerK / 60;
}

/**
 * How warm a centre is, °C, after its stops, one after the other: T_zone + (T − T_zone)·e^(−t/τ) at each. Two stops in
 * zones alike are as one of their minutes together. By hand: from 20 °C, 40.3 min (τ) in 4 °C: 4 + 16/e = 9.9 °C.
 * Source: Incropera, Fundamentals of Heat and Mass Transfer (lumped capacitance). @throws InputError as centreTauMinutes
 */
export function centreCelsiusAfter(piece: WarmPiece, fromCelsius: number, stops: readonly Stop[]): number {
  return stops.reduce(
    (celsius, stop) => {
      const zone = requireWithin('/zoneC', stop.celsius, STOP_CELSIUS);
      const minutes = requireWithin('/minutes', stop.minutes, STOP_MINUTES);
      const tau = centreTauMinutes(piece, stop.heatWPerM2K);
      return zone + (celsius - zone) * Math.exp(-minutes / tau);
    },
    requireWithin('/fromC', fromCelsius, { min: CENTRE_CELSIUS.min, max: STOP_CELSIUS.max }),
  );
}

/**
 * Minutes in a zone until a centre comes to a temperature: 0 where it is there already, null where the zone is no warmer. The inverse of
 * centreCelsiusAfter. By hand: τ 40.3 min, out of 4 °C to 14 °C in 20 °C: 40.3·ln(16/6) = 39.5 min. Source: as centreCelsiusAfter.
 * @throws InputError as centreTauMinutes
 */
export function minutesToWarm(
  piece: WarmPiece,
  {
    fromCelsius,
    toCelsius,
    zoneCelsius,
  }: Readonly<Record<'fromCelsius' | 'toCelsius' | 'zoneCelsius', number>>,
): number | null {
  const tau = centreTauMinutes(piece);
  if (fromCelsius >= toCelsius) return 0;
  if (zoneCelsius <= toCelsius) return null;
  return tau * Math.log((zoneCelsius - fromCelsius) / (zoneCelsius - toCelsius));
}
