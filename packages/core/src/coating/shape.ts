import { requireWithin, type Bound } from '../input/bounds';

/** The outer form of a centre, in mm. A cavity is a mould's inside, known by its area alone. */
export type Shape =
  | { readonly kind: 'sphere'; readonly diameterMm: number }
  | { readonly kind: 'spheroid'; readonly diameterMm: number; readonly lengthMm: number }
  | { readonly kind: 'rod'; readonly diameterMm: number; readonly lengthMm: number }
  /** A strand of this thickness laid into a knot with holes, so long across. */
  | { readonly kind: 'knot'; readonly diameterMm: number; readonly lengthMm: number }
  | { readonly kind: 'cylinder'; readonly diameterMm: number; readonly heightMm: number }
  | {
      readonly kind: 'cuboid';
      readonly lengthMm: number;
      readonly widthMm: number;
      readonly heightMm: number;
    }
  | {
      readonly kind: 'sheet';
      readonly lengthMm: number;
      readonly widthMm: number;
      readonly curvature: number;
    };

export type ShapeKind = Shape['kind'];

/** Shop default: from a crumb to a hand-sized sheet. */
export const LENGTH_MM: Bound = { min: 1, max: 400 };
/** How much larger a curved sheet is than its flat outline; shop default. */
export const CURVATURE: Bound = { min: 1, max: 2 };

/** The dimensions that a shape is described by, in the order in which people give them. */
export const SHAPE_DIMENSIONS: Readonly<Record<ShapeKind, readonly string[]>> = {
  sphere: ['diameterMm'],
  spheroid: ['diameterMm', 'lengthMm'],
  rod: ['diameterMm', 'lengthMm'],
  knot: ['diameterMm', 'lengthMm'],
  cylinder: ['diameterMm', 'heightMm'],
  cuboid: ['lengthMm', 'widthMm', 'heightMm'],
  sheet: ['lengthMm', 'widthMm', 'curvature'],
};

/**
 * Refuses a shape with a dimension out of range.
 * @throws InputError naming the dimension below `pointer`
 */
export function requireShape(shape: Shape, pointer = '/shape'): Shape {
  const dimensions = shape as unknown as Record<string, number>;
  for (const name of SHAPE_DIMENSIONS[shape.kind])
    requireWithin(`${pointer}/${name}`, dimensions[name], name === 'curvature' ? CURVATURE : LENGTH_MM);
  return shape;
}

/**
 * Whole surface of a centre in mm².
 * Sphere π·d²; spheroid by the exact formula for its two half-axes; rod without its ends, so that a twist is its
 * unrolled length; a knot as the rod that it is laid of, less where it lies on itself; cylinder with both ends; sheet as an oval on both sides times its curvature.
 * Valid for dimensions within {@link LENGTH_MM}. By hand: a sphere of 24 mm has π·24² = 1809.6 mm².
 * Source: plane and solid geometry; the sheet's factor is a shop default.
 * @throws InputError for a dimension out of range
 */
export function surfaceMm2(shape: Shape): number {
  requireShape(shape);
  switch (shape.kind) {
    case 'sphere':
      return Math.PI * shape.diameterMm ** 2;
    case 'spheroid':
      return spheroidMm2(shape.diameterMm / 2, shape.lengthMm / 2);
    case 'rod':
      return Math.PI * shape.diameterMm * shape.lengthMm;
    case 'knot':
      return FREE_OF_KNOT * Math.PI * shape.diameterMm * strandMm(shape.lengthMm);
    case 'cylinder':
      return (Math.PI * shape.diameterMm ** 2) / 2 + Math.PI * shape.diameterMm * shape.heightMm;
    case 'cuboid':
      return (
        2 *
        (shape.lengthMm * shape.widthMm + shape.lengthMm * shape.heightMm + shape.widthMm * shape.heightMm)
      );
    case 'sheet':
      return 2 * (Math.PI / 4) * shape.lengthMm * shape.widthMm * shape.curvature;
  }
}

/** How long the strand of a knot is, of the knot's width; and what of its surface does not lie on itself. Shop defaults. */
const STRAND_OF_KNOT = 3;
const FREE_OF_KNOT = 0.9;

/** The strand that a knot of such a width is laid of, in mm. By hand: 55 mm across are 165 mm of strand. Source: shop default. */
export function strandMm(acrossMm: number): number {
  return STRAND_OF_KNOT * acrossMm;
}

/** Below this share of the larger half-axis the two are taken as equal: the formulas divide by the eccentricity. */
const SPHERE_TOLERANCE = 1e-9;

function spheroidMm2(equatorMm: number, poleMm: number): number {
  const ratio = Math.min(equatorMm, poleMm) / Math.max(equatorMm, poleMm);
  if (1 - ratio < SPHERE_TOLERANCE) return 4 * Math.PI * equatorMm ** 2;
  const eccentricity = Math.sqrt(1 - ratio ** 2);
  return poleMm > equatorMm
    ? 2 * Math.PI * equatorMm ** 2 * (1 + (poleMm / (equatorMm * eccentricity)) * Math.asin(eccentricity))
    : 2 *
        Math.PI *
        equatorMm ** 2 *
        (1 + ((1 - eccentricity ** 2) / eccentricity) * Math.atanh(eccentricity));
}

/**
 * The same form with every dimension grown by `thicknessMm` on each side, as a first coat leaves it for the second.
 * A sheet keeps its curvature. The result may pass {@link LENGTH_MM} by the coat itself.
 */
export function grownBy(shape: Shape, thicknessMm: number): Shape {
  const dimensions = Object.fromEntries(
    Object.entries(shape).map(([name, value]) => [
      name,
      typeof value === 'number' && name !== 'curvature' ? value + 2 * thicknessMm : value,
    ]),
  );
  return dimensions as unknown as Shape;
}
