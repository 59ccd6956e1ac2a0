import type { RangeInTurn } from '@alnage/core/bench';
import { temperature } from '../formats/formats';

/** The ranges that one melt is dipped in, in turn, as one sentence; '' where all its pieces agree. */
export function rangesText(turns: readonly RangeInTurn[], nameOf: (product: string) => string): string {
  if (turns.length < 2) return '';
  const told = turns.map(({ product, range }) =>
    range
      ? `${nameOf(product)} between ${temperature(range.low)} and ${temperature(range.high)}`
      : `${nameOf(product)} where its coating is worked`,
  );
  return `One melt, dipped in turn: ${told.join(', then ')}. It is warmed or left to cool between them.`;
}
