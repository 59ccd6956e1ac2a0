import { requireWithin, type Bound } from '../input/bounds';

/** Grams that stick to a wet cm², by what a piece is rolled in. Source: shop default. */
export const STICKS = { powder: 0.015, crumbs: 0.04, nuts: 0.1 } as const;

const SURFACE_MM2: Bound = { min: 1, max: 1e6 };

/**
 * What sticks to a piece that is rolled all over, in g: its surface in mm² by what a wet cm² holds. By hand: a ball of 24 mm
 * has 18.1 cm²: 0.27 g of powder, 1.81 g of chopped nuts. Source: shop default; weigh ten before and after to know.
 * @throws InputError for a surface that is none
 */
export function stuckGrams(surfaceMm2: number, kind: keyof typeof STICKS): number {
  return (requireWithin('/surfaceMm2', surfaceMm2, SURFACE_MM2) / 100) * STICKS[kind];
}
