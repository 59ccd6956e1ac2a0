import type { NeedPart, NeedView, Workshop } from '@alnage/contract';
import { count, counted, money, percent } from '../shared/formats/formats';
import type { FigureRow } from '../shared/figures/figure-table';
import type { WallTime } from '../shared/formats/wall-time';
import { baseOf, itemName, neededText, packText, packsText, stockText } from '../shared/larder/larder-words';

/** What the sentences of a need are made with. */
export interface NeedContext {
  readonly workshop: Workshop;
  readonly pieceNames: ReadonlyMap<string, string>;
  readonly wall: WallTime;
}

/** The sum that a need is made of: every row, what is to spare, what is there, what is short. */
export function needRows(need: NeedView, context: NeedContext): FigureRow[] {
  const base = baseOf(need.item, context.workshop);
  const row = (label: string, value: string, isSum = false): FigureRow => ({ label, value, isSum });
  const parts = need.parts.map((part) => row(partText(part, context), neededText(part.amount, base)));
  const spare =
    need.spareAmount > 0
      ? [
          row(
            `to spare, so that it is enough ${percent(need.service)} of the time`,
            neededText(need.spareAmount, base),
          ),
        ]
      : [];
  const drawn = need.neededAmount - need.shortAmount;
  return [
    ...parts,
    ...spare,
    row('needed', neededText(need.neededAmount, base), true),
    ...(drawn > 0 ? [row('in stock', `−${stockText(drawn, base)}`)] : []),
    ...(need.shortAmount > 0 ? [row('short of', neededText(need.shortAmount, base), true)] : []),
    ...sortedOutRow(need, context),
  ];
}

function sortedOutRow({ item, purchases, shortAmount }: NeedView, { workshop }: NeedContext): FigureRow[] {
  const wanted = purchases.reduce((sum, { wantedAmount }) => sum + wantedAmount, 0);
  if (wanted - shortAmount < 1e-6) return [];
  const supply = workshop.supplies.find(({ id }) => id === item.id);
  const label = `with ${percent(supply?.sortedOutShare ?? 0)} that is sorted out`;
  return [{ label, value: neededText(wanted, baseOf(item, workshop)), isSum: true }];
}

function partText(part: NeedPart, { workshop, pieceNames }: NeedContext): string {
  const piece = part.piece === null ? '' : (pieceNames.get(part.piece) ?? part.piece);
  switch (part.kind) {
    case 'batch':
      return `${recipeText(part, workshop)}for ${count(part.count)} ${piece.toLowerCase()}`;
    case 'on-pieces':
      return `on ${count(part.count)} ${piece.toLowerCase()}`;
    case 'to-spare':
      return `to spare in ${nameIn(workshop.bowls, part.bowl)}, ${counted(part.count, 'melt')}`;
    case 'tail':
      return `tail in ${nameIn(workshop.bowls, part.bowl)}, ${counted(part.count, 'melt')}`;
    case 'reserve':
      return 'solid in reserve';
    case 'box':
      return `${count(part.count)} × ${nameIn(workshop.boxes, part.box).toLowerCase()}`;
    case 'parcel':
      return counted(part.count, 'parcel');
  }
}

function recipeText({ recipe }: NeedPart, { recipes }: Workshop): string {
  return recipe === null ? '' : `${nameIn(recipes, recipe).toLowerCase()} `;
}

function nameIn(all: readonly { readonly id: string; readonly name: string }[], id: string | null): string {
  return all.find((each) => each.id === id)?.name ?? id ?? '';
}

/** What buying a pack fewer or more would come to, in sentences. */
export function optionTexts(need: NeedView, { workshop }: NeedContext): string[] {
  const { item, fewer, more, priceMinor } = need;
  const pack = (size: number): string => packText(item, size, workshop);
  const cost = (minor: number): string => money(Math.abs(minor), workshop.currency);
  return [
    ...(fewer
      ? [
          `One pack of ${pack(fewer.packSize)} fewer saves ${cost(priceMinor - fewer.priceMinor)}; ${chanceText(fewer.chanceShort)}.`,
        ]
      : []),
    ...(more
      ? [
          `One pack of ${pack(more.packSize)} more costs ${cost(more.priceMinor - priceMinor)}; ${chanceText(more.chanceShort)}.`,
        ]
      : []),
  ];
}

/** A chance as people say it: 4 chances in 10 that it runs short. */
export function chanceText(chance: number): string {
  if (chance > 0.995) return 'it is almost certain to run short';
  if (chance < 0.005) return 'it is almost certain to be enough';
  const [of, many] =
    chance >= 0.1 ? [10, Math.round(chance * 10)] : [100, Math.max(1, Math.round(chance * 100))];
  return `${counted(many, 'chance')} in ${of} that it runs short`;
}

/** Until when what is here lasts; nothing where it does, or where none is here. */
export function lastsText({ runsOutAt, hereAmount }: NeedView, { wall }: NeedContext): string {
  if (runsOutAt === null || hereAmount <= 0) return '';
  return `What is in stock lasts until ${wall.dayTime(Date.parse(runsOutAt))}.`;
}

/** When to buy how many packs for which uses. */
export function purchaseTexts({ item, purchases }: NeedView, { workshop, wall }: NeedContext): string[] {
  return purchases.map(({ buyBy, firstUse, lastUse, packs }) => {
    const what = packs.length > 0 ? packsText(item, packs, workshop) : itemName(item, workshop).toLowerCase();
    const [first, last] = [wall.dayTime(Date.parse(firstUse)), wall.dayTime(Date.parse(lastUse))];
    const used = first === last ? `used ${first}` : `used ${first} to ${last}`;
    return `${what} by ${wall.dayTime(Date.parse(buyBy))}, ${used}`;
  });
}
