import type { AllergyWaived, AllergyWaiver } from '@alnage/contract';
import type { AllergenClash } from '@alnage/core';

/** What an order remembers of who let it pass, and of what. */
export function waivedAs({ reason, name }: AllergyWaiver, clashes: readonly AllergenClash[]): AllergyWaived {
  return {
    reason: reason.trim(),
    name: name.trim(),
    clashes: clashes.map(({ piece, allergens, mayContain }) => ({
      piece,
      allergens: [...allergens],
      mayContain: [...mayContain],
    })),
  };
}
