import { centreGramsOf, type PieceForm } from '../coating/piece-form';
import type { Supply } from './supply';
import { recipesOf, type MakeUp } from './piece-uses';

/**
 * Whether nothing tells where a piece's centre comes from: it has one, but no recipe makes any of it and no supply is bought for it,
 * wrappings left out. Such a piece is promised from nothing: the larder neither buys it nor runs short of it.
 */
export function isCentreUnknown(
  { form, supplies, ...made }: MakeUp & { readonly form: PieceForm },
  all: readonly Pick<Supply, 'id' | 'kind'>[],
): boolean {
  if (recipesOf(made).length > 0 || centreGramsOf(form) === 0) return false;
  return !supplies.some(({ supply }) => all.find(({ id }) => id === supply)?.kind !== 'packing');
}
