import { carryOver, type CarriedOver, type Course } from '../planner/carry-over';
import { handOver } from '../planner/hand-over';
import { leftToOthers } from '../planner/left-to-others';
import { lostCourses, withoutLost } from './lost-melts';
import type { Person, Planned } from '../planner/problem';
import { withYields } from './actual-yields';
import { asItGoes } from './as-it-goes';
import type { WorkCourse } from './day-ahead';

/** What was written down at the bench of a plan that is worked by. */
export interface SeenAtBench {
  /** Good pieces of batches whose dipping is over. */
  readonly yields: ReadonlyMap<string, number>;
  /** Batches and melts that somebody has begun. */
  readonly begun: ReadonlySet<string>;
  /** Melts that cannot be dipped from any more. */
  readonly lost: ReadonlySet<string>;
  /** How the works go that were begun, by `workKey`. */
  readonly courses: ReadonlyMap<string, WorkCourse>;
}

/** What is asked of the next plan. */
export interface GoingOn extends Pick<
  Course,
  'orders' | 'closed' | 'products' | 'places' | 'now' | 'told' | 'isInstead'
> {
  /** Who is there from now on. */
  readonly people: readonly Person[];
}

/**
 * What a plan leaves to the next one as it really went: as `carryOver`, with as many good pieces as came out, without
 * what hangs on lost melts, at the hours at which it goes, and in the hands of whoever is there; what is not begun and nobody who is
 * there can do then is planned anew.
 */
export function goOn({ problem, plan }: Planned, seen: SeenAtBench, asked: GoingOn): CarriedOver {
  const { products, now } = asked;
  const { yields, begun, lost } = seen;
  const courses = new Map([...lostCourses(plan, lost, now), ...seen.courses]);
  const wanted = new Set(asked.orders.map(({ id }) => id));
  const made = { ...plan, batches: withYields(plan.batches, yields, (id) => wanted.has(id)) };
  const works = new Set(courses.keys());
  const { coatings } = problem;
  const workshop = { products: problem.products, coatings, people: asked.people };
  const left = withoutLost(workshop, { plan: made, begun }, { melts: lost, works, now });
  const carried = carryOver({
    ...left,
    ...{ before: problem.orders, orders: asked.orders, closed: asked.closed },
    ...{ products, coatings, places: asked.places, now, good: yields },
    ...(asked.told && { told: asked.told }),
    isInstead: asked.isInstead ?? false,
  });
  const { fixed, orders, left: over } = carried;
  const going = asItGoes(problem, fixed, { courses, now });
  const isOpen = ({ start }: { readonly start: number }): boolean => start >= now;
  const gone = leftToOthers({ people: asked.people, orders }, handOver(workshop, going, isOpen), isOpen);
  return { ...gone, left: over };
}
