import { requireWithin, type Bound } from '../input/bounds';

/** How long something keeps where its life was found out. */
export const LIFE_MINUTES: Bound = { min: 1, max: 60 * 24 * 365 * 3 };
/** Temperatures that keeping is spoken of at, °C. */
export const KEPT_CELSIUS: Bound = { min: -40, max: 60 };
/** Times faster that something ages when it is 10 K warmer. */
export const Q10: Bound = { min: 1, max: 10 };

/** How long a piece keeps at one temperature, how much faster it ages when it is warmer, and where that is known to hold. */
export interface LifeRule {
  readonly minutes: number;
  readonly atCelsius: number;
  readonly q10: number;
  readonly valid: Bound;
}

/** So many minutes at one temperature. */
export interface LifeStop {
  readonly minutes: number;
  readonly celsius: number;
}

/**
 * Times faster that it ages at a temperature than where its life was found out: `q10^((T − T_ref)/10)`. By hand: q10 2.5, found at 4 °C:
 * at 14 °C 2.5 times as fast.
 * Source: Labuza, shelf-life dating of foods (the Q10 rule). @throws InputError where the rule is not known to hold
 */
export function agingRate({ atCelsius, q10, valid }: LifeRule, celsius: number, field = '/celsius'): number {
  const { min, max } = valid;
  requireWithin(field, celsius, { min, max });
  return requireWithin('/q10', q10, Q10) ** ((celsius - atCelsius) / 10);
}

/**
 * How old it is after a path, in minutes as where its life was found out: what each stop adds, whatever their order. By hand: two hours at
 * 14 °C and one at 4 °C, q10 2.5 at 4 °C: 2·2.5 + 1 = 6 h. @throws InputError at `/path/…` for a stop that is none
 */
export function agedMinutes(rule: LifeRule, path: readonly LifeStop[], pointer = '/path'): number {
  return path.reduce((sum, { minutes, celsius }, index) => {
    const at = `${pointer}/${index}`;
    const length = requireWithin(`${at}/minutes`, minutes, { min: 0, max: LIFE_MINUTES.max });
    return sum + length * agingRate(rule, celsius, `${at}/celsius`);
  }, 0);
}

/** The share of its life that a path took: 1 is all of it. @throws InputError */
export function usedLife(rule: LifeRule, path: readonly LifeStop[]): number {
  return agedMinutes(rule, path) / requireWithin('/minutes', rule.minutes, LIFE_MINUTES);
}

/**
 * How long it keeps after a path at one temperature: below 0 it has been over for so long. By hand: 24 h at 4 °C, q10 2.5, six of them
 * used, kept at 14 °C: 18/2.5 = 7.2 h. @throws InputError at `/keepC` where the rule is not known to hold
 */
export function minutesLeft(rule: LifeRule, path: readonly LifeStop[], keepCelsius: number): number {
  const aged = agedMinutes(rule, path);
  return (rule.minutes - aged) / agingRate(rule, keepCelsius, '/keepC');
}
