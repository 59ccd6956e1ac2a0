import { requireWithin, type Bound } from '../input/bounds';
import { requireShape, strandMm, type Shape } from './shape';

export const DENSITY_GRAMS_PER_CM3: Bound = { min: 0.05, max: 3 };
/** How thick a sheet is, where only its outline is known, in mm; shop default for a ridged chip. */
export const SHEET_THICKNESS_MM = 1.6;

/**
 * Volume of a shape in mm³; a sheet is an oval of {@link SHEET_THICKNESS_MM}. By hand: a sphere of 24 mm has
 * π/6·24³ = 7,238 mm³. Source: solid geometry. @throws InputError for a dimension out of range
 */
export function volumeMm3(shape: Shape): number {
  requireShape(shape);
  const quarterPi = Math.PI / 4;
  switch (shape.kind) {
    case 'sphere':
      return (Math.PI / 6) * shape.diameterMm ** 3;
    case 'spheroid':
      return (Math.PI / 6) * shape.diameterMm ** 2 * shape.lengthMm;
    case 'rod':
      return quarterPi * shape.diameterMm ** 2 * shape.lengthMm;
    case 'knot':
      return quarterPi * shape.diameterMm ** 2 * strandMm(shape.lengthMm);
    case 'cylinder':
      return quarterPi * shape.diameterMm ** 2 * shape.heightMm;
    case 'cuboid':
      return shape.lengthMm * shape.widthMm * shape.heightMm;
    case 'sheet':
      return quarterPi * shape.lengthMm * shape.widthMm * shape.curvature * SHEET_THICKNESS_MM;
  }
}

/** Dimensions that follow from a mass are kept to a tenth of a millimetre: no calliper in a kitchen reads finer. */
const SIZE_STEPS_PER_MM = 10;

/** A shape with every dimension at the nearest tenth of a millimetre. By hand: 31.96 mm is kept as 32. */
export function toTenthMm(shape: Shape): Shape {
  return eachDimension(shape, (mm) => Math.round(mm * SIZE_STEPS_PER_MM) / SIZE_STEPS_PER_MM);
}

function eachDimension(shape: Shape, change: (mm: number) => number): Shape {
  return Object.fromEntries(
    Object.entries(shape).map(([name, value]) => [
      name,
      typeof value === 'number' && name !== 'curvature' ? change(value) : value,
    ]),
  ) as unknown as Shape;
}

/**
 * A shape of the same proportions that weighs so much: every dimension by the cube root of the ratio of masses; a
 * sheet keeps its thickness and grows by the square root. By hand: a sphere twice as heavy is 2^(1/3) = 1.26 as wide.
 * Valid where the centre is of one density. Source: solid geometry.
 * @throws InputError when mass, density or a resulting dimension is out of range
 */
export function sizedToWeight(shape: Shape, grams: number, densityGramsPerCm3: number): Shape {
  requireWithin('/centreG', grams, { min: 0.05, max: 1000 });
  requireWithin('/densityGramsPerCm3', densityGramsPerCm3, DENSITY_GRAMS_PER_CM3);
  const ratio = (grams / densityGramsPerCm3) * (1000 / volumeMm3(shape));
  const growth = shape.kind === 'sheet' ? Math.sqrt(ratio) : Math.cbrt(ratio);
  return requireShape(eachDimension(shape, (mm) => mm * growth));
}
