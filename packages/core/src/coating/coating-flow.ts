import { InputError } from '../input/input-error';
import { requireWithin, type Bound } from '../input/bounds';
import { WORKING_WINDOW_CELSIUS, YIELD_PASCAL, type CoatingKind } from './coating-kind';
import { YIELD_PA } from './film';

/** Fat stirred in, percent of the whole: beyond this it is another coating. */
export const THINNED_PERCENT: Bound = { min: 0, max: 40 };
export const STOCK_MONTHS: Bound = { min: 0, max: 36 };
export const WINDOW_CELSIUS: Bound = { min: 15, max: 60 };
export const BLEND_PARTS: Bound = { min: 0.01, max: 1000 };
export const PACK_GRAMS: Bound = { min: 1, max: 100_000, isInteger: true };

/** How thick a packet says that its coating runs, from thick (1) over ordinary (3) to very fluid (5). */
export type Fluidity = 1 | 2 | 3 | 4 | 5;
export const FLUIDITIES = [1, 2, 3, 4, 5] as const;

/** The yield value of a packet's step against that of an ordinary one of its kind. Source: shop default. */
export const FLUIDITY_FACTOR: Readonly<Record<Fluidity, number>> = { 1: 1.6, 2: 1.25, 3: 1, 4: 0.8, 5: 0.65 };

/** One coating in a blend, in parts by mass. */
export interface BlendPart {
  readonly coating: string;
  readonly parts: number;
}

/** A size in which a coating is bought, its price in minor units of the workshop's money. */
export interface Pack {
  readonly grams: number;
  readonly priceMinor: number;
}

/** A coating as a workshop describes it; a blend has parts and no fluidity of its own. */
export interface CoatingDescription {
  readonly id: string;
  readonly kind: CoatingKind | 'blend';
  readonly fluidity: Fluidity;
  /** A yield value that was measured; it then stands in place of kind and fluidity. */
  readonly measuredYieldPa: number | null;
  /** Fat stirred in, percent of the whole. */
  readonly thinnedPercent: number;
  /** The supply that this fat is; null or absent: one that nobody counts. */
  readonly thinnedWith?: string | null;
  readonly stockMonths: number;
  readonly windowLowCelsius: number;
  readonly windowHighCelsius: number;
  readonly parts: readonly BlendPart[];
  readonly packs: readonly Pack[];
  readonly allergens: readonly string[];
}

/** Flow of a coating: its yield value in working temper and the low end of its window. */
export interface CoatingFlow {
  readonly id: string;
  readonly yieldPa: number;
  readonly windowLowCelsius: number;
  /** How far the film is in doubt by the fat stirred in: a standard deviation of its logarithm. Absent: none was. */
  readonly thinnedLogSd?: number;
}

/** Fat that a coating of a kind has of its own, percent. Source: shop default, ordinary couverture and compound. */
export const OWN_FAT_PERCENT: Readonly<Record<CoatingKind, number>> = {
  dark: 36,
  milk: 32,
  white: 34,
  compound: 31,
};
/** A packet in which each percent of fat beyond its own does its share: dark, ordinary. */
const REFERENCE_FAT_PERCENT = OWN_FAT_PERCENT.dark;
const THINNING_PER_PERCENT = 1 / 3;
/** What a percent of fat does by how fluid the packet is: chips and bars of low cocoa butter take it up first. Shop default. */
const TAKES_THINNING: Readonly<Record<Fluidity, number>> = { 1: 0.6, 2: 0.8, 3: 1, 4: 1, 5: 1 };
/** How far the factor itself is in doubt, of its logarithm. Shop default. */
const THINNING_DOUBT = 0.5;

/** A packet as far as fat goes. */
export interface Packet {
  readonly fluidity: Fluidity;
  readonly ownFatPercent: number;
}
const ORDINARY_PACKET: Packet = { fluidity: 3, ownFatPercent: REFERENCE_FAT_PERCENT };

/** Percent of fat in all once so much is stirred in. By hand: dark with 36%, 5% stirred in: 36·0.95 + 5 = 39.2%. */
export function totalFatPercent(percent: number, ownFatPercent: number): number {
  requireWithin('/thinnedPercent', percent, THINNED_PERCENT);
  return ownFatPercent * (1 - percent / 100) + percent;
}

/**
 * Factor on the yield value for fat stirred in, by what that adds to the fat in all, always falling: 1/(1 + percent/3)
 * of a dark, ordinary packet; what has more fat of its own gains less by as much, and of a thick packet each percent does
 * less. By hand: 1% gives 0.75, 3% 0.5, 10% 0.23; 3% in the thickest 1/(1 + 0.6) = 0.625; 3% in milk, which has 32%
 * where dark has 36, 1/(1 + 0.68/0.64) = 0.485.
 * Source: shop default on Beckett, Industrial Chocolate Manufacture and Use. @throws InputError
 */
export function thinningFactor(percent: number, packet: Packet = ORDINARY_PACKET): number {
  const gained = totalFatPercent(percent, packet.ownFatPercent) - packet.ownFatPercent;
  const asInDark = gained / (1 - REFERENCE_FAT_PERCENT / 100);
  return 1 / (1 + THINNING_PER_PERCENT * TAKES_THINNING[packet.fluidity] * asInDark);
}

/**
 * Percent of fat that brings a coating back to the flow that it had when it was fresh; null for more than can be stirred
 * in. By hand: dark of 16 months is 1.3 times as thick: 0.9% brings it back.
 * Source: the inverse of thinningFactor. @throws InputError
 */
export function restoringPercent(kind: CoatingKind, months: number, fluidity: Fluidity = 3): number | null {
  return percentAgainst(kind, ageFactor(kind, months), fluidity);
}

/**
 * Percent of fat that takes back so many times as thick a flow; 0 for one that is thin enough, null for more than can be stirred in. By
 * hand: dark that is 1.3 times as thick: (1.3 − 1)·3 = 0.9%. Source: the inverse of thinningFactor.
 */
export function percentAgainst(
  kind: CoatingKind,
  timesAsThick: number,
  fluidity: Fluidity = 3,
): number | null {
  const takes = THINNING_PER_PERCENT * TAKES_THINNING[fluidity];
  const asInDark = Math.max(0, timesAsThick - 1) / takes;
  const percent = (asInDark * (100 - REFERENCE_FAT_PERCENT)) / (100 - OWN_FAT_PERCENT[kind]);
  return percent > THINNED_PERCENT.max ? null : percent;
}

/**
 * How far a film is in doubt by the fat that is stirred into its coating, a standard deviation of the logarithm: half of
 * what the thinning does. By hand: 3% halve the yield value: 0.5·ln 2 = 0.35. What is measured is known. A blend has the
 * doubt of its parts by mass, and of its own thinning. Source: shop default.
 * @throws InputError as yieldPaOf
 */
export function thinnedLogSd(coating: CoatingDescription, all: readonly CoatingDescription[]): number {
  const own = -THINNING_DOUBT * Math.log(thinningFactor(coating.thinnedPercent, packetOf(coating, all)));
  return coating.kind === 'blend' && coating.measuredYieldPa === null
    ? own + byMass(coating, all, (part) => thinnedLogSd(part, all))
    : own;
}

/** A blend has no packet of its own: ordinary, with its parts' fat by mass. */
function packetOf(coating: CoatingDescription, all: readonly CoatingDescription[]): Packet {
  const { kind, fluidity } = coating;
  return kind === 'blend'
    ? { fluidity: 3, ownFatPercent: byMass(coating, all, (part) => packetOf(part, all).ownFatPercent) }
    : { fluidity, ownFatPercent: OWN_FAT_PERCENT[kind] };
}

/** How many months a packet is usually good for from when it was made. Source: shop default, ordinary packets. */
const GOOD_MONTHS: Readonly<Record<CoatingKind, number>> = { dark: 24, milk: 18, white: 14, compound: 18 };
const MS_PER_MONTH = (365.25 / 12) * 86_400_000;

/**
 * How old a lot of a coating is, in months: by its best-before date, which is so long after it was made as is usual for its kind, but no
 * younger than it has lain here. By hand: milk that is good for 5 months more is 13 months old. Source: shop default.
 */
export function lotMonths(
  kind: CoatingKind,
  {
    receivedAt,
    bestBefore,
    now,
  }: { readonly receivedAt: number; readonly bestBefore: number | null; readonly now: number },
): number {
  const lain = Math.max(0, (now - receivedAt) / MS_PER_MONTH);
  const by = bestBefore === null ? 0 : GOOD_MONTHS[kind] - (bestBefore - now) / MS_PER_MONTH;
  return Math.min(STOCK_MONTHS.max, Math.max(lain, by));
}

/** Months that a coating keeps its flow, and how much thicker each month after makes it: white is touchiest. */
const FRESH_MONTHS = 6;
const AGEING_PER_MONTH: Readonly<Record<CoatingKind, number>> = {
  dark: 0.03,
  milk: 0.04,
  white: 0.06,
  compound: 0.02,
};

/**
 * Factor on the yield value for the age of the stock: 1 for half a year, then more by the month.
 * By hand: white of 11 months 1 + 0.06·5 = 1.3. Source: shop default. @throws InputError
 */
export function ageFactor(kind: CoatingKind, months: number): number {
  requireWithin('/stockMonths', months, STOCK_MONTHS);
  return 1 + AGEING_PER_MONTH[kind] * Math.max(0, months - FRESH_MONTHS);
}

/**
 * Yield value in Pa of a coating as it is described: kind·fluidity·thinning·age; a measured value takes the place of
 * kind and fluidity; a blend has its parts' values by mass, and its own thinning.
 * By hand: dark, ordinary, 1% thinned, fresh: 14/(1 + 1/3) = 10.5 Pa; dark and milk one to one 13 Pa.
 * @throws InputError for a figure out of range, a part that is not there, and a blend within a blend
 */
export function yieldPaOf(coating: CoatingDescription, all: readonly CoatingDescription[]): number {
  const thinning = thinningFactor(coating.thinnedPercent, packetOf(coating, all));
  if (coating.measuredYieldPa !== null)
    return requireWithin('/measuredYieldPa', coating.measuredYieldPa, YIELD_PA) * thinning;
  if (coating.kind === 'blend') return byMass(coating, all, (part) => yieldPaOf(part, all)) * thinning;
  const packet = YIELD_PASCAL[coating.kind] * FLUIDITY_FACTOR[coating.fluidity];
  return packet * thinning * ageFactor(coating.kind, coating.stockMonths);
}

/**
 * Yield value in Pa of a coating with so much more fat stirred in, in percent points; null where it takes no more.
 * By hand: dark, ordinary, from 0 to 1%: 10.5 Pa. @throws InputError as yieldPaOf
 */
export function thinnedYieldPa(
  coating: CoatingDescription,
  byPercent: number,
  all: readonly CoatingDescription[],
): number | null {
  const thinnedPercent = coating.thinnedPercent + byPercent;
  return thinnedPercent > THINNED_PERCENT.max ? null : yieldPaOf({ ...coating, thinnedPercent }, all);
}

/** A blend's window by mass between its parts' windows, in °C; a single coating's own default. */
export function suggestedWindow(
  coating: Pick<CoatingDescription, 'id' | 'kind' | 'parts'>,
  all: readonly CoatingDescription[],
): { low: number; high: number } {
  if (coating.kind !== 'blend') return WORKING_WINDOW_CELSIUS[coating.kind];
  return {
    low: byMass(coating, all, (part) => part.windowLowCelsius),
    high: byMass(coating, all, (part) => part.windowHighCelsius),
  };
}

/**
 * Price of a gram in minor units, by the pack that is cheapest by mass; a blend's by mass of its parts, unless it has
 * packs of its own. Null when a price is missing. By hand: 1,850 for 1,000 g and 4,250 for 2,500 g: 1.7 a gram.
 */
export function minorPerGram(coating: CoatingDescription, all: readonly CoatingDescription[]): number | null {
  if (coating.packs.length > 0)
    return Math.min(...coating.packs.map(({ grams, priceMinor }) => priceMinor / grams));
  if (coating.kind !== 'blend' || coating.parts.length < 2) return null;
  const prices = coating.parts.map(({ coating: id }) =>
    minorPerGram(partOf({ coating: id, index: 0 }, coating, all), all),
  );
  return prices.includes(null) ? null : byMass(coating, all, (part) => minorPerGram(part, all)!);
}

/** A fat that may be stirred in, as far as its allergens go. */
export interface StirredIn {
  readonly id: string;
  readonly allergens: readonly string[];
}

type Declaring = Pick<
  CoatingDescription,
  'id' | 'kind' | 'parts' | 'allergens' | 'thinnedPercent' | 'thinnedWith'
>;

/** Allergens of a coating with those of its parts and of the fats that are stirred in, sorted, each once. */
export function coatingAllergens(
  coating: Declaring,
  all: readonly CoatingDescription[],
  fats: readonly StirredIn[] = [],
): string[] {
  const parts =
    coating.kind === 'blend'
      ? coating.parts.map(({ coating: id }) => partOf({ coating: id, index: 0 }, coating, all))
      : [];
  const own = [coating, ...parts].flatMap((each) => [...each.allergens, ...fatAllergens(each, fats)]);
  return [...new Set(own)].sort();
}

function fatAllergens(
  { thinnedPercent, thinnedWith }: Declaring,
  fats: readonly StirredIn[],
): readonly string[] {
  if (thinnedPercent === 0) return [];
  return fats.find(({ id }) => id === thinnedWith)?.allergens ?? [];
}

function byMass(
  blend: Pick<CoatingDescription, 'id' | 'parts'>,
  all: readonly CoatingDescription[],
  value: (part: CoatingDescription) => number,
): number {
  if (blend.parts.length < 2)
    throw new InputError({
      code: 'out-of-range',
      field: '/parts',
      value: blend.parts.length,
      range: 'two coatings or more',
    });
  let sum = 0;
  let whole = 0;
  blend.parts.forEach(({ coating, parts }, index) => {
    requireWithin(`/parts/${index}/parts`, parts, BLEND_PARTS);
    sum += parts * value(partOf({ coating, index }, blend, all));
    whole += parts;
  });
  return sum / whole;
}

function partOf(
  { coating: id, index }: { coating: string; index: number },
  blend: Pick<CoatingDescription, 'id'>,
  all: readonly CoatingDescription[],
): CoatingDescription {
  const part = all.find((each) => each.id === id && each.id !== blend.id);
  if (part && part.kind !== 'blend') return part;
  throw new InputError({
    code: 'unknown-reference',
    field: `/parts/${index}/coating`,
    value: id,
    range: 'a coating of the workshop that is no blend',
  });
}
