import type { CoatingView, Workshop } from '@alnage/contract';
import { windowsOf, type TemperWindows } from '@alnage/core/temper';

/** Where a coating of a workshop melts, forms its crystals and is worked; a blend by its parts. */
export function windowsIn({ coatings }: Pick<Workshop, 'coatings'>, coating: CoatingView): TemperWindows {
  const all = coatings.map(({ id, own }) => ({ ...own, id }));
  return windowsOf({ ...coating.own, id: coating.id }, all);
}
