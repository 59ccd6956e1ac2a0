import type { Box, Piece, Workshop } from '@alnage/contract';
import { InputError } from '@alnage/core/input';
import { boxCost, marginAt, pieceCost, takeLot, type Margin, type PieceCost } from '@alnage/core/pricing';
import { count, listed, money, percent } from '../shared/formats/formats';
import type { FigureRow } from '../shared/figures/figure-table';
import type { Described, PieceFigures } from './piece-figures';

export interface BoxRow {
  readonly box: Box;
  readonly name: string;
  readonly contents: string;
  readonly cost: string;
  readonly price: string;
  readonly margin: string;
}

const PARTS: readonly (readonly [keyof PieceCost, string])[] = [
  ['coatingMinor', 'coating'],
  ['centreMinor', 'centre'],
  ['finishMinor', 'finish'],
  ['packingMinor', 'packing'],
  ['labourMinor', 'labour at the shop’s rate'],
  ['wasteMinor', 'rejects, spare and waste, shared out'],
];

/** What one piece costs when it is made in full batches. @throws InputError when no bowl holds it */
export function costOf(figures: PieceFigures<Described>, workshop: Workshop): PieceCost {
  const { piece, coat, rejects } = figures;
  const { rules, bowls, coatings } = workshop;
  const lot = takeLot({
    goodPieces: piece.maxBatchPieces,
    certainty: rules.certainty,
    coat,
    rejects,
    bowls,
    seedShare: rules.seedShare,
    work: piece.route,
    coatings: coatings.map(({ id, minorPerGram, own }) => ({
      id,
      minorPerGram: minorPerGram ?? 0,
      setupFixedMinutes: own.setupFixedMinutes,
      setupMinutesPerKg: own.setupMinutesPerKg,
    })),
    costs: piece.costs,
  });
  return pieceCost(lot, rules);
}

/** Where the cost of a piece comes from, its price and what is left. */
export function priceRows(figures: PieceFigures<Described>, workshop: Workshop): FigureRow[] {
  const cost = orNull(() => costOf(figures, workshop));
  if (!cost) return [];
  const row = (label: string, minor: number, isSum = false): FigureRow => ({
    label,
    value: money(minor, workshop.currency),
    isSum,
  });
  const { priceMinor } = figures.piece.costs;
  const margin = marginAt(priceMinor, cost.totalMinor);
  return [
    ...PARTS.map(([part, label]) => row(label, cost[part])),
    row('costs in all', cost.totalMinor, true),
    ...(priceMinor === null ? [] : [row('asked for one', priceMinor)]),
    ...(margin ? [{ label: 'left of it', value: marginText(margin, workshop.currency), isSum: true }] : []),
  ];
}

/** The boxes that the piece is in, priced by all their pieces. */
export function boxRows(piece: Piece, all: readonly PieceFigures[], workshop: Workshop): BoxRow[] {
  const costs = new Map(all.map((each) => [each.piece.id, orNull(() => costOf(each, workshop))?.totalMinor]));
  const names = new Map(all.map(({ piece: { id, name } }) => [id, name.toLowerCase()]));
  return workshop.boxes
    .filter(({ contents }) => contents.some((each) => each.piece === piece.id))
    .map((box) => {
      const known = box.contents.every((each) => costs.get(each.piece) !== undefined);
      const contents = box.contents.map((each) => ({
        pieces: each.pieces,
        costMinor: costs.get(each.piece) ?? 0,
      }));
      const cost = known ? boxCost({ ...box, contents }, workshop.rules) : null;
      const margin = cost === null ? null : marginAt(box.priceMinor, cost);
      return {
        box,
        name: box.name,
        contents: listed(
          box.contents.map((each) => `${count(each.pieces)} ${names.get(each.piece) ?? each.piece}`),
        ),
        cost: cost === null ? 'not known' : money(cost, workshop.currency),
        price: box.priceMinor === null ? 'none' : money(box.priceMinor, workshop.currency),
        margin: margin ? marginText(margin, workshop.currency) : '',
      };
    });
}

function marginText({ marginMinor, share }: Margin, currency: string): string {
  const sign = marginMinor < 0 ? '−' : '';
  return `${sign}${money(Math.abs(marginMinor), currency)}, ${sign}${percent(Math.abs(share))}`;
}

/** Coatings without a price, which a cost leaves out. */
export function unpricedCoatings(figures: PieceFigures<Described>, workshop: Workshop): string[] {
  const used = new Set(figures.coat.portions.map(({ coating }) => coating));
  return workshop.coatings
    .filter(({ id, minorPerGram }) => used.has(id) && minorPerGram === null)
    .map(({ name }) => name);
}

function orNull<T>(make: () => T): T | null {
  try {
    return make();
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}
