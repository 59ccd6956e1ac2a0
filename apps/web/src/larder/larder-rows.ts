import type { Larder, NeedView, Workshop } from '@alnage/contract';
import { money } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import {
  baseOf,
  itemKey,
  itemKind,
  itemName,
  neededText,
  packsText,
  stockText,
} from '../shared/larder/larder-words';

/** One item of the larder against what the plan needs of it. */
export interface LarderRow {
  readonly key: string;
  readonly need: NeedView;
  readonly name: string;
  readonly kind: string;
  readonly here: string;
  readonly needed: string;
  /** Shares of the bar: what is there, and where what is needed ends. */
  readonly hereShare: number;
  readonly neededShare: number;
  readonly buy: string;
  readonly by: string;
  /** Whether it should have been bought by now. */
  readonly isLate: boolean;
  readonly cost: string;
  readonly state: 'short' | 'enough' | 'unused';
}

export interface RowsInput {
  readonly larder: Larder;
  readonly workshop: Workshop;
  readonly now: number;
  readonly find: string;
  readonly shown: LarderShown;
  /** Until when what is to be bought is looked at; null: all of it. */
  readonly until: number | null;
}

export const LARDER_SHOWN = ['all', 'to-buy', 'used'] as const;
export type LarderShown = (typeof LARDER_SHOWN)[number];

/** What is to be bought first, by when; then what there is enough of; then what nobody uses. */
export function larderRows(input: RowsInput): LarderRow[] {
  const { larder, workshop, find, shown, until } = input;
  const wall = new WallTime(workshop.timeZone);
  const wanted = find.trim().toLowerCase();
  return larder.needs
    .map((need) => larderRow(need, input, wall))
    .filter(({ name, kind }) => `${name} ${kind}`.toLowerCase().includes(wanted))
    .filter(({ state }) => shown === 'all' || (shown === 'to-buy' ? state === 'short' : state !== 'unused'))
    .filter(({ need }) => until === null || buyByOf(need) < until)
    .sort((a, b) => ORDER[a.state] - ORDER[b.state] || buyByOf(a.need) - buyByOf(b.need));
}

const ORDER = { short: 0, enough: 1, unused: 2 } as const;

/** When the first of it must be bought; Infinity where nothing must. */
export function buyByOf({ purchases }: NeedView): number {
  return Math.min(...purchases.map(({ buyBy }) => Date.parse(buyBy)));
}

function larderRow(need: NeedView, { workshop, now }: RowsInput, wall: WallTime): LarderRow {
  const { item, hereAmount, neededAmount, purchases } = need;
  const base = baseOf(item, workshop);
  const most = Math.max(hereAmount, neededAmount, 1e-9);
  const buyBy = buyByOf(need);
  return {
    key: itemKey(item),
    need,
    name: itemName(item, workshop),
    kind: itemKind(item, workshop),
    here: stockText(hereAmount, base),
    needed: neededAmount > 0 ? neededText(neededAmount, base) : '–',
    hereShare: hereAmount / most,
    neededShare: neededAmount / most,
    ...buyText(need, workshop),
    by: Number.isFinite(buyBy) ? wall.dayTime(buyBy) : '',
    isLate: buyBy < now,
    state: purchases.length > 0 ? 'short' : neededAmount > 0 ? 'enough' : 'unused',
  };
}

function buyText(
  { item, purchases, neededAmount, shortAmount, priceMinor }: NeedView,
  workshop: Workshop,
): Pick<LarderRow, 'buy' | 'cost'> {
  if (purchases.length === 0) return { buy: neededAmount > 0 ? 'enough' : 'not used', cost: '' };
  const packs = summed(purchases.flatMap((purchase) => purchase.packs));
  if (packs.length === 0)
    return { buy: `${neededText(shortAmount, baseOf(item, workshop))}, no pack size known`, cost: '' };
  return { buy: packsText(item, packs, workshop), cost: money(priceMinor, workshop.currency) };
}

/** Packs of one size together. */
export function summed<P extends { readonly size: number; readonly count: number }>(
  packs: readonly P[],
): P[] {
  const sizes = [...new Set(packs.map(({ size }) => size))];
  return sizes.map((size) => {
    const own = packs.filter((pack) => pack.size === size);
    return { ...own[0]!, count: own.reduce((sum, { count }) => sum + count, 0) };
  });
}
