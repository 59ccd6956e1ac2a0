import type { AllergenClash } from '@alnage/core/larder';
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
