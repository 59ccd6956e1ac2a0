import type { Span } from '../problem';

/** Minutes of these spans that lie within another. */
export function minutesIn(spans: readonly Span[], [from, to]: Span): number {
  return spans.reduce((sum, [start, end]) => sum + Math.max(0, Math.min(end, to) - Math.max(start, from)), 0);
}

/** The same time without overlaps, in order. */
export function union(spans: readonly Span[]): Span[] {
  const merged: [number, number][] = [];
  for (const [start, end] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = merged.at(-1);
    if (last && start <= last[1]) last[1] = Math.max(last[1], end);
    else merged.push([start, end]);
  }
  return merged;
}
