import { packsToBuy } from '../buying/packs-to-buy';
import type { Pack } from '../coating/coating-flow';
import { requireWithin } from '../input/bounds';
import type { TimedAmount } from './stock-course';
import { SORTED_OUT_SHARE } from './supply';

/** How something is bought: its packs in what its stock is counted in, and how long it keeps. */
export interface BuyingTerms {
  /** `grams` of a pack are pieces where stock is counted so. */
  readonly packs: readonly Pack[];
  readonly sortedOutShare: number;
  readonly keepsHours: number | null;
  readonly aheadHours: number;
}

/** One time that something is bought. */
export interface Purchase {
  /** By which it must be bought; its own keeping lets it be bought so late and no later. */
  readonly buyBy: number;
  /** First and last use of it. */
  readonly firstUse: number;
  readonly lastUse: number;
  /** What is used of it, and what must be bought so that this is left once sorted. */
  readonly usedAmount: number;
  readonly wantedAmount: number;
  readonly packs: readonly { readonly grams: number; readonly priceMinor: number; readonly count: number }[];
  readonly boughtAmount: number;
  readonly priceMinor: number;
}

const MINUTES = 60;

/**
 * What to buy for what is short, in as few times as its keeping allows: each time as late as the first use of it lets,
 * for all uses until it spoils, in the packs that cost least. Something without packs is told without them.
 * By hand: short of 40 at minute 6,000 and 60 at 9,000, keeps 24 h, bought 12 h ahead: 40 by 5,280, which keep until
 * 6,720, and 60 by 8,280. Source: shop default. @throws InputError
 */
export function purchasesFor(short: readonly TimedAmount[], terms: BuyingTerms): Purchase[] {
  requireWithin('/sortedOutShare', terms.sortedOutShare, SORTED_OUT_SHARE);
  const purchases: Purchase[] = [];
  let rest = [...short].sort((a, b) => a.minute - b.minute);
  while (rest.length > 0) {
    const first = rest[0]!.minute;
    const buyBy = first - terms.aheadHours * MINUTES;
    const keepsUntil = terms.keepsHours === null ? Infinity : buyBy + terms.keepsHours * MINUTES;
    // something that does not keep from buying to use is bought for each use by itself
    const lasts = Math.max(first, keepsUntil);
    const covered = rest.filter(({ minute }) => minute <= lasts);
    rest = rest.filter(({ minute }) => minute > lasts);
    const usedAmount = covered.reduce((sum, { amount }) => sum + amount, 0);
    const wantedAmount = usedAmount / (1 - terms.sortedOutShare);
    purchases.push({
      ...{ buyBy, firstUse: first, lastUse: covered.at(-1)!.minute, usedAmount, wantedAmount },
      ...packsOf(wantedAmount, terms.packs),
    });
  }
  return purchases;
}

function packsOf(
  wanted: number,
  packs: readonly Pack[],
): Pick<Purchase, 'packs' | 'boughtAmount' | 'priceMinor'> {
  if (packs.length === 0) return { packs: [], boughtAmount: 0, priceMinor: 0 };
  const { packs: chosen, boughtGrams, priceMinor } = packsToBuy(wanted, packs);
  return { packs: chosen, boughtAmount: boughtGrams, priceMinor };
}
