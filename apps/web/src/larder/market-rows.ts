import type { Larder, Workshop } from '@alnage/contract';
import type { LarderItem } from '@alnage/core/larder';
import { money } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import { baseOf, itemKey, itemName, neededText, packsText } from '../shared/larder/larder-words';

/** One thing to be bought at one time. */
export interface MarketRow {
  readonly key: string;
  readonly item: LarderItem;
  readonly name: string;
  readonly packs: string;
  /** What comes in when it is bought, in what it is counted in. */
  readonly amount: number;
  readonly by: string;
  readonly isLate: boolean;
  readonly uses: string;
  readonly priceMinor: number;
  readonly price: string;
}

/** What one supplier has of it. */
export interface MarketStall {
  readonly supplier: string;
  readonly rows: readonly MarketRow[];
  readonly total: string;
}

const NO_SUPPLIER = 'Any shop';

/** What is to be bought, by supplier, the most urgent first; whoever must be gone to first stands first. */
export function marketStalls(larder: Larder, workshop: Workshop, now: number): MarketStall[] {
  const wall = new WallTime(workshop.timeZone);
  const rows = larder.needs
    .flatMap(({ item, purchases }) => purchases.map((purchase) => ({ item, purchase })))
    .sort((a, b) => a.purchase.buyBy.localeCompare(b.purchase.buyBy))
    .map(({ item, purchase }) => {
      const { buyBy, firstUse, lastUse, packs, boughtAmount, wantedAmount, priceMinor } = purchase;
      const supplier = workshop.supplies.find(({ id }) => item.kind === 'supply' && id === item.id)?.supplier;
      const [first, last] = [firstUse, lastUse].map((at) => wall.day(Date.parse(at)));
      const row: MarketRow = {
        key: `${itemKey(item)} ${buyBy}`,
        item,
        name: itemName(item, workshop),
        packs:
          packs.length > 0
            ? packsText(item, packs, workshop)
            : neededText(wantedAmount, baseOf(item, workshop)),
        amount: packs.length > 0 ? boughtAmount : Math.ceil(wantedAmount),
        by: wall.dayTime(Date.parse(buyBy)),
        isLate: Date.parse(buyBy) < now,
        uses: first === last ? `for ${first}` : `for ${first} to ${last}`,
        priceMinor,
        price: priceMinor > 0 ? money(priceMinor, workshop.currency) : '',
      };
      return { supplier: supplier || NO_SUPPLIER, row };
    });
  return [...new Set(rows.map(({ supplier }) => supplier))].map((supplier) => {
    const own = rows.filter((each) => each.supplier === supplier).map(({ row }) => row);
    const minor = own.reduce((sum, { priceMinor }) => sum + priceMinor, 0);
    return { supplier, rows: own, total: money(minor, workshop.currency) };
  });
}
