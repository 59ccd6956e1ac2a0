import type { LearnedChange } from '@alnage/core/bench';
import { mass, partMassParts } from '../formats/formats';
import { units } from '../units/units';
import type { PlanWords } from './plan-names';

/** What the bench taught, in words: dusk berry, dip: 9.40 g → 9.85 g a piece. */
export function learnedText(change: LearnedChange, words: PlanWords): string {
  const { before, after } = change;
  switch (change.kind) {
    case 'coat': {
      const [was, is] = [partMassParts(before), partMassParts(after)];
      return `${named(change, words)}: ${was.value} → ${is.value} ${is.unit} a piece`;
    }
    case 'pace':
      return `${named(change, words)}: ${before} → ${after} s a piece`;
    case 'rejects':
      return `${words.piece(change.product)}: ${before} → ${after} started for 100 good ones`;
    case 'set-up':
      return `${words.coating(change.coating)}: ${before} → ${after} min to prepare ${units().mass === 'g' ? 'a kilo' : mass(1000)}`;
  }
}

function named(
  { product, stage }: { readonly product: string; readonly stage: string },
  words: PlanWords,
): string {
  return `${words.piece(product)}, ${words.stage(product, stage)}`;
}
