import type { ItemQuestion, ItemUse, LarderItem } from '@alnage/core';
import type { NeedSources } from './need-sources';

/** For what has no price by the pack nobody knows what it costs to keep. */
const NO_PRICE = 0.001;
/** What keeps shorter than this is lost if it is not used. Shop default. */
const SHORT_KEEPING_HOURS = 14 * 24;

/**
 * What a gram or piece too few costs – the price of the cheapest promise that it breaks – and one too many: its own price
 * where it spoils, else the share of it that is lost before it is used. Shop default.
 */
export function costsOf(
  uses: readonly ItemUse[],
  {
    item,
    terms,
    sources,
  }: { readonly item: LarderItem; readonly terms: ItemQuestion['terms']; readonly sources: NeedSources },
): ItemQuestion['costs'] {
  const { pieces, dippery } = sources;
  const perUnit = uses.flatMap(({ cause, amount }) => {
    if (!('piece' in cause)) return [];
    const price = pieces.find(({ id }) => id === cause.piece)?.costs.priceMinor;
    return price && amount > 0 ? [(price * cause.pieces) / amount] : [];
  });
  const unitPrice = Math.min(...terms.packs.map(({ grams, priceMinor }) => priceMinor / grams));
  const lost =
    item.kind === 'supply' && terms.keepsHours !== null && terms.keepsHours <= SHORT_KEEPING_HOURS
      ? 1
      : dippery.workshop.wasteShare;
  return {
    missingMinor: perUnit.length > 0 ? Math.min(...perUnit) : unpriced(unitPrice),
    carryingMinor: Number.isFinite(unitPrice) ? Math.max(NO_PRICE, unitPrice * lost) : NO_PRICE,
  };
}

/** Where no piece has a price, a missing one costs ten times what it is bought for. Shop default. */
function unpriced(unitPrice: number): number {
  return Number.isFinite(unitPrice) ? 10 * unitPrice : 1;
}
