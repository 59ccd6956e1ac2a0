import type { CoatingDescription } from '../coating/coating-flow';
import { COATING_COMPOSITIONS, KNOWN_COMPOSITIONS, NOTHING, type Composition } from './composition';

type Described = Pick<CoatingDescription, 'id' | 'kind' | 'parts' | 'thinnedPercent' | 'thinnedWith'>;

/** What a supply that is stirred in is made of; null where that is not known. */
type FatOf = (supply: string) => Composition | null;

/**
 * What 100 g of a coating as it is worked are made of: by its kind, of a blend by mass of its parts, with the fat that is
 * stirred in, as neutral oil where it is not known. By hand: dark with 5% fat: 36·0.95 + 5 = 39.2 g of fat. Null for a blend of what there is not.
 * Source: conservation of mass; kinds are a shop default.
 */
export function compositionOfCoating(
  coating: Described,
  all: readonly Described[],
  fatOf: FatOf = () => null,
): Composition | null {
  const plain = coating.kind === 'blend' ? ofBlend(coating, all, fatOf) : COATING_COMPOSITIONS[coating.kind];
  if (plain === null) return null;
  const fat = coating.thinnedPercent / 100;
  return mixed([
    [plain, 1 - fat],
    [(coating.thinnedWith && fatOf(coating.thinnedWith)) || KNOWN_COMPOSITIONS['neutral-oil']!, fat],
  ]);
}

function ofBlend({ id, parts }: Described, all: readonly Described[], fatOf: FatOf): Composition | null {
  const whole = parts.reduce((sum, each) => sum + each.parts, 0);
  const made = parts.map(({ coating, parts: share }): [Composition | null, number] => {
    const part = all.find((each) => each.id === coating);
    const isPlain = part !== undefined && part.kind !== 'blend' && part.id !== id;
    return [isPlain ? compositionOfCoating(part, all, fatOf) : null, share / whole];
  });
  const known = made.filter((each): each is [Composition, number] => each[0] !== null);
  return whole > 0 && known.length === made.length ? mixed(known) : null;
}

/** What does not dissolve, by its shares. */
function mixed(shares: readonly (readonly [made: Composition, share: number])[]): Composition {
  const { asSucrose, ...parts } = NOTHING;
  const sum = (part: keyof typeof parts): number =>
    shares.reduce((grams, [made, share]) => grams + made[part] * share, 0);
  const sums = (Object.keys(parts) as (keyof typeof parts)[]).map((part) => [part, sum(part)]);
  return { ...(Object.fromEntries(sums) as typeof parts), asSucrose };
}
