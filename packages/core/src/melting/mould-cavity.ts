import { COATING_GRAMS_PER_CM3 } from '../coating/coating-kind';
import { WALL_MM } from '../coating/coat';
import { requireWithin, type Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import { drawnJoulesPerM2, frozenMm, type Conductor } from '../coating/crust';
import { filmMm, type BowlCondition } from '../coating/film';
import { MOULD_CAVITIES } from './moulds';

export const CAVITY_FORMS = ['box', 'cylinder', 'dome'] as const;
/** Straight walls on a rectangle, straight walls on an oval, or half of an ellipsoid. */
export type CavityForm = (typeof CAVITY_FORMS)[number];

export const CAVITY_SIZE_MM: Bound = { min: 3, max: 300 };
export const CAVITY_WATER_GRAMS: Bound = { min: 0.1, max: 1000 };

/** The inside of one cavity of a mould, in mm; length and width are those of its opening. */
export interface CavitySize {
  readonly form: CavityForm;
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly depthMm: number;
}

/** What a cavity holds, the inside that a shell lies on, and its opening that a cap closes. */
export interface Cavity {
  readonly volumeMl: number;
  readonly areaMm2: number;
  readonly openingMm2: number;
}

/** Cavities of all moulds that are filled at once. */
export const SHELLS_AT_ONCE: Bound = { ...MOULD_CAVITIES, max: 100_000 };

const QUARTER_PI = Math.PI / 4;
/** Exponent of the approximation of an ellipsoid's surface, within 1.1%. Source: Knud Thomsen's formula. */
const ELLIPSOID_POWER = 1.6075;

/**
 * A cavity by its dimensions. By hand: a box of 30 × 30 × 15 mm holds 13.5 ml on 900 + 4·450 = 2,700 mm².
 * Source: solid geometry. @throws InputError for a dimension out of range
 */
export function cavityOf(size: CavitySize): Cavity {
  for (const name of ['lengthMm', 'widthMm', 'depthMm'] as const)
    requireWithin(`/${name}`, size[name], CAVITY_SIZE_MM);
  const { form, lengthMm, widthMm, depthMm } = size;
  const block = lengthMm * widthMm * depthMm;
  const rectangle = lengthMm * widthMm;
  switch (form) {
    case 'box':
      return {
        volumeMl: block / 1000,
        areaMm2: rectangle + 2 * (lengthMm + widthMm) * depthMm,
        openingMm2: rectangle,
      };
    case 'cylinder':
      return {
        volumeMl: (QUARTER_PI * block) / 1000,
        areaMm2: QUARTER_PI * rectangle + ovalRound(lengthMm / 2, widthMm / 2) * depthMm,
        openingMm2: QUARTER_PI * rectangle,
      };
    case 'dome':
      return {
        volumeMl: ((2 / 3) * QUARTER_PI * block) / 1000,
        areaMm2: ellipsoidMm2(lengthMm / 2, widthMm / 2, depthMm) / 2,
        openingMm2: QUARTER_PI * rectangle,
      };
  }
}

/** Round an oval by its half-axes. Source: Ramanujan's first formula. */
function ovalRound(a: number, b: number): number {
  return Math.PI * (3 * (a + b) - Math.sqrt((3 * a + b) * (a + 3 * b)));
}

function ellipsoidMm2(a: number, b: number, c: number): number {
  const [ab, ac, bc] = [a * b, a * c, b * c].map((each) => each ** ELLIPSOID_POWER);
  return 4 * Math.PI * ((ab! + ac! + bc!) / 3) ** (1 / ELLIPSOID_POWER);
}

/** How deep a cavity is taken to be where nobody measured it, of its width. Shop default. */
const DEPTH_OF_WIDTH = 0.5;

/**
 * A cavity by the water that it holds: as square or round as its form lets it be, and half as deep as wide.
 * By hand: 13.5 g in a box: 30 × 30 × 15 mm. Source: density of water; the proportions are a shop default.
 * @throws InputError for a mass out of range
 */
export function cavityOfWater(waterGrams: number, form: CavityForm): Cavity {
  const grams = requireWithin('/waterG', waterGrams, CAVITY_WATER_GRAMS);
  const unit = cavityOf({ form, lengthMm: 10, widthMm: 10, depthMm: 10 * DEPTH_OF_WIDTH });
  const growth = Math.cbrt(grams / unit.volumeMl);
  return {
    volumeMl: grams,
    areaMm2: unit.areaMm2 * growth ** 2,
    openingMm2: unit.openingMm2 * growth ** 2,
  };
}

/** What shells of one wall in so many cavities take. */
export interface Shells {
  /** Of one shell, without a cap. */
  readonly shellGrams: number;
  /** That fills all cavities to the rim at once. */
  readonly fillToPourGrams: number;
  /** That comes back when they are emptied. */
  readonly pouredBackGrams: number;
  /** In all shells: what was poured less what came back. */
  readonly inShellsGrams: number;
  /** Left within one shell, to the rim. */
  readonly fillingMl: number;
}

/**
 * Shells by their wall: wall × inside × density; to pour are full cavities, back comes all but the shells.
 * By hand: 24 boxes of 13.5 ml and 2,700 mm² at 2 mm: a shell is 5.4 ml, 6.858 g; 411.48 g to pour, 246.888 g back, and
 * 8.1 ml of filling in each. Source: geometry, conservation of mass.
 * @throws InputError for a wall or cavities out of range, and a wall that fills the cavity
 */
export function shellsOf({ volumeMl, areaMm2 }: Cavity, wallMm: number, cavities: number): Shells {
  requireWithin('/cavities', cavities, SHELLS_AT_ONCE);
  const wallMl = (requireWithin('/wallMm', wallMm, WALL_MM) * areaMm2) / 1000;
  if (wallMl >= volumeMl) {
    const range = `below ${(volumeMl * 1000) / areaMm2}, which fills the cavity`;
    throw new InputError({ code: 'out-of-range', field: '/wallMm', value: wallMm, range });
  }
  const shellGrams = wallMl * COATING_GRAMS_PER_CM3;
  const fillToPourGrams = cavities * volumeMl * COATING_GRAMS_PER_CM3;
  return {
    shellGrams,
    fillToPourGrams,
    pouredBackGrams: fillToPourGrams - cavities * shellGrams,
    inShellsGrams: cavities * shellGrams,
    fillingMl: volumeMl - wallMl,
  };
}

/** A mould of hard plastic as far as heat is concerned. Source: Incropera (plastics), rounded to a shop default. */
const MOULD: Conductor = { conductivityWPerMK: 0.2, diffusivityM2PerS: 1.4e-7 };
/** Share of the draining film that stays in a mould which is turned over, tapped and scraped. Shop default. */
const EMPTIED_FILM = 0.8;
export const EMPTYING_SECONDS: Bound = { min: 0, max: 900 };
export const MOULD_CELSIUS: Bound = { min: -20, max: 45 };

/** A mould that is filled and emptied again after a while. */
export interface MouldWait extends BowlCondition {
  readonly mouldCelsius: number;
  readonly seconds: number;
}

/**
 * Wall in mm of a shell whose mould is emptied after so many seconds: the film that stays, and what has frozen onto the
 * cold mould until then, by the square root of the time; weighing it is truer. By hand: dark at 31 °C in moulds of 20 °C
 * after a minute: 0.8·1.12 mm and 2·0.2·11·sqrt(60/(π·1.4e-7)) = 51,400 J/m², half of it freezing 0.58 mm: 1.48 mm.
 * Source: as filmMm and crustMm; film and mould are shop defaults. @throws InputError for a value out of range
 */
export function wallMmAfter(wait: MouldWait): number {
  const seconds = requireWithin('/waitS', wait.seconds, EMPTYING_SECONDS);
  return filmMm(EMPTIED_FILM, wait) + frozenIn(seconds, wait);
}

function frozenIn(seconds: number, { bowlCelsius, mouldCelsius }: Omit<MouldWait, 'seconds'>): number {
  const colder = bowlCelsius - requireWithin('/mouldC', mouldCelsius, MOULD_CELSIUS);
  return frozenMm(drawnJoulesPerM2(MOULD, Math.max(0, colder), seconds));
}

/**
 * Seconds after which a mould is emptied for a wall in mm: the inverse of wallMmAfter, 0 where the film alone is as thick; null
 * where no wait of a quarter of an hour makes it, and the shell is cast twice. By hand: dark at 31 °C in moulds of 20 °C, 1.48 mm:
 * 0.581 mm freeze in (0.581/0.075)² = 60 s. Source: as wallMmAfter. @throws InputError for a value out of range
 */
export function secondsForWall(wallMm: number, wait: Omit<MouldWait, 'seconds'>): number | null {
  const toFreeze = requireWithin('/wallMm', wallMm, WALL_MM) - filmMm(EMPTIED_FILM, wait);
  if (toFreeze <= 0) return 0;
  const inOneSecond = frozenIn(1, wait);
  const seconds = (toFreeze / inOneSecond) ** 2;
  return seconds <= EMPTYING_SECONDS.max ? seconds : null;
}

/** So warm a filling may be at most below where the crystals of its shell form, and so cold it may be. Shop defaults. */
const BELOW_CRYSTALS_KELVIN = 1;
const COLDEST_FILLING = 14;

/**
 * Between what temperatures in °C a filling goes into a shell: a warmer one melts it, a colder one cracks it. By hand: dark, whose
 * crystals form from 27.5 °C: 14 to 26.5 °C. Source: shop default.
 */
export function fillingBound(crystalsLowCelsius: number): Bound {
  return { min: COLDEST_FILLING, max: crystalsLowCelsius - BELOW_CRYSTALS_KELVIN };
}
