/** Millimetres in one inch, exactly. Source: International yard and pound agreement. */
const MILLIMETRES_PER_INCH = 25.4;

const INCHES_PER_FOOT = 12;
const MILLIMETRES_PER_METRE = 1000;

/** Feet of a height in m. By hand: 300 m are 984.3 ft. */
export function feetFromMetres(metres: number): number {
  return inchesFromMillimetres(metres * MILLIMETRES_PER_METRE) / INCHES_PER_FOOT;
}

export function metresFromFeet(feet: number): number {
  return millimetresFromInches(feet * INCHES_PER_FOOT) / MILLIMETRES_PER_METRE;
}

/** Inches of a length in mm. By hand: 38 mm are 1.496 in. */
export function inchesFromMillimetres(millimetres: number): number {
  return millimetres / MILLIMETRES_PER_INCH;
}

export function millimetresFromInches(inches: number): number {
  return inches * MILLIMETRES_PER_INCH;
}
