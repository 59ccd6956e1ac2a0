import type { CoatingView, Piece } from '@alnage/contract';
import { firstRejectShare, pieceCoat, startPercentFor, type PieceCoat, type Way } from '@alnage/core';
import { duration, gramsToTenth, listed, toHundredth } from '../shared/formats/formats';

export const WAY_WORDS: Readonly<Record<Way, string>> = {
  fork: 'fork, two taps',
  'fork-scraped': 'fork, tapped and scraped',
  hand: 'by hand, swirled',
  pick: 'pick',
  generous: 'generous',
};

/** A figure with its unit and what it is. */
export interface Figure {
  readonly label: string;
  readonly value: string;
  readonly unit: string;
}

export interface PieceFigures {
  readonly piece: Piece;
  readonly coat: PieceCoat;
  readonly coatingNames: string;
  /** The kind of its first coating, for its colour. */
  readonly kind: CoatingView['kind'];
  readonly how: string;
  readonly total: string;
  readonly breakdown: readonly Figure[];
  readonly planned: readonly Figure[];
}

/** What one piece carries and holds, in figures that come from the core. */
export function pieceFigures(piece: Piece, coatings: readonly CoatingView[]): PieceFigures {
  const coat = pieceCoat(piece.form, piece.drizzle, coatings);
  const coating = coatings.find((each) => each.id === piece.form.coating)!;
  const drizzle = coatings.find((each) => each.id === piece.drizzle?.coating);
  return {
    piece,
    coat,
    kind: coating.kind,
    coatingNames: listed([coating.name, ...(drizzle ? [`${drizzle.name} drizzle`] : [])]),
    how: howText(piece),
    total: gramsToTenth(coat.totalGrams),
    breakdown: breakdown(piece, coat),
    planned: planned(piece, coat, coatings),
  };
}

function howText(piece: Piece): string {
  if (piece.form.kind === 'moulded') return 'mould';
  return piece.form.coats === 2 ? 'fork, two coats' : WAY_WORDS[piece.form.way].split(',')[0]!;
}

function breakdown(piece: Piece, coat: PieceCoat): Figure[] {
  const { estimate } = coat;
  const grams = (label: string, value: number): Figure[] =>
    value > 0 ? [{ label, value: toHundredth(value), unit: 'g' }] : [];
  const drizzle = piece.drizzle?.grams ?? 0;
  if (piece.form.kind === 'moulded')
    return [
      ...grams(
        `shell, ${toHundredth(estimate.filmMm)} mm on ${gramsToTenth(estimate.surfaceMm2 / 100)} cm²`,
        estimate.filmGrams,
      ),
      ...grams('cap', estimate.footGrams),
    ];
  const coveredCm2 = (estimate.surfaceMm2 * piece.form.covered) / 100;
  return [
    ...grams(
      `film, ${toHundredth(estimate.filmMm)} mm on ${gramsToTenth(coveredCm2)} cm²`,
      estimate.filmGrams,
    ),
    ...grams(`cold-centre crust, ${toHundredth(estimate.crustMm)} mm`, estimate.crustGrams),
    ...grams('foot', estimate.footGrams),
    ...grams('second coat', estimate.secondCoatGrams),
    ...grams('drizzle', drizzle),
  ];
}

/** What goes into the plan: milligrams by stage, rounded up, and how many are started for 100 good ones. */
function planned(piece: Piece, coat: PieceCoat, coatings: readonly CoatingView[]): Figure[] {
  const portions = coat.portions.map((portion): Figure => {
    const stage = piece.route.find((each) => each.coat === portion.role)!;
    const name = coatings.find((coating) => coating.id === portion.coating)!.name;
    return {
      label: `${stage.name.toLowerCase()}, ${name.toLowerCase()}`,
      value: toHundredth(Math.ceil(portion.grams * 1000) / 1000),
      unit: 'g',
    };
  });
  const started = String(startPercentFor(firstRejectShare()));
  return [...portions, { label: 'started for 100 good ones', value: started, unit: '' }];
}

/** One stage of a piece's route in words. */
export interface RouteRow {
  readonly name: string;
  readonly work: string;
  readonly rest: string;
  readonly trays: string;
}

/** The route with its times and where the trays lie between. */
export function routeRows(piece: Piece, zoneNames: ReadonlyMap<string, string>): RouteRow[] {
  return piece.route.map((stage, index) => {
    const { fixedMinutes, secondsPerPiece, maxRunMinutes, rest } = stage;
    const parts = [
      ...(fixedMinutes > 0 ? [`${fixedMinutes} min`] : []),
      ...(secondsPerPiece > 0 ? [`${secondsPerPiece} s a piece`] : []),
    ];
    const most = maxRunMinutes === null ? '' : `, ${maxRunMinutes} min at most`;
    const until = index === piece.route.length - 1 ? 'until pickup, ' : '';
    const wait =
      rest.minMinutes === 0
        ? `up to ${duration(rest.maxMinutes)}`
        : `${duration(rest.minMinutes)} to ${duration(rest.maxMinutes)}`;
    return {
      name: stage.name,
      work: parts.join(' + ') + most,
      rest: `${zoneNames.get(rest.zone) ?? rest.zone}, ${until}${wait}`,
      trays: `${rest.piecesPerTray} a tray`,
    };
  });
}
