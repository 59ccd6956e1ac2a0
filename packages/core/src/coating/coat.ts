import { requireWithin, type Bound } from '../input/bounds';
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
  const grams = clustering.portionGrams * clustering.coatingShare;
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
