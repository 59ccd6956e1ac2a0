import type { AllergyWaived } from '@alnage/contract';
import type { AllergenClash } from '@alnage/core';
import { listed } from '../formats/formats';

/** Oat ball has nuts, dusk berry may have nuts. */
export function clashText(clashes: readonly AllergenClash[], names: ReadonlyMap<string, string>): string {
  return listed(
    clashes.flatMap(({ piece, allergens, mayContain }) => {
      const name = names.get(piece) ?? piece;
      return [
        ...(allergens.length > 0 ? [`${name} has ${listed(allergens)}`] : []),
        ...(mayContain.length > 0 ? [`${name} may have ${listed(mayContain)}`] : []),
      ];
    }),
  );
}

/** What of it nobody answered for. */
export function notWaived(clashes: readonly AllergenClash[], waived: AllergyWaived | null): AllergenClash[] {
  return clashes.flatMap(({ piece, allergens, mayContain }) => {
    const own = waived?.clashes.find((each) => each.piece === piece);
    const has = allergens.filter((each) => !own?.allergens.includes(each));
    const may = mayContain.filter(
      (each) => ![...(own?.allergens ?? []), ...(own?.mayContain ?? [])].includes(each),
    );
    return has.length + may.length > 0 ? [{ piece, allergens: has, mayContain: may }] : [];
  });
}
