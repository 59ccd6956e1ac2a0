import { found, type Catalogue } from '../catalogue';
import type { Plan, Span } from '../problem';
import { minutesIn } from './spans';

/** Minutes of packing on one day, and minutes of those who can pack. */
export interface PackingLoad {
  readonly used: number;
  readonly available: number;
}

const SECONDS_PER_MINUTE = 60;

/**
 * Packing day by day: the last stages of the plan's batches, and putting them into boxes at the standard pace on the day
 * they are collected, against the hours of whoever has a skill that a last stage asks for.
 * @param boxSeconds seconds of boxing for each of the days
 */
export function packingLoads(
  { problem, products }: Catalogue,
  plan: Plan,
  days: readonly { readonly span: Span; readonly boxSeconds: number }[],
): PackingLoad[] {
  const tasks = plan.batches.map((batch): Span => {
    const { start, end } = batch.stages.at(-1)!;
    return [start, end];
  });
  const skills = new Set(problem.products.map(({ id }) => found(products, id).stages.at(-1)!.skill));
  const hours = problem.people
    .filter((person) => person.skills.some((skill) => skills.has(skill)))
    .flatMap(({ shifts }) => shifts);
  return days.map(({ span, boxSeconds }) => ({
    used: minutesIn(tasks, span) + boxSeconds / SECONDS_PER_MINUTE,
    available: minutesIn(hours, span),
  }));
}
