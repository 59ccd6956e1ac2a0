import type { NeedPart, NeedView } from '@alnage/contract';
import type { BuyingOption, ItemNeed, ItemUse, LarderItem, UseCause } from '@alnage/core';

const MS_PER_MINUTE = 60_000;

const instantIn =
  (start: Date) =>
  (minute: number): string =>
    new Date(start.getTime() + minute * MS_PER_MINUTE).toISOString();

/** The sum that a need is made of: uses of one cause together, in the order in which they begin. */
export function partsOf(uses: readonly ItemUse[], start: Date): NeedPart[] {
  const parts = new Map<string, NeedPart>();
  for (const { cause, amount, minute } of [...uses].sort((a, b) => a.minute - b.minute)) {
    const of = partOf(cause);
    const key = JSON.stringify([of.kind, of.piece, of.recipe, of.box, of.bowl]);
    const before = parts.get(key);
    const firstAt = before?.firstAt ?? instantIn(start)(minute);
    const count = (before?.count ?? 0) + of.count;
    parts.set(key, { ...of, count, amount: (before?.amount ?? 0) + amount, firstAt });
  }
  return [...parts.values()];
}

function partOf(cause: UseCause): Omit<NeedPart, 'amount' | 'firstAt'> {
  const none = { piece: null, recipe: null, box: null, bowl: null };
  switch (cause.kind) {
    case 'batch':
      return { ...none, kind: cause.kind, piece: cause.piece, recipe: cause.recipe, count: cause.pieces };
    case 'on-pieces':
      return { ...none, kind: cause.kind, piece: cause.piece, count: cause.pieces };
    case 'to-spare':
    case 'tail':
      return { ...none, kind: cause.kind, bowl: cause.bowl, count: 1 };
    case 'reserve':
      return { ...none, kind: cause.kind, count: 1 };
    case 'box':
      return { ...none, kind: cause.kind, box: cause.box, count: cause.boxes };
    case 'parcel':
      return { ...none, kind: cause.kind, count: cause.parcels };
  }
}

export function needView(
  need: ItemNeed,
  {
    item,
    parts,
    outOfDate,
    start,
  }: {
    readonly item: LarderItem;
    readonly parts: NeedPart[];
    readonly outOfDate: number;
    readonly start: Date;
  },
): NeedView {
  const at = instantIn(start);
  const { course, usedAmount, service, spareAmount, neededAmount, hereAmount, boughtAmount } = need;
  return {
    ...{ item, parts, usedAmount, service, spareAmount, neededAmount, hereAmount, boughtAmount },
    spoiledAmount: course.spoiledAmount + outOfDate,
    shortAmount: course.shortAmount,
    runsOutAt: need.runsOutMinute === null ? null : at(need.runsOutMinute),
    purchases: need.purchases.map(({ buyBy, firstUse, lastUse, packs, ...purchase }) => ({
      ...{ buyBy: at(buyBy), firstUse: at(firstUse), lastUse: at(lastUse) },
      ...purchase,
      packs: packs.map(({ grams: size, priceMinor, count }) => ({ size, priceMinor, count })),
    })),
    priceMinor: need.priceMinor,
    chanceShort: need.chanceShort,
    fewer: need.fewer && optionView(need.fewer),
    more: need.more && optionView(need.more),
  };
}

function optionView({ packGrams: packSize, ...rest }: BuyingOption): NonNullable<NeedView['fewer']> {
  return { packSize, ...rest };
}
