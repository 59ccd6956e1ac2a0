import type { AllergyWaived } from '@alnage/contract';
import { listed } from '../formats/formats';

/** Has nuts in spite of the customer’s allergy: for the neighbours (Runa). */
export function waivedText({ clashes, reason, name }: AllergyWaived): string {
  const allergens = [...new Set(clashes.flatMap((clash) => clash.allergens))].sort();
  return `Has ${listed(allergens)} in spite of the customer’s allergy: ${reason} (${name})`;
}
