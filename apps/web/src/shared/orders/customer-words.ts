import type { CoatingView, Customer, Piece } from '@alnage/contract';
import { pieceAllergens } from '@alnage/core';
import { listed } from '../formats/formats';

/** The customer whom a typed name or telephone means; null for somebody who is not remembered. */
export function customerMeant(customers: readonly Customer[], typed: string): Customer | null {
  const text = folded(typed);
  if (text === '') return null;
  const isMeant = ({ name, phone }: Customer): boolean =>
    folded(name) === text || (phone !== '' && folded(phone) === text);
  return customers.find(isMeant) ?? null;
}

/** Customers whose name or telephone holds what is typed so far; none before two signs, or once one is meant. */
export function customersLike(customers: readonly Customer[], typed: string, most = 5): readonly Customer[] {
  const text = folded(typed);
  if (text.length < 2 || customerMeant(customers, typed)?.name === typed) return [];
  return customers
    .filter(({ name, phone }) => folded(name).includes(text) || folded(phone).includes(text))
    .slice(0, most);
}

/** Case, white space, stops and accents do not tell people apart on the telephone. */
function folded(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/[\s.\-\p{M}]/gu, '')
    .toLowerCase();
}

/** What is ordered that a customer must not have: each piece with its allergens of theirs. */
export function clashes(
  { allergies }: Pick<Customer, 'allergies'>,
  ordered: readonly { readonly piece: string }[],
  { pieces, coatings }: { readonly pieces: readonly Piece[]; readonly coatings: readonly CoatingView[] },
): string[] {
  const not = new Set<string>(allergies);
  return ordered.flatMap(({ piece: id }) => {
    const piece = pieces.find((each) => each.id === id);
    const found = piece ? pieceAllergens(piece, coatings).filter((each) => not.has(each)) : [];
    return found.length > 0 ? [`${piece!.name} has ${listed(found)}`] : [];
  });
}
