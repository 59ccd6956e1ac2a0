/** Grams in one avoirdupois ounce, exactly; sixteen make a pound. Source: International yard and pound agreement. */
const GRAMS_PER_OUNCE = 28.349523125;
const OUNCES_PER_POUND = 16;

/** Ounces of a mass in grams. By hand: 100 g are 3.527 oz. */
export function ouncesFromGrams(grams: number): number {
  return grams / GRAMS_PER_OUNCE;
}

export function gramsFromOunces(ounces: number): number {
  return ounces * GRAMS_PER_OUNCE;
}

/** Pounds of a mass in grams. By hand: 1,000 g are 2.205 lb. */
export function poundsFromGrams(grams: number): number {
  return grams / (GRAMS_PER_OUNCE * OUNCES_PER_POUND);
}

export function gramsFromPounds(pounds: number): number {
  return pounds * GRAMS_PER_OUNCE * OUNCES_PER_POUND;
}
