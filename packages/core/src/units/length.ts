/** Millimetres in one inch, exactly. Source: International yard and pound agreement. */
const MILLIMETRES_PER_INCH = 25.4;

/** Inches of a length in mm. By hand: 38 mm are 1.496 in. */
export function inchesFromMillimetres(millimetres: number): number {
  return millimetres / MILLIMETRES_PER_INCH;
}

export function millimetresFromInches(inches: number): number {
  return inches * MILLIMETRES_PER_INCH;
}
