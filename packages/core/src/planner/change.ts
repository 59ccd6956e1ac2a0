import type { Melter, Person, Problem, Span, Zone } from './problem';

/** Something about the workshop or its orders that might be otherwise. */
export type Change =
  | { readonly kind: 'trays'; readonly zone: string; readonly more: number }
  /** Somebody works then as well. */
  | { readonly kind: 'hours'; readonly person: string; readonly span: Span }
  /** One more bowl like another. */
  | { readonly kind: 'bowl'; readonly like: string }
  | { readonly kind: 'pickup'; readonly order: string; readonly due: number };

/** The problem as it would be with all of these changes. */
export function withChanges(problem: Problem, changes: readonly Change[]): Problem {
  return changes.reduce(withChange, problem);
}

function withChange(problem: Problem, change: Change): Problem {
  switch (change.kind) {
    case 'trays': {
      const { zone, more } = change;
      return {
        ...problem,
        zones: problem.zones.map((each) => (each.id === zone ? widened(each, more) : each)),
      };
    }
    case 'hours': {
      const { person, span } = change;
      const people = problem.people.map((each) => (each.id === person ? withSpan(each, span) : each));
      return { ...problem, people };
    }
    case 'bowl':
      return { ...problem, melters: [...problem.melters, oneMore(problem.melters, change.like)] };
    case 'pickup': {
      const { order, due } = change;
      return {
        ...problem,
        orders: problem.orders.map((each) => (each.id === order ? { ...each, due } : each)),
      };
    }
  }
}

function widened(zone: Zone, more: number): Zone {
  const changes = zone.changes?.map(({ from, trays }) => ({ from, trays: trays + more }));
  return { ...zone, trays: zone.trays + more, ...(changes && { changes }) };
}

/** The person with a span more; shifts that it touches become one with it. */
function withSpan(person: Person, [start, end]: Span): Person {
  const apart = person.shifts.filter(([from, to]) => to < start || from > end);
  const joined = person.shifts.filter(([from, to]) => to >= start && from <= end);
  const whole = [
    Math.min(start, ...joined.map(([from]) => from)),
    Math.max(end, ...joined.map(([, to]) => to)),
  ] as const;
  return { ...person, shifts: [...apart, whole].sort(([a], [b]) => a - b) };
}

function oneMore(melters: readonly Melter[], like: string): Melter {
  const { holds: _, ...model } = melters.find(({ id }) => id === like)!;
  let id = `${like}+`;
  while (melters.some((each) => each.id === id)) id += '+';
  return { ...model, id };
}
