import { InputError } from '../input/input-error';
import { requireWithin, type Bound } from '../input/bounds';

export const MINOR: Bound = { min: 0, max: 100_000_000, isInteger: true };
export const WASTE_SHARE: Bound = { min: 0, max: 1 };

/** What a lot of pieces takes, in the units of the workshop's scale, clock and money. */
export interface LotTaken {
  readonly goodPieces: number;
  /** Rejects among them. */
  readonly startedPieces: number;
  /** Each coating: on good pieces, on rejects, and what is left as spare and tail. */
  readonly coatings: readonly {
    readonly onPiecesGrams: number;
    readonly rejectsGrams: number;
    readonly leftGrams: number;
    readonly minorPerGram: number;
  }[];
  /** Of 100 centres, or finishes, or wrappings, in minor units. */
  readonly centreMinorPer100: number;
  readonly finishMinorPer100: number;
  readonly packingMinorPer100: number;
  /** Of the whole lot, set-up of its melts among them. */
  readonly labourMinutes: number;
}

/** The shop's own rates. */
export interface ShopRates {
  readonly labourMinorPerHour: number;
  /** Share of what is left in a bowl that is lost; the rest is melted again. */
  readonly wasteShare: number;
}

/** Cost of one good piece in minor units, not rounded; the parts add up to the total. */
export interface PieceCost {
  readonly coatingMinor: number;
  readonly centreMinor: number;
  readonly finishMinor: number;
  readonly packingMinor: number;
  readonly labourMinor: number;
  /** Rejects and what is lost of spare and tail, shared out over the good pieces. */
  readonly wasteMinor: number;
  readonly totalMinor: number;
}

/**
 * Cost of one good piece out of a lot: what is on it, its centre, finish and packing, labour at the shop's rate, and
 * its share of what was wasted – rejects with their coating, centres and finish, and the lost part of spare and tail.
 * By hand: 100 good of 104, 6 g at 0.02, centres 25 each, 90 min at 1,800 an hour, nothing left over: 0.12 + 25 + 27 +
 * waste (4·6·0.02 + 4·25)/100 = 1.0048; 53.12 in all. Source: shop default.
 * @throws InputError for a figure out of range
 */
export function pieceCost(lot: LotTaken, rates: ShopRates): PieceCost {
  requireWithin('/labourMinorPerHour', rates.labourMinorPerHour, MINOR);
  requireWithin('/wasteShare', rates.wasteShare, WASTE_SHARE);
  for (const name of ['centreMinorPer100', 'finishMinorPer100', 'packingMinorPer100'] as const)
    requireWithin(`/${name}`, lot[name], MINOR);
  requireWithin('/goodPieces', lot.goodPieces, { min: 1, max: 1e6, isInteger: true });
  const rejects = lot.startedPieces - lot.goodPieces;
  const sum = (part: (coating: LotTaken['coatings'][number]) => number): number =>
    lot.coatings.reduce((total, coating) => total + part(coating) * coating.minorPerGram, 0);
  const centreMinor = lot.centreMinorPer100 / 100;
  const finishMinor = lot.finishMinorPer100 / 100;
  const wasted =
    sum(({ rejectsGrams, leftGrams }) => rejectsGrams + rates.wasteShare * leftGrams) +
    rejects * (centreMinor + finishMinor);
  const parts = {
    coatingMinor: sum(({ onPiecesGrams }) => onPiecesGrams) / lot.goodPieces,
    centreMinor,
    finishMinor,
    packingMinor: lot.packingMinorPer100 / 100,
    labourMinor: (lot.labourMinutes * rates.labourMinorPerHour) / 60 / lot.goodPieces,
    wasteMinor: wasted / lot.goodPieces,
  };
  return { ...parts, totalMinor: Object.values(parts).reduce((total, part) => total + part, 0) };
}

/** What is left of a price. */
export interface Margin {
  readonly marginMinor: number;
  /** Of the price; negative when it costs more than is asked. */
  readonly share: number;
}

/** Margin at an asked price in minor units; null while no price is asked. By hand: 150 asked, 90 cost: 60, 40%. */
export function marginAt(priceMinor: number | null, costMinor: number): Margin | null {
  if (priceMinor === null || priceMinor === 0) return null;
  requireWithin('/priceMinor', priceMinor, MINOR);
  return { marginMinor: priceMinor - costMinor, share: (priceMinor - costMinor) / priceMinor };
}

/** A box: pieces in it, what it costs itself, and the seconds that packing takes. */
export interface BoxTaken {
  readonly contents: readonly { readonly pieces: number; readonly costMinor: number }[];
  readonly boxMinor: number;
  readonly packingSeconds: number;
}

/** Cost of a packed box in minor units: its pieces, the box itself, and the packing at the shop's rate. */
export function boxCost(box: BoxTaken, rates: ShopRates): number {
  if (box.contents.length === 0)
    throw new InputError({ code: 'out-of-range', field: '/contents', value: 0, range: 'a piece or more' });
  const pieces = box.contents.reduce((sum, { pieces: count, costMinor }) => sum + count * costMinor, 0);
  return pieces + box.boxMinor + (box.packingSeconds * rates.labourMinorPerHour) / 3600;
}
