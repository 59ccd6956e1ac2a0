import { zoneTrays } from './zone-trays';
import type { Melter, Person, PlanOrder, Problem, ProductStage, Span, Zone } from './problem';

/** Something about the workshop or its orders that might be otherwise. */
export type Change =
  /** Negative: fewer; a zone has none at the least. */
  | { readonly kind: 'trays'; readonly zone: string; readonly more: number }
  /** Nothing can lie in a zone then: a fridge that is defrosted, or has broken down. */
  | { readonly kind: 'zone-away'; readonly zone: string; readonly span: Span }
  /** Somebody works then as well. */
  | { readonly kind: 'hours'; readonly person: string; readonly span: Span }
  /** Somebody is not there then. */
  | { readonly kind: 'away'; readonly person: string; readonly span: Span }
  /** One more of the crew, who can do what another can, at the same hours. */
  | { readonly kind: 'hands'; readonly like: string }
  /** One more bowl like another. */
  | { readonly kind: 'bowl'; readonly like: string }
  | { readonly kind: 'bowl-away'; readonly bowl: string }
  | { readonly kind: 'pickup'; readonly order: string; readonly due: number }
  /** An order wants so many pieces; none takes the line out, and the order with its last. */
  | { readonly kind: 'pieces'; readonly order: string; readonly product: string; readonly pieces: number }
  /** The trays of a product lie elsewhere after a stage. */
  | { readonly kind: 'rest'; readonly product: string; readonly stage: string; readonly zone: string };

/** The problem as it would be with all of these changes. */
export function withChanges(problem: Problem, changes: readonly Change[]): Problem {
  return changes.reduce(withChange, problem);
}

type Made = { readonly [K in Change['kind']]: (problem: Problem, change: Change & { kind: K }) => Problem };

const MADE: Made = {
  trays: (problem, { zone, more }) => withZone(problem, zone, (each) => widened(each, more)),
  'zone-away': (problem, { zone, span }) =>
    withZone(problem, zone, (each) => withoutTrays(each, span, problem.horizon)),
  hours: (problem, { person, span }) => withPerson(problem, person, (each) => withSpan(each, span)),
  away: (problem, { person, span }) => withPerson(problem, person, (each) => withoutSpan(each, span)),
  hands: (problem, { like }) => ({ ...problem, people: [...problem.people, oneMore(problem.people, like)] }),
  bowl: (problem, { like }) => ({
    ...problem,
    melters: [...problem.melters, emptyOneMore(problem.melters, like)],
  }),
  'bowl-away': (problem, { bowl }) => ({
    ...problem,
    melters: problem.melters.filter(({ id }) => id !== bowl),
  }),
  pickup: (problem, { order, due }) => ({
    ...problem,
    orders: problem.orders.map((each) => (each.id === order ? { ...each, due } : each)),
  }),
  pieces: (problem, change) => ({
    ...problem,
    orders: problem.orders.flatMap((each) => withPieces(each, change)),
  }),
  rest: (problem, { product, stage, zone }) => {
    const elsewhere = (each: ProductStage): ProductStage =>
      each.id === stage ? { ...each, then: { ...each.then, zone } } : each;
    const products = problem.products.map((each) =>
      each.id === product ? { ...each, stages: each.stages.map(elsewhere) } : each,
    );
    return { ...problem, products };
  },
};

function withChange(problem: Problem, change: Change): Problem {
  const made = MADE[change.kind] as (problem: Problem, change: Change) => Problem;
  return made(problem, change);
}

function withZone(problem: Problem, id: string, to: (zone: Zone) => Zone): Problem {
  return { ...problem, zones: problem.zones.map((each) => (each.id === id ? to(each) : each)) };
}

function withPerson(problem: Problem, id: string, to: (person: Person) => Person): Problem {
  return { ...problem, people: problem.people.map((each) => (each.id === id ? to(each) : each)) };
}

function widened(zone: Zone, more: number): Zone {
  const changed = (trays: number): number => Math.max(0, trays + more);
  const changes = zone.changes?.map(({ from, trays }) => ({ from, trays: changed(trays) }));
  return { ...zone, trays: changed(zone.trays), ...(changes && { changes }) };
}

/** The zone without a tray for a span, and as it was before and after. */
function withoutTrays(zone: Zone, [start, end]: Span, horizon: number): Zone {
  const stretches = zoneTrays(zone, Math.max(horizon, end + 1));
  const at = (minute: number): number => stretches.findLast(({ span: [from] }) => from <= minute)!.trays;
  const steps = [...new Set([...stretches.map(({ span: [from] }) => from), start, end])].sort(
    (a, b) => a - b,
  );
  const changes = steps
    .filter((from) => from > 0)
    .map((from) => ({ from, trays: from >= start && from < end ? 0 : at(from) }));
  return { ...zone, trays: start <= 0 ? 0 : at(0), changes };
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

/** The person without a span; a shift that it lies in becomes two. */
function withoutSpan(person: Person, [start, end]: Span): Person {
  const shifts = person.shifts.flatMap(([from, to]): Span[] => [
    ...(from < Math.min(to, start) ? [[from, Math.min(to, start)] as const] : []),
    ...(Math.max(from, end) < to ? [[Math.max(from, end), to] as const] : []),
  ]);
  return { ...person, shifts };
}

function withPieces(
  order: PlanOrder,
  { order: id, product, pieces }: Change & { kind: 'pieces' },
): readonly PlanOrder[] {
  if (order.id !== id) return [order];
  const others = order.lines.filter((line) => line.product !== product);
  const lines = pieces > 0 ? [...others, { product, pieces }] : others;
  return lines.length > 0 ? [{ ...order, lines }] : [];
}

function oneMore<T extends { readonly id: string }>(all: readonly T[], like: string): T {
  let id = `${like}+`;
  while (all.some((each) => each.id === id)) id += '+';
  return { ...all.find((each) => each.id === like)!, id };
}

function emptyOneMore(melters: readonly Melter[], like: string): Melter {
  const { holds: _, ...bowl } = oneMore(melters, like);
  return bowl;
}
