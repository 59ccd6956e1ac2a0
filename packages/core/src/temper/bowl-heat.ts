import { bowlJoulesPerPiece, type Dip } from '../coating/crust';
import { COATING_JOULES_PER_GK } from '../coating/coating-kind';
import { requireWithin, type Bound } from '../input/bounds';
import { depthOfGrams, radiusAt, wallMm2, type BowlForm } from '../melting/bowl-form';
import { SEEDED_GRAMS } from './seeding';

/** Heat that a bowl loses to the air of a kitchen, W/(m²·K). Source: Incropera (free convection and radiation), shop default. */
const LOSS_W_PER_M2K = 10;
/** Without a form a bowl is taken for one of this area for 2.8 kg, and by the power 2/3 of its mass. Source: shop default. */
const FORMLESS_M2 = 0.124;
const FORMLESS_GRAMS = 2800;
const SECONDS_PER_MINUTE = 60;

export const WARMING_WATTS: Bound = { min: 10, max: 5000 };
/** What a dryer or short bursts give a bowl. Source: shop default. */
export const DEFAULT_WARMING_WATTS = 500;

/**
 * Minutes τ in which a plain bowl loses all but 1/e of its warmth above the room: m·c/(h·A), A the wetted wall and the
 * surface, h = 10 W/(m²·K). By hand: 2,800 g with 0.124 m²: 2,800·1.6/(10·0.124) = 3,613 s, an hour.
 * Source: Incropera, Fundamentals of Heat and Mass Transfer (lumped capacitance).
 * @throws InputError for a mass out of range, or more than the form holds
 */
export function plainTauMinutes(form: BowlForm | null, grams: number): number {
  requireWithin('/grams', grams, SEEDED_GRAMS);
  const squareMetres = form ? outsideM2(form, grams) : FORMLESS_M2 * (grams / FORMLESS_GRAMS) ** (2 / 3);
  return (grams * COATING_JOULES_PER_GK) / (LOSS_W_PER_M2K * squareMetres) / SECONDS_PER_MINUTE;
}

function outsideM2(form: BowlForm, grams: number): number {
  const depth = depthOfGrams(form, grams);
  const surface = Math.PI * radiusAt(form, depth) ** 2;
  const base = form.kind === 'round' ? 0 : Math.PI * radiusAt(form, 0) ** 2;
  return (surface + base + wallMm2(form, 0, depth)) / 1e6;
}

/**
 * What dipping takes out of a bowl, in K a minute: heat of a piece · pieces a minute/(m·c).
 * By hand: 69 J a berry, two a minute, 2,800 g: 138/4,480 = 0.031 K a minute. Source: conservation of energy.
 */
export function dippingKelvinPerMinute(dip: Dip, piecesPerMinute: number, grams: number): number {
  requireWithin('/grams', grams, SEEDED_GRAMS);
  return (bowlJoulesPerPiece(dip) * piecesPerMinute) / (grams * COATING_JOULES_PER_GK);
}

/**
 * Seconds of warming that lift a bowl by so many degrees: m·c·ΔT/P.
 * By hand: 3,000 g by 0.8 K at 500 W: 3,840/500 = 7.7 s. Source: conservation of energy. @throws InputError
 */
export function rewarmSeconds(grams: number, kelvin: number, watts: number): number {
  requireWithin('/grams', grams, SEEDED_GRAMS);
  requireWithin('/kelvin', kelvin, { min: 0, max: 60 });
  requireWithin('/watts', watts, WARMING_WATTS);
  return (grams * COATING_JOULES_PER_GK * kelvin) / watts;
}
