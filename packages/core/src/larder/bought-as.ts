import type { CoatingDescription } from '../coating/coating-flow';
import { isSameItem, type LarderItem } from './use';

/** So much of a whole, by mass. */
export interface ItemShare {
  readonly item: LarderItem;
  readonly share: number;
}

type Mixed = Pick<CoatingDescription, 'id' | 'kind' | 'parts' | 'thinnedPercent' | 'thinnedWith'>;

/**
 * What is bought for a coating, by mass: itself, or what a blend is made of; and the fat that is stirred in, where it is one that is
 * counted. By hand: milk with 5% of butter oil is 95% milk and 5% butter oil; one to one with dark, all of it thinned by 4%: 48% and 48%.
 * Source: conservation of mass.
 */
export function boughtAs(coating: Mixed, all: readonly Mixed[]): ItemShare[] {
  const whole = coating.parts.reduce((sum, { parts }) => sum + parts, 0);
  const made =
    coating.kind === 'blend' && whole > 0
      ? coating.parts.flatMap(({ coating: id, parts }) => {
          const part = all.find((each) => each.id === id);
          const own = part && part.kind !== 'blend' ? thinned(part, [itself(part.id)]) : [itself(id)];
          return own.map(({ item, share }) => ({ item, share: (share * parts) / whole }));
        })
      : [itself(coating.id)];
  return summed(thinned(coating, made));
}

function itself(id: string): ItemShare {
  return { item: { kind: 'coating', id }, share: 1 };
}

function thinned({ thinnedPercent, thinnedWith }: Mixed, made: readonly ItemShare[]): ItemShare[] {
  if (!thinnedWith || thinnedPercent === 0) return [...made];
  const fat = thinnedPercent / 100;
  return [
    ...made.map(({ item, share }) => ({ item, share: share * (1 - fat) })),
    { item: { kind: 'supply', id: thinnedWith }, share: fat },
  ];
}

function summed(shares: readonly ItemShare[]): ItemShare[] {
  return shares.reduce<ItemShare[]>((all, each) => {
    const known = all.findIndex(({ item }) => isSameItem(item, each.item));
    if (known < 0) return [...all, each];
    return all.with(known, { item: each.item, share: all[known]!.share + each.share });
  }, []);
}
