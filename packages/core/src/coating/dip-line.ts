import { requireWithin } from '../input/bounds';
import { COVERED } from './coat';
import { requireShape, surfaceMm2, type Shape } from './shape';

export type RoundShape = Extract<Shape, { kind: 'sphere' | 'spheroid' }>;

/**
 * Height in mm of the dip line above the lowest point of a piece held upright – a ball, berry or bar on its end, a rod
 * or a sheet by one end – for the share of its surface that is covered. Found by halving on the area below the line.
 * By hand: half of a ball is covered at half its height, a sphere of 27 mm covered to 75% at 20.25 mm, two thirds of
 * a rod at two thirds of its length. Source: solid geometry (area of a zone of a spheroid, of a segment of an oval).
 * @throws InputError for a share or a dimension out of range
 */
export function dipLineMm(shape: Shape, covered: number): number {
  requireShape(shape);
  requireWithin('/covered', covered, COVERED);
  const height = uprightMm(shape);
  let low = 0;
  let high = height;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (coveredShare(shape, middle) < covered) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Height of a piece held upright, in mm: where its dip line is when all of it is covered. */
export function uprightMm(shape: Shape): number {
  switch (shape.kind) {
    case 'sphere':
      return shape.diameterMm;
    case 'cylinder':
    case 'cuboid':
      return shape.heightMm;
    default:
      return shape.lengthMm;
  }
}

/** Share of the surface below a dip line at `dipMm` above the lowest point; 0 below it, 1 from the highest on. */
export function coveredShare(shape: Shape, dipMm: number): number {
  const height = uprightMm(shape);
  if (dipMm <= 0) return 0;
  if (dipMm >= height) return 1;
  switch (shape.kind) {
    case 'sphere':
    case 'spheroid':
      return zoneShare(shape, dipMm - height / 2);
    case 'rod':
      return dipMm / height;
    case 'cylinder':
      return boxShare(Math.PI * shape.diameterMm, (Math.PI * shape.diameterMm ** 2) / 4, { height, dipMm });
    case 'cuboid':
      return boxShare(2 * (shape.lengthMm + shape.widthMm), shape.lengthMm * shape.widthMm, {
        height,
        dipMm,
      });
    case 'knot':
    case 'sheet':
      return segmentShare((2 * dipMm) / height - 1);
  }
}

/** Halvings until the height is known to a millionth of a millimetre. */
const HALVINGS = 40;

/** Base and wall of an upright prism up to the line. */
function boxShare(
  rimMm: number,
  baseMm2: number,
  { height, dipMm }: { height: number; dipMm: number },
): number {
  return (baseMm2 + rimMm * dipMm) / (2 * baseMm2 + rimMm * height);
}

/** Share of a disc, or an oval, below a chord at u of its half-height, −1 at the foot and 1 at the top. */
function segmentShare(u: number): number {
  return (u * Math.sqrt(1 - u * u) + Math.asin(u)) / Math.PI + 0.5;
}

function zoneShare(shape: RoundShape, zMm: number): number {
  const half = uprightMm(shape) / 2;
  const equator = shape.diameterMm / 2;
  const zone = 2 * Math.PI * equator * (zoneIntegral(shape, zMm) - zoneIntegral(shape, -half));
  return zone / surfaceMm2(shape);
}

/** Integral of sqrt(1 − k·z²) with k = (1 − a²/c²)/c²: prolate k > 0, oblate k < 0, sphere k = 0. */
function zoneIntegral(shape: RoundShape, z: number): number {
  const a = shape.diameterMm / 2;
  const c = uprightMm(shape) / 2;
  const k = (1 - (a * a) / (c * c)) / (c * c);
  if (Math.abs(k) * c * c < 1e-9) return z;
  const root = Math.sqrt(Math.abs(k));
  const curve = k > 0 ? Math.asin(root * z) : Math.asinh(root * z);
  return (z * Math.sqrt(1 - k * z * z) + curve / root) / 2;
}
