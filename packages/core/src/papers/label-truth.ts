/** What the label of a box promises to whoever eats out of it; times are ms since 1970. */
export interface LabelSays {
  readonly contents: readonly { readonly name: string; readonly pieces: number }[];
  readonly ingredients: readonly { readonly name: string; readonly allergens: readonly string[] }[];
  readonly contains: readonly string[];
  readonly mayContain: readonly string[];
  /** Until when it is eaten; null: nobody could say. */
  readonly eatBy: number | null;
}

/** A reckoning of the same life may differ by so much, as minutes are rounded. Shop default. */
const SAME_MS = 60_000;

/**
 * Whether a label that was printed may stay on its box: it says what is in it and all that this declares, and does not let anybody eat it later
 * than it keeps. One that is too careful may stay; so may one that could not say yet until when it is eaten. Source: shop default.
 */
export function isLabelTrue(printed: LabelSays, now: LabelSays): boolean {
  return (
    countsOf(printed) === countsOf(now) &&
    namesOf(printed) === namesOf(now) &&
    now.contains.every((each) => printed.contains.includes(each)) &&
    now.mayContain.every((each) => [...printed.mayContain, ...printed.contains].includes(each)) &&
    (printed.eatBy === null || now.eatBy === null || printed.eatBy <= now.eatBy + SAME_MS)
  );
}

function countsOf({ contents }: LabelSays): string {
  return JSON.stringify(contents.map(({ name, pieces }) => [name, pieces]).sort());
}

function namesOf({ ingredients }: LabelSays): string {
  return JSON.stringify(ingredients.map(({ name, allergens }) => [name, [...allergens].sort()]).sort());
}
