import type { Span, Zone } from './problem';

/** How many trays a zone has, stretch by stretch over the whole horizon. */
export function zoneTrays({ trays, changes = [] }: Zone, horizon: number): { span: Span; trays: number }[] {
  const steps = [{ from: 0, trays }, ...changes];
  return steps
    .map((step, i) => ({
      span: [step.from, steps[i + 1]?.from ?? Math.max(horizon, step.from)] as const,
      trays: step.trays,
    }))
    .filter(({ span: [from, to] }) => to > from);
}

/** The fewest trays that a zone has at any minute of a span. */
export function leastTrays(zone: Zone, [from, to]: Span): number {
  const within = zoneTrays(zone, to).filter(({ span: [start, end] }) => start < to && end > from);
  return Math.min(...within.map(({ trays }) => trays));
}
