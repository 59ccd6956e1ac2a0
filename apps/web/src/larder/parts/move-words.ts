import type { LotMove, Workshop } from '@alnage/contract';
import type { WallTime } from '../../shared/formats/wall-time';
import { stockText } from '../../shared/larder/larder-words';

const MOVE_WORDS: Readonly<Record<LotMove['kind'], string>> = {
  received: 'came in',
  used: 'used',
  counted: 'by count',
  discarded: 'thrown away',
  returned: 'given back',
};

/** What was done to a lot, when and by whom: −1.24 kg used, Thu 18, 09:10, Runa: Batch b7. */
export function moveText(
  { at, by, kind, amount, reason }: LotMove,
  {
    base,
    wall,
    workshop,
  }: { readonly base: 'g' | 'piece'; readonly wall: WallTime; readonly workshop: Workshop | null },
): string {
  const who = workshop?.people.find(({ id }) => id === by)?.name;
  const signed = `${amount < 0 ? '−' : '+'}${stockText(Math.abs(amount), base)}`;
  const when = [wall.dayTime(Date.parse(at)), ...(who ? [who] : [])].join(', ');
  return `${signed} ${MOVE_WORDS[kind]}, ${when}${reason ? `: ${reason}` : ''}`;
}
