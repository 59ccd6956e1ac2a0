import { requireWithin } from '../input/bounds';
import { COVERED } from './coat';
import { requireShape, surfaceMm2, type Shape } from './shape';

export type RoundShape = Extract<Shape, { kind: 'sphere' | 'spheroid' }>;

/**
 * Height in mm of the dip line above the lowest point of a sphere or spheroid held with its axis upright, for the
 * share of its surface that is covered. Found by halving on the area of the zone below the line.
 * By hand: half of any of them is covered at half its height; a sphere of 27 mm covered to 75% at 20.25 mm.
 * Source: solid geometry (area of a zone of a spheroid).
 * @throws InputError for a share or a dimension out of range
 */
export function dipLineMm(shape: RoundShape, covered: number): number {
  requireShape(shape);
  requireWithin('/covered', covered, COVERED);
  const height = heightMm(shape);
  let low = 0;
  let high = height;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (coveredShare(shape, middle) < covered) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Share of the surface below a dip line at `dipMm` above the lowest point; 0 below it, 1 above the highest. */
export function coveredShare(shape: RoundShape, dipMm: number): number {
  const half = heightMm(shape) / 2;
  const z = Math.max(-half, Math.min(half, dipMm - half));
  const equator = shape.diameterMm / 2;
  const zone = 2 * Math.PI * equator * (zoneIntegral(shape, z) - zoneIntegral(shape, -half));
  return zone / surfaceMm2(shape);
}

/** Halvings until the height is known to a millionth of a millimetre. */
const HALVINGS = 40;

function heightMm(shape: RoundShape): number {
  return shape.kind === 'sphere' ? shape.diameterMm : shape.lengthMm;
}

/** Integral of sqrt(1 − k·z²) with k = (1 − a²/c²)/c²: prolate k > 0, oblate k < 0, sphere k = 0. */
function zoneIntegral(shape: RoundShape, z: number): number {
  const a = shape.diameterMm / 2;
  const c = heightMm(shape) / 2;
  const k = (1 - (a * a) / (c * c)) / (c * c);
  if (Math.abs(k) * c * c < 1e-9) return z;
  const root = Math.sqrt(Math.abs(k));
  const curve = k > 0 ? Math.asin(root * z) : Math.asinh(root * z);
  return (z * Math.sqrt(1 - k * z * z) + curve / root) / 2;
}
