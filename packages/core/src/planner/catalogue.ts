import { declaredAllergens } from './allergens';
import { leaveMinute } from './amounts';
import type { Coating, Melter, Person, PlanOrder, Problem, Product, Zone } from './problem';

/** A problem's parts by id, with what the rules ask of each again and again. */
export interface Catalogue {
  readonly problem: Problem;
  readonly products: ReadonlyMap<string, Product>;
  readonly declared: ReadonlyMap<string, ReadonlySet<string>>;
  readonly coatings: ReadonlyMap<string, Coating>;
  readonly melters: ReadonlyMap<string, Melter>;
  readonly people: ReadonlyMap<string, Person>;
  readonly zones: ReadonlyMap<string, Zone>;
  readonly orders: ReadonlyMap<string, PlanOrder>;
  /** Minute at which each order's boxes leave the shop. */
  readonly leaves: ReadonlyMap<string, number>;
}

export function catalogueOf(problem: Problem): Catalogue {
  const coatings = byId(problem.coatings);
  return {
    problem,
    products: byId(problem.products),
    declared: new Map(
      problem.products.map((product) => [product.id, declaredAllergens(product, coatings)] as const),
    ),
    coatings,
    melters: byId(problem.melters),
    people: byId(problem.people),
    zones: byId(problem.zones),
    orders: byId(problem.orders),
    leaves: new Map(problem.orders.map((order) => [order.id, leaveMinute(order, problem.places)] as const)),
  };
}

function byId<T extends { readonly id: string }>(list: readonly T[]): ReadonlyMap<string, T> {
  return new Map(list.map((item) => [item.id, item]));
}

/** What an id leads to, where the problem was checked to have it. */
export function found<T>(map: ReadonlyMap<string, T>, id: string): T {
  const item = map.get(id);
  if (item === undefined) throw new Error(`no ${id} in a checked problem`);
  return item;
}
