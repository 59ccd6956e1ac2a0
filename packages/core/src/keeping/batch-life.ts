import { agedMinutes, agingRate, type LifeStop } from './life';
import type { PathStop } from './path';
import type { PieceLife } from './piece-life';

const MS_PER_MINUTE = 60_000;

/** Warmth, or cold, that its keeping is not known for: from when, where, how warm. */
export interface BeyondKnown {
  readonly zone: string | null;
  readonly from: number;
  readonly celsius: number;
}

/** How a batch has aged by an instant. */
export interface BatchLife {
  /** Since its clock began. */
  readonly elapsedMinutes: number;
  /** As old as after so long where its hours are meant; never younger than it is. */
  readonly agedMinutes: number;
  /** How much of that it would not be, had it lain as it is kept. */
  readonly lostMinutes: number;
  /** The share of its life: 1 is all of it. */
  readonly used: number;
  /** Until when it is eaten, kept by whoever has it as it is advised; ms since 1970. */
  readonly eatBy: number;
  /** What it was in that nothing is known of: it is judged by hand, and counts as over. */
  readonly beyond: BeyondKnown | null;
}

/**
 * How old a batch is at the end of a path that began with its clock. Warmth makes it older, by its rule; cold never makes it younger than
 * the shop's own hours, which stand beside it as a hard limit. Where nobody knows how warm it was, it counts as it is kept. By hand: a
 * berry that keeps 48 h at 4 °C, q10 3, lay 10 h at 4 °C and 1 h at 24 °C: 10 + 9 = 19 h old, 8 h lost.
 * Source: Labuza (the Q10 rule); hours are the shop's.
 */
export function batchLife(life: PieceLife, path: readonly PathStop[]): BatchLife {
  const { rule } = life;
  const end = path.at(-1)?.until ?? 0;
  const stops = path.map((stop): LifeStop => ({
    minutes: (stop.until - stop.from) / MS_PER_MINUTE,
    celsius: stop.celsius ?? rule.atCelsius,
  }));
  const elapsedMinutes = stops.reduce((sum, { minutes }) => sum + minutes, 0);
  const at = stops.findIndex(({ celsius }) => celsius < rule.valid.min || celsius > rule.valid.max);
  if (at >= 0) {
    const { zone, from } = path[at]!;
    return {
      ...{ elapsedMinutes, agedMinutes: Math.max(elapsedMinutes, rule.minutes), lostMinutes: rule.minutes },
      ...{ used: 1, eatBy: from, beyond: { zone, from, celsius: stops[at]!.celsius } },
    };
  }
  const warmed = stops.map((stop) => ({ ...stop, celsius: Math.max(stop.celsius, rule.atCelsius) }));
  const aged = agedMinutes(rule, warmed);
  return {
    ...{ elapsedMinutes, agedMinutes: aged, lostMinutes: aged - elapsedMinutes, used: aged / rule.minutes },
    eatBy: end + minutesToEat(life, aged) * MS_PER_MINUTE,
    beyond: null,
  };
}

/**
 * For how many minutes more something of this age is eaten, kept by whoever has it as it is advised; below 0 it is over. Colder than it is
 * meant to be kept gives it no more. By hand: 29 h left at 4 °C, q10 3, kept at 14 °C: 9.7 h. Source: Labuza (the Q10 rule).
 */
export function minutesToEat({ rule, keptCelsius }: PieceLife, aged: number): number {
  const left = rule.minutes - aged;
  const rate = Math.max(1, agingRate(rule, clampedTo(keptCelsius, rule.valid)));
  return left > 0 ? left / rate : left;
}

function clampedTo(celsius: number, { min, max }: { readonly min: number; readonly max: number }): number {
  return Math.min(max, Math.max(min, celsius));
}

/** What becomes of a pickup: right; right only if its zone cools again; too old by then. */
export type PickupVerdict = 'right' | 'at-risk' | 'too-old';

/**
 * Whether a batch is still right for a pickup: not older by then than the shop holds it. If it is so only as its zones are set, and not
 * as warm as they are now, it is at risk. Source: the shop's own hold limit.
 */
export function pickupVerdict(
  { holdMinutes, rule }: PieceLife,
  { asSet, asNow }: { readonly asSet: BatchLife; readonly asNow: BatchLife },
): PickupVerdict {
  const most = Math.min(holdMinutes, rule.minutes);
  if (asSet.beyond || asSet.agedMinutes > most + ROUNDING) return 'too-old';
  return asNow.beyond || asNow.agedMinutes > most + ROUNDING ? 'at-risk' : 'right';
}

/** Minutes are whole in the plan: floating point makes nothing too old. */
const ROUNDING = 1e-6;
