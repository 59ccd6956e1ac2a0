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

/** The most trays that a zone has at any minute of a span. */
export function mostTrays(zone: Zone, [from, to]: Span): number {
  const within = zoneTrays(zone, to).filter(({ span: [start, end] }) => start < to && end > from);
  return Math.max(0, ...within.map(({ trays }) => trays));
}

/**
 * A zone that is there only at times, such as an ice chest at a market: its trays within these spans of minutes, none beside them.
 * By hand: 6 trays from 100 to 400 of 1000 minutes: none at first, 6 from 100 on, none from 400 on.
 */
export function zoneAtTimes({ id, trays }: Zone, spans: readonly Span[], horizon: number): Zone {
  const steps = spans
    .map(([from, to]): Span => [Math.max(0, from), Math.min(horizon, to)])
    .filter(([from, to]) => to > from)
    .sort(([a], [b]) => a - b)
    .reduce<Span[]>((joined, [from, to]) => {
      const last = joined.at(-1);
      if (!last || from > last[1]) return [...joined, [from, to]];
      return [...joined.slice(0, -1), [last[0], Math.max(last[1], to)]];
    }, []);
  const changes = steps.flatMap(([from, to]) => [
    { from, trays },
    ...(to < horizon ? [{ from: to, trays: 0 }] : []),
  ]);
  return { id, trays: steps[0]?.[0] === 0 ? trays : 0, changes: changes.filter(({ from }) => from > 0) };
}
