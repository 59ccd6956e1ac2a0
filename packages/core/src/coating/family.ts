import { requireWithin, type Bound } from '../input/bounds';
import type { CastWhole, Slab } from './coat';
import type { CentreKind } from './crust';
import type { Shape } from './shape';
import type { Way } from './way';

/** What a piece of a family starts from: its proportions, its centre's density, and how it goes through the bowl. */
export interface DippedFamily {
  readonly form: 'dipped';
  /** Proportions at the centre's usual mass. */
  readonly shape: Shape;
  readonly densityGramsPerCm3: number;
  readonly centre: CentreKind;
  readonly centreGrams: number;
  readonly centreCelsius: number;
  readonly covered: number;
  readonly way: Way;
  readonly dwellSeconds: number;
  readonly coats: 1 | 2;
}

/** A shell cast in a mould or cup, filled and closed. */
export interface MouldedFamily {
  readonly form: 'moulded';
  readonly cavityMm2: number;
  readonly wallMm: number;
  readonly capGrams: number;
  readonly centreGrams: number;
}

/** Inclusions bound by coating, portioned by scoop. */
export interface ClusterFamily {
  readonly form: 'cluster';
  readonly portionGrams: number;
  readonly coatingShare: number;
}

/** Spooned whole into a mould. */
export interface CastFamily extends CastWhole {
  readonly form: 'cast';
}

/** Poured, and broken or cut. */
export interface SlabFamily extends Slab {
  readonly form: 'slab';
  readonly centreGrams: number;
}

export type FamilyStart = DippedFamily | MouldedFamily | ClusterFamily | CastFamily | SlabFamily;

export const FAMILIES = [
  'berry',
  'pretzel',
  'knot',
  'chip',
  'sandwich-cookie',
  'truffle',
  'shell-truffle',
  'nut-butter-ball',
  'nut-butter-egg',
  'caramel',
  'honeycomb',
  'bar',
  'cluster',
  'bark',
  'solid',
  'filled-cup',
  'other',
] as const;

export type Family = (typeof FAMILIES)[number];

/** Mass in g of a centre of each family (of a cluster: the portion) from the smallest to the largest that is made. */
export const CENTRE_GRAMS: Readonly<Record<Family, Bound>> = {
  berry: { min: 5, max: 60 },
  pretzel: { min: 0.5, max: 30 },
  knot: { min: 1, max: 60 },
  chip: { min: 0.5, max: 10 },
  'sandwich-cookie': { min: 4, max: 40 },
  truffle: { min: 3, max: 30 },
  'shell-truffle': { min: 2, max: 30 },
  'nut-butter-ball': { min: 5, max: 40 },
  'nut-butter-egg': { min: 8, max: 60 },
  caramel: { min: 2, max: 30 },
  honeycomb: { min: 2, max: 60 },
  bar: { min: 3, max: 60 },
  cluster: { min: 5, max: 150 },
  bark: { min: 3, max: 200 },
  solid: { min: 2, max: 200 },
  'filled-cup': { min: 3, max: 60 },
  other: { min: 0.1, max: 500 },
};

const dipped = (start: Omit<DippedFamily, 'form' | 'coats'> & { coats?: 1 | 2 }): DippedFamily => ({
  form: 'dipped',
  coats: 1,
  ...start,
});

const dry = { centre: 'dry', centreCelsius: 20, covered: 1, way: 'fork', dwellSeconds: 2 } as const;
const fat = { centre: 'fat', covered: 1, way: 'fork', dwellSeconds: 2 } as const;

/**
 * Where a new piece of each family starts; a berry is hollow within, a honeycomb mostly air.
 * Source: shop default, ordinary craft ranges.
 */
export const FAMILY_STARTS: Readonly<Record<Family, FamilyStart>> = {
  berry: dipped({
    shape: { kind: 'spheroid', diameterMm: 32, lengthMm: 38 },
    densityGramsPerCm3: 0.88,
    centre: 'wet',
    centreGrams: 18,
    centreCelsius: 8,
    covered: 0.68,
    way: 'fork',
    dwellSeconds: 3,
  }),
  pretzel: dipped({
    ...dry,
    shape: { kind: 'rod', diameterMm: 6, lengthMm: 190 },
    densityGramsPerCm3: 0.93,
    centreGrams: 5,
  }),
  knot: dipped({
    ...dry,
    shape: { kind: 'knot', diameterMm: 8, lengthMm: 55 },
    densityGramsPerCm3: 0.66,
    centreGrams: 5.5,
    way: 'fork-scraped',
  }),
  chip: dipped({
    ...dry,
    shape: { kind: 'sheet', lengthMm: 55, widthMm: 40, curvature: 1.05 },
    densityGramsPerCm3: 0.8,
    centreGrams: 2.2,
    way: 'hand',
  }),
  'sandwich-cookie': dipped({
    ...dry,
    shape: { kind: 'cylinder', diameterMm: 45, heightMm: 11 },
    densityGramsPerCm3: 0.69,
    centreGrams: 12,
  }),
  truffle: dipped({
    ...fat,
    shape: { kind: 'sphere', diameterMm: 24 },
    densityGramsPerCm3: 1.24,
    centreGrams: 9,
    centreCelsius: 18,
  }),
  'shell-truffle': { form: 'moulded', cavityMm2: 2100, wallMm: 1.9, capGrams: 1.5, centreGrams: 8 },
  'nut-butter-ball': dipped({
    ...fat,
    shape: { kind: 'sphere', diameterMm: 27 },
    densityGramsPerCm3: 1.26,
    centreGrams: 13,
    centreCelsius: 6,
    covered: 0.75,
    way: 'pick',
    dwellSeconds: 3,
  }),
  'nut-butter-egg': dipped({
    ...fat,
    shape: { kind: 'spheroid', diameterMm: 28, lengthMm: 38 },
    densityGramsPerCm3: 1.28,
    centreGrams: 20,
    centreCelsius: -5,
  }),
  caramel: dipped({
    ...fat,
    shape: { kind: 'cuboid', lengthMm: 25, widthMm: 20, heightMm: 12 },
    densityGramsPerCm3: 1.3,
    centreGrams: 7.8,
    centreCelsius: 16,
  }),
  honeycomb: dipped({
    ...dry,
    shape: { kind: 'cuboid', lengthMm: 50, widthMm: 20, heightMm: 15 },
    densityGramsPerCm3: 0.6,
    centreGrams: 9,
    way: 'fork-scraped',
  }),
  bar: dipped({
    ...dry,
    shape: { kind: 'cuboid', lengthMm: 45, widthMm: 25, heightMm: 10 },
    densityGramsPerCm3: 0.9,
    centreGrams: 10,
    centreCelsius: 8,
  }),
  cluster: { form: 'cluster', portionGrams: 30, coatingShare: 0.5 },
  bark: {
    ...{ form: 'slab', lengthMm: 300, widthMm: 200, layerMm: 5, layers: 1, pieces: 24 },
    centreGrams: 4,
  },
  solid: { form: 'cast', cavityMl: 12, halves: 1, inclusionGrams: 3 },
  'filled-cup': { form: 'moulded', cavityMm2: 2300, wallMm: 2, capGrams: 3, centreGrams: 12 },
  other: dipped({
    ...dry,
    shape: { kind: 'sphere', diameterMm: 25 },
    densityGramsPerCm3: 1.1,
    centreGrams: 9,
  }),
};

/** The mass of a centre, if it is one that a family makes. @throws InputError, as for a berry of 900 g */
export function requireCentreGrams(family: Family, grams: number, pointer = '/centreG'): number {
  return requireWithin(pointer, grams, CENTRE_GRAMS[family]);
}
