import type { AllergyWaived } from '@alnage/contract';
import { capital, listed } from '../formats/formats';

/** Has nuts in spite of the customer’s allergy: for the neighbours (Runa). */
export function waivedText({ clashes, reason, name }: AllergyWaived): string {
  const has = sorted(clashes.flatMap((clash) => clash.allergens));
  const may = sorted(clashes.flatMap((clash) => clash.mayContain ?? [])).filter(
    (each) => !has.includes(each),
  );
  const what = [
    ...(has.length > 0 ? [`has ${listed(has)}`] : []),
    ...(may.length > 0 ? [`may have ${listed(may)}`] : []),
  ];
  return `${capital(listed(what))} in spite of the customer’s allergy: ${reason} (${name})`;
}

function sorted(allergens: readonly string[]): string[] {
  return [...new Set(allergens)].sort();
}
