/** So much of the seeds is tried each time; the others are the same each time too, and are for when a part was rewritten. */
const USUAL_SHARE = 1 / 3;

/** Seeds of random problems from 1 on: usually the first third of so many, all of them with `ALNAGE_THOROUGH=1`. */
export function seeds(most: number): number[] {
  const isThorough = process.env['ALNAGE_THOROUGH'] === '1';
  return Array.from({ length: isThorough ? most : Math.ceil(most * USUAL_SHARE) }, (_, index) => index + 1);
}
