import { InputError } from '../input/input-error';
import { requireWithin, type Bound } from '../input/bounds';
import { COATING_GRAMS_PER_CM3 } from '../coating/coating-kind';

/** The inside of a bowl, in mm: a half-round bottom with a straight wall above, a cone, or a straight wall alone. */
export type BowlForm =
  | { readonly kind: 'round'; readonly rimMm: number; readonly heightMm: number }
  | { readonly kind: 'cone'; readonly rimMm: number; readonly baseMm: number; readonly heightMm: number }
  | { readonly kind: 'straight'; readonly rimMm: number; readonly heightMm: number };

export const BOWL_MM: Bound = { min: 20, max: 1000 };

/** @throws InputError for a size out of range, and a cone whose base is wider than its rim */
export function requireBowlForm(form: BowlForm, pointer = '/form'): BowlForm {
  requireWithin(`${pointer}/rimMm`, form.rimMm, BOWL_MM);
  requireWithin(`${pointer}/heightMm`, form.heightMm, BOWL_MM);
  if (form.kind === 'cone') requireWithin(`${pointer}/baseMm`, form.baseMm, { min: 0, max: form.rimMm });
  return form;
}

/**
 * Grams of coating in a bowl filled to a depth: its volume below it times 1.27 g/cm³. A round bottom is a cap of the
 * sphere of the rim, π·h²·(3R − h)/3, with a straight wall once it is half round; a bowl shallower than half round is
 * the cap that its rim and height make.
 * By hand: straight, 200 mm wide, 20 mm deep: π·10²·2 = 628 cm³, 798 g. Source: solid geometry.
 * @throws InputError for a depth beyond the bowl
 */
export function gramsToDepth(form: BowlForm, depthMm: number): number {
  requireBowlForm(form);
  requireWithin('/depthMm', depthMm, { min: 0, max: form.heightMm });
  return (volumeMm3(form, depthMm) / 1000) * COATING_GRAMS_PER_CM3;
}

/** What a bowl holds to its brim, in g. */
export function brimGrams(form: BowlForm): number {
  return gramsToDepth(form, form.heightMm);
}

/** Halvings until the depth is known to a thousandth of a millimetre. */
const HALVINGS = 30;

/** How deep so many grams stand in a bowl, in mm. @throws InputError for more than it holds to its brim */
export function depthOfGrams(form: BowlForm, grams: number): number {
  const brim = brimGrams(form);
  if (!(grams >= 0 && grams <= brim))
    throw new InputError({ code: 'out-of-range', field: '/grams', value: grams, range: `0..${brim}` });
  let low = 0;
  let high = form.heightMm;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (gramsToDepth(form, middle) < grams) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Radius of the sphere of which a round bottom is the cap. */
function sphereMm(form: Extract<BowlForm, { kind: 'round' }>): number {
  const rim = form.rimMm / 2;
  return form.heightMm >= rim ? rim : (rim ** 2 + form.heightMm ** 2) / (2 * form.heightMm);
}

function volumeMm3(form: BowlForm, h: number): number {
  switch (form.kind) {
    case 'straight':
      return (Math.PI * form.rimMm ** 2 * h) / 4;
    case 'cone': {
      const [foot, top] = [form.baseMm / 2, radiusAt(form, h)];
      return (Math.PI * h * (foot ** 2 + foot * top + top ** 2)) / 3;
    }
    case 'round': {
      const sphere = sphereMm(form);
      const cap = Math.min(h, sphere);
      return (Math.PI * cap ** 2 * (3 * sphere - cap)) / 3 + Math.PI * sphere ** 2 * (h - cap);
    }
  }
}

/** Radius of the surface at a height above the bottom, in mm. */
export function radiusAt(form: BowlForm, h: number): number {
  switch (form.kind) {
    case 'straight':
      return form.rimMm / 2;
    case 'cone':
      return (form.baseMm + ((form.rimMm - form.baseMm) * h) / form.heightMm) / 2;
    case 'round': {
      const sphere = sphereMm(form);
      return h >= sphere ? sphere : Math.sqrt(h * (2 * sphere - h));
    }
  }
}

/** Area of the wall between two heights, in mm²: what a film of coating stays on when the bowl has emptied. */
export function wallMm2(form: BowlForm, fromMm: number, toMm: number): number {
  const between = toMm - fromMm;
  if (between <= 0) return 0;
  switch (form.kind) {
    case 'straight':
      return Math.PI * form.rimMm * between;
    case 'cone': {
      const [low, high] = [radiusAt(form, fromMm), radiusAt(form, toMm)];
      return Math.PI * (low + high) * Math.hypot(high - low, between);
    }
    case 'round':
      return 2 * Math.PI * sphereMm(form) * between;
  }
}
