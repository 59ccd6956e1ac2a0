import { strandMm, type Shape } from './shape';
import { wayRule, type Way, type WayRule } from './way';

/** How much of a base touches the tray: a rod lies on a line, a curved sheet on its ends. Shop default. */
const CONTACT: Readonly<Record<Shape['kind'], number>> = {
  sphere: 1,
  spheroid: 1,
  cylinder: 1,
  cuboid: 1,
  rod: 0.7,
  knot: 0.7,
  sheet: 0.3,
};

/**
 * Foot of a piece in g by way of dipping and the size of its base: the way's g/cm times the square root of the base
 * in cm². By hand: a berry of 32 mm by fork: 0.25·sqrt(8.04) = 0.71 g. Source: shop default.
 * @throws InputError for a way's figure out of range
 */
export function suggestedFootGrams(shape: Shape, way: Way, rules: readonly WayRule[]): number {
  return wayRule(way, rules).footGramsPerCm * CONTACT[shape.kind] * Math.sqrt(baseMm2(shape) / 100);
}

function baseMm2(shape: Shape): number {
  switch (shape.kind) {
    case 'rod':
      return shape.diameterMm * shape.lengthMm;
    case 'knot':
      return shape.diameterMm * strandMm(shape.lengthMm);
    case 'cuboid':
      return shape.lengthMm * shape.widthMm;
    case 'sheet':
      return (Math.PI / 4) * shape.lengthMm * shape.widthMm;
    default:
      return (Math.PI / 4) * shape.diameterMm ** 2;
  }
}
