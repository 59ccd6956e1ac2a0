import type { Workshop } from '@alnage/contract';
import { baseAmountOf, type LarderItem, type SupplyKind } from '@alnage/core/larder';
import {
  gramsOf,
  gramsOfMass,
  roundAmount,
  type AmountUnit,
  type Matter,
  type RecipeStep,
} from '@alnage/core/recipes';
import {
  fractionText,
  millilitresPer,
  ouncesFromGrams,
  type Measures,
  type VolumeUnit,
} from '@alnage/core/units';
import { choicesOf } from '../forms/choice-field';
import { count, duration, mass, percent, temperature, volume } from '../formats/formats';
import { units } from '../units/units';

export const UNIT_WORDS: Readonly<Record<AmountUnit, string>> = {
  g: 'g',
  kg: 'kg',
  oz: 'oz',
  lb: 'lb',
  ml: 'ml',
  dl: 'dl',
  l: 'l',
  tsp: 'teaspoons',
  tbsp: 'tablespoons',
  cup: 'cups',
  floz: 'fl oz',
  piece: 'pieces',
};
export const UNIT_CHOICES = choicesOf(UNIT_WORDS);

export const SUPPLY_KIND_WORDS: Readonly<Record<SupplyKind, string>> = {
  fruit: 'fruit',
  dairy: 'dairy',
  chocolate: 'chocolate and cocoa',
  nuts: 'nuts',
  sugar: 'sugar and syrup',
  fat: 'fat',
  dry: 'dry goods',
  flavour: 'flavour and finish',
  'bought-centre': 'bought centre',
  'always-there': 'always there, as tap water is',
  packing: 'packing',
};

const SHORT_UNITS: Readonly<Partial<Record<AmountUnit, string>>> = {
  tsp: 'tsp',
  tbsp: 'tbsp',
  cup: 'cups',
  piece: 'pieces',
};

const amounts = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 3 });
const SPOONED: readonly AmountUnit[] = ['cup', 'tbsp', 'tsp'];

/** An amount as a recipe says it: 2.5 dl, 3½ tbsp, 1 cup, 12 pieces. */
export function amountText({ amount, unit }: { readonly amount: number; readonly unit: AmountUnit }): string {
  const said = SHORT_UNITS[unit] ?? UNIT_WORDS[unit];
  const figure = (SPOONED.includes(unit) ? fractionText(amount) : null) ?? amounts.format(amount);
  return `${figure} ${amount <= 1 ? said.replace(/^(cup|piece)s$/, '$1') : said}`;
}

const CUSTOMARY: readonly AmountUnit[] = ['oz', 'lb', 'floz'];
const METRIC: readonly AmountUnit[] = ['g', 'kg', 'ml', 'dl', 'l'];

/** A pack as it is sold, in the units of whoever reads: 2.5 kg, 1 l; 5.51 lb, 33.8 fl oz. */
export function soldText(pack: { readonly amount: number; readonly unit: AmountUnit }): string {
  const { amount, unit } = pack;
  const isTheirs = !(units().mass === 'g' ? CUSTOMARY : METRIC).includes(unit);
  if (isTheirs) return amountText(pack);
  const grams = gramsOfMass(pack);
  if (grams !== null) return mass(grams);
  return volume(amount * millilitresPer(unit as VolumeUnit, 'us'));
}

/** What a scale that shows grams can do. Shop default. */
const SCALE_STEP_GRAMS = 1;
/** What nobody tastes is not told. */
const TOLD_ERROR_SHARE = 0.01;

/** What a line of a recipe takes by the scale; where more goes in by feel, from the least to the most: 0 to 40 g, by feel. */
export function lineGramsText(
  grams: number,
  line: { readonly unit: AmountUnit; readonly upTo?: number } & Matter,
  measures: Measures,
): string {
  if (line.upTo === undefined) return weighedText(grams);
  const most = gramsOf({ amount: line.upTo, unit: line.unit }, line, { measures, field: '' });
  return `${grams > 0 ? weighedText(grams) : '0'} to ${weighedText(most)}, by feel`;
}

/** An amount as spoon and cup can do it, with the error that makes where it matters; nothing for what is weighed. */
export function measuredText(
  line: { readonly amount: number; readonly unit: AmountUnit } & Matter,
  measures: Measures,
): string {
  if (line.amount === 0 || ['g', 'kg', 'oz', 'lb'].includes(line.unit)) return '';
  const asked = { measures, field: '', stepGrams: SCALE_STEP_GRAMS };
  const rounded = roundAmount(line, line, asked);
  const said = rounded.parts.map(amountText).join(' + ');
  if (line.unit === 'piece') return pieceText(line.amount, rounded.parts[0]!.amount);
  const share = Math.abs(rounded.errorShare);
  const error =
    share < TOLD_ERROR_SHARE ? '' : `, ${percent(share)} too ${rounded.errorShare > 0 ? 'much' : 'little'}`;
  return `${said}${error}`;
}

/** What cannot be split is taken whole; all else follows it where that matters. */
function pieceText(wanted: number, whole: number): string {
  const said = amountText({ amount: whole, unit: 'piece' });
  const factor = whole / wanted;
  return Math.abs(factor - 1) < TOLD_ERROR_SHARE
    ? said
    : `${said}: take × ${amounts.format(Number(factor.toFixed(2)))} of all else, or ${amounts.format(wanted)} by weight`;
}

/** Grams as a scale shows them, to a tenth below a hundred: 4.5 g, 312 g, 1.24 kg. */
export function weighedText(grams: number): string {
  if (grams >= 100 || units().mass !== 'g')
    return grams >= 10 || units().mass === 'g' ? mass(grams) : fineOunces(grams);
  return `${new Intl.NumberFormat('en-GB', { maximumFractionDigits: grams < 10 ? 2 : 1 }).format(grams)} g`;
}

function fineOunces(grams: number): string {
  return `${new Intl.NumberFormat('en-GB', { maximumFractionDigits: 2 }).format(ouncesFromGrams(grams))} oz`;
}

/** To which temperature, how long hands are busy, how long it rests: 80 °C · 12 min · then rests 4 h. */
export function stepText({ celsius, workMinutes, restMinutes }: RecipeStep): string {
  return [
    ...(celsius === null ? [] : [temperature(celsius)]),
    ...(workMinutes > 0 ? [duration(workMinutes)] : []),
    ...(restMinutes > 0 ? [`then rests ${duration(restMinutes)}`] : []),
  ].join(' · ');
}

/** What stock of an item is counted in. */
export function baseOf(item: LarderItem, workshop: Workshop | null): 'g' | 'piece' {
  if (item.kind === 'coating') return 'g';
  return workshop?.supplies.find(({ id }) => id === item.id)?.base ?? 'g';
}

/** So much of an item: a mass, or a number of pieces. */
export function stockText(amount: number, base: 'g' | 'piece'): string {
  return base === 'piece' ? count(Math.round(amount)) : weighedText(amount);
}

/** The same rounded up, for what is needed: nobody buys half a berry. */
export function neededText(amount: number, base: 'g' | 'piece'): string {
  return base === 'piece' ? count(Math.ceil(amount - 1e-9)) : weighedText(amount);
}

export function itemName(item: LarderItem, workshop: Workshop | null): string {
  const among = item.kind === 'coating' ? workshop?.coatings : workshop?.supplies;
  return among?.find(({ id }) => id === item.id)?.name ?? item.id;
}

/** What an item is: a coating, or a supply's kind. */
export function itemKind(item: LarderItem, workshop: Workshop | null): string {
  if (item.kind === 'coating') return 'coating';
  const supply = workshop?.supplies.find(({ id }) => id === item.id);
  return supply ? SUPPLY_KIND_WORDS[supply.kind] : '';
}

/** What the packs of an item hold, in what it is counted in. */
export function packSizes(item: LarderItem, workshop: Workshop | null): number[] {
  if (item.kind === 'coating')
    return workshop?.coatings.find(({ id }) => id === item.id)?.own.packs.map(({ grams }) => grams) ?? [];
  const supply = workshop?.supplies.find(({ id }) => id === item.id);
  const measuring = { measures: 'metric', field: '/packs' } as const;
  return supply?.packs.map((pack) => Math.floor(baseAmountOf(pack, supply, measuring))) ?? [];
}

/** The pack of an item by its size, as it is sold: 2.5 kg, 1 l, 25. */
export function packText(item: LarderItem, size: number, workshop: Workshop | null): string {
  if (baseOf(item, workshop) === 'piece') return `${count(size)} pieces`;
  const supply = item.kind === 'supply' ? workshop?.supplies.find(({ id }) => id === item.id) : undefined;
  if (!supply) return mass(size);
  const single = supply.packs.length === 1 ? supply.packs[0] : undefined;
  if (single) return soldText(single);
  return stockText(size, supply.base);
}

/** So many packs of a size. */
export function packsText(
  item: LarderItem,
  packs: readonly { readonly size: number; readonly count: number }[],
  workshop: Workshop | null,
): string {
  return packs.map(({ size, count: n }) => `${count(n)} × ${packText(item, size, workshop)}`).join(' + ');
}

/** Key of an item, for lists and addresses. */
export function itemKey({ kind, id }: LarderItem): string {
  return `${kind}:${id}`;
}
