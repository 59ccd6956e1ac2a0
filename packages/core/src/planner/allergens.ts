import type { Changeovers, Coating, Product } from './problem';

/** Allergens that a product tells of: its own and those of all its coatings. */
export function declaredAllergens(
  product: Product,
  coatings: ReadonlyMap<string, Coating>,
): ReadonlySet<string> {
  return allergensBefore(product, product.stages.length, coatings);
}

/** Allergens that a product carries into the bowl at stage `k`: its own and those of the coatings before. */
export function allergensBefore(
  product: Product,
  k: number,
  coatings: ReadonlyMap<string, Coating>,
): ReadonlySet<string> {
  const carried = new Set(product.allergens);
  for (const stage of product.stages.slice(0, k))
    if (stage.coating !== null)
      for (const allergen of coatings.get(stage.coating.id)?.allergens ?? []) carried.add(allergen);
  return carried;
}

/** One dip as a bowl sees it: what the product declares, and what it leaves behind. */
export interface BowlDip {
  readonly declared: ReadonlySet<string>;
  readonly brings: ReadonlySet<string>;
}

/** One filling of a bowl with its dips in the order of their starts. */
export interface BowlFilling {
  readonly coating: Coating;
  readonly dips: readonly BowlDip[];
}

/** What the walk along a bowl finds for one filling. */
export interface BowlWalkStep {
  readonly cleanMinutes: number;
  /** For each dip the first allergen in the bowl that its product does not declare, or null. */
  readonly undeclared: readonly (string | null)[];
}

/**
 * Walks the fillings of one bowl in the order of their set-ups, deriving from what is left in it whether it is
 * wiped for colour or washed for allergens, and which dips would meet what they do not declare.
 * A wash empties the residue; a colour clean does not. Source: the planning rules, 3.7.
 */
export function walkBowl(fillings: readonly BowlFilling[], changeovers: Changeovers): BowlWalkStep[] {
  let residue = new Set<string>();
  let before: Coating | null = null;
  return fillings.map((filling) => {
    const colour = before === null ? 0 : colourMinutes(before.id, filling.coating.id, changeovers);
    const isWashed = filling.dips.some((dip) => firstUndeclared(residue, dip.declared) !== null);
    if (isWashed) residue = new Set();
    before = filling.coating;
    for (const allergen of filling.coating.allergens) residue.add(allergen);
    const undeclared = filling.dips.map((dip) => {
      const met = firstUndeclared(residue, dip.declared);
      for (const allergen of dip.brings) residue.add(allergen);
      return met;
    });
    return { cleanMinutes: isWashed ? Math.max(colour, changeovers.allergenMinutes) : colour, undeclared };
  });
}

function colourMinutes(from: string, to: string, changeovers: Changeovers): number {
  const listed = changeovers.pairs.find((pair) => pair.from === from && pair.to === to);
  if (listed) return listed.minutes;
  return from === to ? 0 : changeovers.defaultMinutes;
}

function firstUndeclared(residue: ReadonlySet<string>, declared: ReadonlySet<string>): string | null {
  for (const allergen of residue) if (!declared.has(allergen)) return allergen;
  return null;
}
