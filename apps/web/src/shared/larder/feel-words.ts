import type { DoughFeel } from '@alnage/core/recipes';
import { choicesOf } from '../forms/choice-field';

/** How a ball of dough feels. */
export const FEELS = choicesOf<DoughFeel>({
  holds: 'holds',
  sticks: 'sticks',
  crumbles: 'falls apart',
});
