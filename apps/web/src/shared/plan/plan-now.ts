import type { SavedPlan, SeasonDay } from '@alnage/contract';
import { heldAt, type HeldProblem } from '@alnage/core/planner';

const MS_PER_MINUTE = 60_000;

/** Minutes from a plan’s horizon to an instant. */
export function minuteIn({ horizonStart }: Pick<SavedPlan, 'horizonStart'>, instant: number): number {
  return Math.round((instant - Date.parse(horizonStart)) / MS_PER_MINUTE);
}

/** A plan’s problem with what is begun by an instant and what is pinned held fast, but for a batch that is taken in hand. */
export function planNow(
  saved: SavedPlan,
  { days, now }: { readonly days: readonly SeasonDay[]; readonly now: number },
  but: string | null = null,
): HeldProblem {
  const { problem, plan } = saved;
  const locks = saved.locks.flatMap(({ person, day }) => {
    const found = days.find(({ date }) => date === day);
    if (!found) return [];
    const span = [minuteIn(saved, Date.parse(found.start)), minuteIn(saved, Date.parse(found.end))] as const;
    return [{ person, span }];
  });
  const pins = saved.pins.filter((id) => id !== but);
  return heldAt({ problem, plan }, minuteIn(saved, now), { pins, locks });
}
