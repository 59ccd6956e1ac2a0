import { chanceShort, serviceOf, spareFor, type RiskCosts, type SpreadAmount } from './buying-choice';
import { purchasesFor, type BuyingTerms, type Purchase } from './purchases';
import { stockCourse, type LotThere, type StockCourse } from './stock-course';
import type { ItemUse } from './use';

/** What is asked about one item. */
export interface ItemQuestion {
  readonly uses: readonly ItemUse[];
  /** Spread of what is used, in what it is counted in. */
  readonly sd: number;
  readonly lots: readonly LotThere[];
  readonly terms: BuyingTerms;
  readonly costs: RiskCosts;
}

/** Buying one pack fewer or more than is told, and what that risks. */
export interface BuyingOption {
  readonly packGrams: number;
  readonly boughtAmount: number;
  readonly priceMinor: number;
  /** Chance that it does not do. */
  readonly chanceShort: number;
}

/** What there is of an item, what is needed, and what to buy. */
export interface ItemNeed {
  /** Taken, with what is melted to spare. */
  readonly usedAmount: number;
  readonly service: number;
  /** To have beyond it. */
  readonly spareAmount: number;
  /** What is taken and what is to spare. */
  readonly neededAmount: number;
  readonly course: StockCourse;
  /** In date when it is first used, or now where nobody uses it. */
  readonly hereAmount: number;
  readonly runsOutMinute: number | null;
  readonly purchases: readonly Purchase[];
  readonly boughtAmount: number;
  readonly priceMinor: number;
  readonly chanceShort: number;
  readonly fewer: BuyingOption | null;
  readonly more: BuyingOption | null;
}

/**
 * What is needed of an item against what is there: its uses with spare for their spread, drawn from the lots in date,
 * and what is short bought in time. What is melted to spare is spare already; what is missing of it stands at the last use.
 * By hand: 5,000 g on pieces with sd 300, 95%: 493 to spare, of which 300 melted: 5,300 taken and 193 beyond.
 * Source: shop default on the newsvendor's ratio. @throws InputError
 */
export function itemNeed({ uses, sd, lots, terms, costs }: ItemQuestion): ItemNeed {
  const usedAmount = uses.reduce((sum, { amount }) => sum + amount, 0);
  const meltedToSpare = uses.reduce(
    (sum, { amount, cause }) => (cause.kind === 'to-spare' ? sum + amount : sum),
    0,
  );
  const spread = { mean: usedAmount - meltedToSpare, sd };
  const service = serviceOf(costs);
  const spareAmount = usedAmount > 0 ? Math.max(0, spareFor(spread, service) - meltedToSpare) : 0;
  const last = Math.max(...uses.map(({ minute }) => minute));
  const drawn = spareAmount > 0 ? [...uses, { minute: last, amount: spareAmount }] : uses;
  const course = stockCourse(drawn, lots);
  const purchases = purchasesFor(course.short, terms);
  const sum = (of: (purchase: Purchase) => number): number =>
    purchases.reduce((total, each) => total + of(each), 0);
  const boughtAmount = sum((each) => each.boughtAmount);
  const priceMinor = sum((each) => each.priceMinor);
  // what is short of the spare and more is what is left to chance
  const kept = usedAmount + spareAmount - course.shortAmount;
  const outlook: Outlook = { spread, kept, terms, boughtAmount, priceMinor };
  return {
    ...{ usedAmount, service, spareAmount, neededAmount: usedAmount + spareAmount, course },
    hereAmount: lots.reduce((total, { amount }) => total + amount, 0),
    runsOutMinute: course.short[0]?.minute ?? null,
    ...{ purchases, boughtAmount, priceMinor },
    chanceShort: chanceWith(boughtAmount, outlook),
    ...optionsBeside(outlook, purchases),
  };
}

interface Outlook {
  readonly spread: SpreadAmount;
  readonly kept: number;
  readonly terms: BuyingTerms;
  readonly boughtAmount: number;
  readonly priceMinor: number;
}

function chanceWith(bought: number, { spread, kept, terms }: Outlook): number {
  return spread.mean === 0 ? 0 : chanceShort(kept + bought * (1 - terms.sortedOutShare), spread);
}

/** The smallest pack of what is bought left out, and the smallest there is bought beside. */
function optionsBeside(outlook: Outlook, purchases: readonly Purchase[]): Pick<ItemNeed, 'fewer' | 'more'> {
  const bySize = (a: { grams: number }, b: { grams: number }): number => a.grams - b.grams;
  const [less] = purchases.flatMap(({ packs }) => packs).sort(bySize);
  const [beside] = [...outlook.terms.packs].sort(bySize);
  const option = (pack: { grams: number; priceMinor: number }, sign: 1 | -1): BuyingOption => {
    const boughtAmount = outlook.boughtAmount + sign * pack.grams;
    return {
      packGrams: pack.grams,
      boughtAmount,
      priceMinor: outlook.priceMinor + sign * pack.priceMinor,
      chanceShort: chanceWith(boughtAmount, outlook),
    };
  };
  const isUsed = outlook.spread.mean > 0;
  return {
    fewer: less ? option(less, -1) : null,
    more: beside && isUsed ? option(beside, 1) : null,
  };
}
