import type { Changeovers, Coating, Product } from './problem';

/** Allergens that a product tells of: its own and those of all its coatings. */
export function declaredAllergens(
  product: Product,
  coatings: ReadonlyMap<string, Coating>,
): ReadonlySet<string> {
  return allergensBefore(product, product.stages.length, coatings);
}

/** Allergens that pieces may meet in a bowl: what they declare or may contain, less what their orders are free from. */
export function toleratedAllergens(
  declared: ReadonlySet<string>,
  { mayContain = [] }: Product,
  freeFrom: ReadonlySet<string>,
): ReadonlySet<string> {
  return new Set([...declared, ...mayContain.filter((allergen) => !freeFrom.has(allergen))]);
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

/** One dip as a bowl sees it: what it may meet there, and what it leaves behind. */
export interface BowlDip {
  readonly tolerated: ReadonlySet<string>;
  readonly brings: ReadonlySet<string>;
}

/** One filling of a bowl with its dips in the order of their starts. */
export interface BowlFilling {
  readonly coating: Coating;
  /** What the bowl has met before, of a filling that was there already. */
  readonly met: readonly string[];
  readonly dips: readonly BowlDip[];
}

/** What the walk along a bowl finds for one filling. */
export interface BowlWalkStep {
  readonly cleanMinutes: number;
  /** For each dip the first allergen in the bowl that it may not meet, or null. */
  readonly unwanted: readonly (string | null)[];
}

/**
 * Walks the fillings of one bowl in the order of their set-ups, deriving from what is left in it whether it is
 * wiped for colour or washed for allergens, and which dips would meet what they may not.
 * A wash empties the residue; a colour clean does not. Source: the planning rules, 3.7.
 */
export function walkBowl(fillings: readonly BowlFilling[], changeovers: Changeovers): BowlWalkStep[] {
  let residue = new Set<string>();
  let before: Coating | null = null;
  return fillings.map((filling) => {
    const colour = before === null ? 0 : colourMinutes(before.id, filling.coating.id, changeovers);
    const isWashed = filling.dips.some((dip) => firstUnwanted(residue, dip.tolerated) !== null);
    if (isWashed) residue = new Set();
    before = filling.coating;
    for (const allergen of [...filling.coating.allergens, ...filling.met]) residue.add(allergen);
    const unwanted = filling.dips.map((dip) => {
      const met = firstUnwanted(residue, dip.tolerated);
      for (const allergen of dip.brings) residue.add(allergen);
      return met;
    });
    return { cleanMinutes: isWashed ? Math.max(colour, changeovers.allergenMinutes) : colour, unwanted };
  });
}

function colourMinutes(from: string, to: string, changeovers: Changeovers): number {
  const listed = changeovers.pairs.find((pair) => pair.from === from && pair.to === to);
  if (listed) return listed.minutes;
  return from === to ? 0 : changeovers.defaultMinutes;
}

function firstUnwanted(residue: ReadonlySet<string>, tolerated: ReadonlySet<string>): string | null {
  for (const allergen of residue) if (!tolerated.has(allergen)) return allergen;
  return null;
}
