import { isAllPacked, type MadeForOrder, type MadeStage } from '@alnage/core/bench';
import { count } from '../formats/formats';

/** How far a batch has come, as one says it. */
export const MADE_WORDS: Readonly<Record<MadeStage, string>> = {
  packed: 'packed',
  made: 'made, not packed',
  'under-way': 'under way',
  'not-begun': 'not begun',
};

/** What of it is not packed: “24 dusk berry not begun; 2 of 12 oat ball missing”. */
export function missingText(made: readonly MadeForOrder[], names: ReadonlyMap<string, string>): string {
  return made
    .filter((each) => !isAllPacked([each]))
    .map(({ product, pieces, stage, lacks }) => {
      const name = (names.get(product) ?? product).toLowerCase();
      return lacks > 0
        ? `${count(lacks)} of ${count(pieces)} ${name} missing`
        : `${count(pieces)} ${name} ${MADE_WORDS[stage]}`;
    })
    .join('; ');
}
