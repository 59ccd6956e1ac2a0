import type { OrderDraft } from '@alnage/contract';
import type { OrderContents } from '@alnage/core';
import type { BoxEntity } from '../boxes/box.entity';

/** What is ordered with every box filled: as chosen, or as the box is. Boxes that are not known stay as they are. */
export function filledContents(
  { lines, boxes }: Pick<OrderDraft, 'lines' | 'boxes'>,
  known: ReadonlyMap<string, Pick<BoxEntity, 'contents'>>,
): OrderContents {
  return {
    lines,
    boxes: boxes.map(({ box, count, contents }) => ({
      box,
      count,
      contents: contents.length > 0 ? contents : (known.get(box)?.contents ?? []),
    })),
  };
}
