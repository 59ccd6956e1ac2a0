import { requireWithin, type Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import { COATING_GRAMS_PER_CM3 } from './coating-kind';
import { crustMm, type CentreKind } from './crust';
import { filmMm, type BowlCondition } from './film';
import { grownBy, surfaceMm2, type Shape } from './shape';

export const COVERED: Bound = { min: 0.01, max: 1 };
export const FOOT_GRAMS: Bound = { min: 0, max: 50 };
export const DRIP_GRAMS: Bound = { min: 0, max: 20 };
export const CAVITY_MM2: Bound = { min: 1, max: 100_000 };
export const WALL_MM: Bound = { min: 0.1, max: 20 };
export const CAP_GRAMS: Bound = { min: 0, max: 100 };
export const CAST_ML: Bound = { min: 0.5, max: 500 };
export const INCLUSION_GRAMS: Bound = { min: 0, max: 500 };
export const SLAB_SIDE_MM: Bound = { min: 50, max: 1000 };
export const LAYER_MM: Bound = { min: 0.5, max: 20 };
export const SLAB_PIECES: Bound = { min: 1, max: 1000, isInteger: true };

/** A centre and how it goes through the bowl. */
export interface Dipping extends BowlCondition {
  readonly shape: Shape;
  readonly centre: CentreKind;
  readonly centreGrams: number | null;
  readonly centreCelsius: number;
  /** Share of the surface under the coating. */
  readonly covered: number;
  /** Share of the draining film that its way of dipping leaves on. */
  readonly filmFactor: number;
  readonly dwellSeconds: number;
  readonly coats: 1 | 2;
  readonly footGrams: number;
  /** What falls from it between bowl and tray; it is used up all the same. */
  readonly dripGrams: number;
}

/** A shell cast in a mould and closed. */
export interface Moulding {
  readonly cavityMm2: number;
  readonly wallMm: number;
  readonly capGrams: number;
}

/** Coating on one piece before anything was weighed: where it sits, and in all. The parts add up to the estimate. */
export interface CoatEstimate {
  readonly surfaceMm2: number;
  readonly filmMm: number;
  readonly crustMm: number;
  readonly filmGrams: number;
  readonly crustGrams: number;
  readonly secondCoatGrams: number;
  readonly footGrams: number;
  readonly dripGrams: number;
  readonly estimateGrams: number;
}

/**
 * Coating in g on a dipped piece: (film + crust)·covered area·density + foot + drip; a second coat is a film alone on
 * the form grown by the first, without a foot of its own.
 * By hand: berry 32 × 38 mm, 68% covered, dark at 31 °C, centre 8 °C, 3 s, foot 0.7 g:
 * 24.66 cm²·(0.112 + 0.063) cm·1.27 g/cm³ + 0.7 g = 6.21 g.
 * Source: the film and crust formulas; foot, drip and second coat are shop defaults.
 * @throws InputError for a value out of range
 */
export function dippedCoat(dipping: Dipping): CoatEstimate {
  requireWithin('/covered', dipping.covered, COVERED);
  requireWithin('/footG', dipping.footGrams, FOOT_GRAMS);
  requireWithin('/dripG', dipping.dripGrams, DRIP_GRAMS);
  const surface = surfaceMm2(dipping.shape);
  const film = filmMm(dipping.filmFactor, dipping);
  const crust = crustMm({ ...dipping, coveredMm2: surface * dipping.covered });
  const gramsPerMm = layerGrams(surface * dipping.covered, 1);
  const secondCoatGrams = dipping.coats === 2 ? secondCoat(dipping, film, crust) : 0;
  return {
    surfaceMm2: surface,
    filmMm: film,
    crustMm: crust,
    filmGrams: film * gramsPerMm,
    crustGrams: crust * gramsPerMm,
    secondCoatGrams,
    footGrams: dipping.footGrams,
    dripGrams: dipping.dripGrams,
    estimateGrams: (film + crust) * gramsPerMm + secondCoatGrams + dipping.footGrams + dipping.dripGrams,
  };
}

function secondCoat(dipping: Dipping, film: number, crust: number): number {
  const grown = grownBy(dipping.shape, film + crust);
  return layerGrams(surfaceMm2(grown) * dipping.covered, film);
}

/**
 * Coating in g of a moulded piece: wall thickness × cavity area × density, plus the cap.
 * By hand: 4,000 mm² at 2.5 mm is 10 cm³, 12.7 g; with a 4 g cap 16.7 g. Source: geometry; sizes are shop defaults.
 */
export function mouldedCoat(moulding: Moulding): CoatEstimate {
  requireWithin('/shape/areaMm2', moulding.cavityMm2, CAVITY_MM2);
  requireWithin('/wallMm', moulding.wallMm, WALL_MM);
  requireWithin('/capG', moulding.capGrams, CAP_GRAMS);
  const shellGrams = layerGrams(moulding.cavityMm2, moulding.wallMm);
  return {
    surfaceMm2: moulding.cavityMm2,
    filmMm: moulding.wallMm,
    crustMm: 0,
    filmGrams: shellGrams,
    crustGrams: 0,
    secondCoatGrams: 0,
    footGrams: moulding.capGrams,
    dripGrams: 0,
    estimateGrams: shellGrams + moulding.capGrams,
  };
}

/** Inclusions bound by coating and portioned by scoop: no film, but a share of the portion. */
export interface Clustering {
  readonly portionGrams: number;
  readonly coatingShare: number;
}

export const PORTION_GRAMS: Bound = { min: 1, max: 500 };
export const COATING_SHARE: Bound = { min: 0.05, max: 0.95 };

/**
 * Coating in g of a cluster: its share of the portion. By hand: half of 30 g is 15 g. Source: shop default.
 * @throws InputError for a value out of range
 */
export function clusterCoat(clustering: Clustering): CoatEstimate {
  requireWithin('/portionG', clustering.portionGrams, PORTION_GRAMS);
  requireWithin('/coatingShare', clustering.coatingShare, COATING_SHARE);
  return inOne(clustering.portionGrams * clustering.coatingShare);
}

/**
 * What is weighed for so many portions of a mix, in g. By hand: a hundred of 30 g, 60% coating: 1,800 g and 1,200 g of bits.
 * Source: conservation of mass.
 */
export function mixGrams(
  { portionGrams, coatingShare }: Clustering,
  pieces: number,
): { readonly coating: number; readonly bits: number } {
  const all = portionGrams * pieces;
  return { coating: all * coatingShare, bits: all * (1 - coatingShare) };
}

/**
 * What a level scoop of such a mix weighs in g, by the volume of coating and bits; cereals are lighter: weigh one. By hand: 15 ml, half of it
 * coating: 15/(0.5/1.27 + 0.5/1.1) = 17.7 g. Source: volumes add up; the density of bits is a shop default.
 * @throws InputError for a value out of range
 */
export function scoopedGrams(millilitres: number, coatingShare: number): number {
  requireWithin('/millilitres', millilitres, CAST_ML);
  const share = requireWithin('/coatingShare', coatingShare, COATING_SHARE);
  return millilitres / (share / COATING_GRAMS_PER_CM3 + (1 - share) / INCLUSION_GRAMS_PER_ML);
}

/** What is spooned whole into cavities: one a piece, or two halves that are joined. */
export interface CastWhole {
  /** What one cavity holds. */
  readonly cavityMl: number;
  readonly halves: 1 | 2;
  /** Of nuts, fruit and the like in the whole piece. */
  readonly inclusionGrams: number;
}

/** Of nuts and dried fruit, g/ml; shop default. */
const INCLUSION_GRAMS_PER_ML = 1.1;

/**
 * Coating in g of a piece that is cast whole: its cavities less what its inclusions take up. By hand: two halves of 10 ml with
 * 5.5 g of nuts: 20 − 5 = 15 ml, 19.05 g. Source: conservation of volume; the density of inclusions is a shop default.
 * @throws InputError for a value out of range, and inclusions that leave no room for coating
 */
export function castCoat({ cavityMl, halves, inclusionGrams }: CastWhole): CoatEstimate {
  const wholeMl = requireWithin('/cavityMl', cavityMl, CAST_ML) * halves;
  requireWithin('/inclusionGrams', inclusionGrams, INCLUSION_GRAMS);
  const leftMl = wholeMl - inclusionGrams / INCLUSION_GRAMS_PER_ML;
  if (leftMl <= 0) {
    const range = `below ${gramsText(wholeMl * INCLUSION_GRAMS_PER_ML)}, which fills the cavity`;
    throw new InputError({ code: 'out-of-range', field: '/inclusionGrams', value: inclusionGrams, range });
  }
  return inOne(leftMl * COATING_GRAMS_PER_CM3);
}

function gramsText(grams: number): string {
  return String(Math.round(grams * 100) / 100);
}

/** A tray of coating, poured and broken or cut; or a slab of something that is coated on both faces and then cut. */
export interface Slab {
  readonly lengthMm: number;
  readonly widthMm: number;
  /** How thick one layer of coating lies. */
  readonly layerMm: number;
  /** One that is poured, or one above and one below. */
  readonly layers: 1 | 2;
  /** Into how many it is broken or cut. */
  readonly pieces: number;
}

/**
 * Coating in g on one piece of a slab: area × layer × density over its pieces. By hand: 300 × 200 mm, 5 mm thick, are 300 cm³,
 * 381 g; in 24 pieces 15.875 g each. Source: geometry. @throws InputError for a value out of range
 */
export function slabCoat({ lengthMm, widthMm, layerMm, layers, pieces }: Slab): CoatEstimate {
  requireWithin('/lengthMm', lengthMm, SLAB_SIDE_MM);
  requireWithin('/widthMm', widthMm, SLAB_SIDE_MM);
  requireWithin('/layerMm', layerMm, LAYER_MM);
  requireWithin('/pieces', pieces, SLAB_PIECES);
  const slabGrams = layerGrams(lengthMm * widthMm * layers, layerMm);
  const surface = (lengthMm * widthMm * layers) / pieces;
  return { ...inOne(slabGrams / pieces), surfaceMm2: surface, filmMm: layerMm };
}

/** A piece that nothing goes on: its surface alone, for what sticks to it. @throws InputError for a dimension out of range */
export function bareCoat(shape: Shape): CoatEstimate {
  return { ...inOne(0), surfaceMm2: surfaceMm2(shape) };
}

/** A coat that is no film, nor anything else that could be told apart. */
function inOne(grams: number): CoatEstimate {
  return {
    surfaceMm2: 0,
    filmMm: 0,
    crustMm: 0,
    filmGrams: grams,
    crustGrams: 0,
    secondCoatGrams: 0,
    footGrams: 0,
    dripGrams: 0,
    estimateGrams: grams,
  };
}

function layerGrams(areaMm2: number, thicknessMm: number): number {
  return (areaMm2 * thicknessMm * COATING_GRAMS_PER_CM3) / 1000;
}
