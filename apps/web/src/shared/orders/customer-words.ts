import type { Customer } from '@alnage/contract';
import { plainText } from '@alnage/core/phrasing';

/** The customer whom a typed name or telephone means; null for somebody who is not remembered. */
export function customerMeant(customers: readonly Customer[], typed: string): Customer | null {
  const text = folded(typed);
  if (text === '') return null;
  const isMeant = ({ name, phone }: Customer): boolean =>
    folded(name) === text || (phone !== '' && folded(phone) === text);
  return customers.find(isMeant) ?? null;
}

/** Customers whose name or telephone contains what is typed so far; none before two characters, or once it names one in full. */
export function customersLike(customers: readonly Customer[], typed: string, most = 5): readonly Customer[] {
  const text = folded(typed);
  if (text.length < 2 || customerMeant(customers, typed)?.name === typed) return [];
  return customers
    .filter(({ name, phone }) => folded(name).includes(text) || folded(phone).includes(text))
    .slice(0, most);
}

/** Case, white space, stops and accents do not tell people apart on the telephone. */
function folded(text: string): string {
  return plainText(text).replace(/[\s.-]/g, '');
}
