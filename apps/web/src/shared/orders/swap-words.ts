import type { Swapped } from '@alnage/contract';
import type { OrderNames } from '../../state/workshop.state';

/** 12 sandwich round in place of malt ball; '' where nothing stands for something else. */
export function swapsText(swaps: readonly Swapped[], { pieces: names }: Pick<OrderNames, 'pieces'>): string {
  const name = (id: string): string => (names.get(id) ?? id).toLowerCase();
  return swaps.map(({ from, to, pieces }) => `${pieces} ${name(to)} in place of ${name(from)}`).join(', ');
}
