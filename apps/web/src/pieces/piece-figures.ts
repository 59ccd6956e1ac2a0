import { seenOf, type CoatingView, type Piece, type PieceDraft, type Weighing } from '@alnage/contract';
import {
  coatingOf,
  learnRejects,
  pieceCoat,
  sizeClassOf,
  type Dippery,
  type PieceCoat,
  type PieceForm,
  type RejectBelief,
} from '@alnage/core/coating';
import { startedPieces, type StartRejects } from '@alnage/core/planner';
import {
  area,
  count,
  duration,
  listed,
  partMassParts,
  percent,
  pieceMassParts,
  thickness,
  type Measured,
} from '../shared/formats/formats';
import type { FigureRow } from '../shared/figures/figure-table';
import { COAT_WORDS, WAY_WORDS } from '../shared/piece-words';

/** What the figures of a piece are made from. */
export interface PieceContext {
  readonly dippery: Dippery;
  readonly coatings: readonly CoatingView[];
  /** The piece's own. */
  readonly weighings: readonly Weighing[];
  /** How sure it is to be that enough are good, and that no bowl runs short. */
  readonly certainty: number;
}

/** A piece as it is described: one that is kept, or one that is still being typed. */
export type Described = Pick<
  PieceDraft,
  'name' | 'form' | 'drizzle' | 'sizes' | 'route' | 'maxBatchPieces' | 'keeping' | 'costs'
>;

export interface PieceFigures<T extends Described = Piece> {
  readonly piece: T;
  readonly coat: PieceCoat;
  readonly rejects: RejectBelief;
  readonly coatingNames: string;
  /** The kind of its first coating, for its colour. */
  readonly kind: CoatingView['kind'] | 'bare';
  readonly how: string;
  readonly total: Measured;
  readonly breakdown: readonly FigureRow[];
  readonly planned: readonly FigureRow[];
  /** Weighings that count. */
  readonly weighings: number;
}

/** What one piece carries, in figures that come from the core. @throws InputError for a value out of range */
export function pieceFigures<T extends Described>(piece: T, context: PieceContext): PieceFigures<T> {
  const { dippery, coatings, weighings, certainty } = context;
  const kept = weighings.filter(({ setAsideReason }) => setAsideReason === null);
  const sizeClass = sizeClassOf(piece.form, piece.sizes);
  const coat = pieceCoat(piece, dippery, { sizeClass, seen: kept.map(seenOf) });
  const rejects = learnRejects(kept);
  const coating = coatings.find((each) => each.id === coatingOf(piece.form));
  return {
    piece,
    coat,
    rejects,
    kind: piece.form.kind === 'bare' ? 'bare' : (coating?.kind ?? 'dark'),
    coatingNames: coatingNames(piece, coatings),
    how: howText(piece),
    total: pieceMassParts(coat.totalGrams),
    breakdown: breakdown(piece, coat),
    planned: planned(piece, { coat, rejects: { ...rejects, certainty }, coatings }),
    weighings: kept.length,
  };
}

/** The coatings on it, a cap or a drizzle of its own told as such. */
function coatingNames({ form, drizzle }: Described, coatings: readonly CoatingView[]): string {
  const named = (id: string | null | undefined, what: string): string[] => {
    const name = coatings.find((each) => each.id === id)?.name;
    return name === undefined ? [] : [`${name}${what}`];
  };
  const cap = form.kind === 'moulded' ? form.capCoating : null;
  const bare = form.kind === 'bare' ? ['no coat'] : [];
  const all = [
    ...bare,
    ...named(coatingOf(form), ''),
    ...named(cap, ' cap'),
    ...named(drizzle?.coating, ' drizzle'),
  ];
  return listed(all);
}

/** How pieces are made that are not dipped, in a few words. */
export const HOW_WORDS: Readonly<Record<Exclude<PieceForm['kind'], 'dipped'>, string>> = {
  moulded: 'mould',
  cluster: 'mixed, by scoop',
  cast: 'spooned into moulds',
  slab: 'poured on a tray',
  bare: 'rolled, dusted or bare',
};

function howText({ form }: Described): string {
  if (form.kind !== 'dipped') return HOW_WORDS[form.kind];
  const way = WAY_WORDS[form.way].split(',')[0]!;
  return form.coats === 2 ? `${way}, two coats` : way;
}

/** Where the coating sits by the estimate, and what the scale adds to it or takes away; the rows add up. */
function breakdown(piece: Described, coat: PieceCoat): FigureRow[] {
  const grams = (label: string, value: number): FigureRow[] =>
    value > 0 ? [{ label, ...partMassParts(value) }] : [];
  const learned = coat.portions.reduce((sum, each) => sum + each.grams - each.estimateGrams, 0);
  const weighed = coat.portions.reduce((sum, each) => sum + each.weighings, 0);
  const { value, unit } = partMassParts(Math.abs(learned));
  const scale = {
    label: learned < 0 ? 'what weighing took away' : 'what weighing added',
    value: `${learned < 0 ? '−' : '+'}${value}`,
    unit,
  };
  return [
    ...estimated(piece, coat, grams),
    ...grams('drizzle', piece.drizzle?.grams ?? 0),
    ...(weighed > 0 ? [scale] : []),
  ];
}

function estimated(
  { form }: Described,
  { estimate }: PieceCoat,
  grams: (label: string, value: number) => FigureRow[],
): FigureRow[] {
  switch (form.kind) {
    case 'moulded':
      return [
        ...grams(`shell, ${thickness(estimate.filmMm)} on ${area(estimate.surfaceMm2)}`, estimate.filmGrams),
        ...grams('cap', estimate.footGrams),
      ];
    case 'cluster':
      return grams('what binds it', estimate.filmGrams);
    case 'cast':
      return grams(
        form.halves === 2 ? 'two halves, round its inclusions' : 'round its inclusions',
        estimate.filmGrams,
      );
    case 'slab':
      return grams(
        `${form.layers === 2 ? 'two layers' : 'a layer'} of ${thickness(estimate.filmMm)} on ${area(estimate.surfaceMm2)}`,
        estimate.filmGrams,
      );
    case 'bare':
      return [];
    case 'dipped':
      return [
        ...grams(
          `film, ${thickness(estimate.filmMm)} on ${area(estimate.surfaceMm2 * form.covered)}`,
          estimate.filmGrams,
        ),
        ...grams(`cold-centre crust, ${thickness(estimate.crustMm)}`, estimate.crustGrams),
        ...grams('foot', estimate.footGrams),
        ...grams('drip', estimate.dripGrams),
        ...grams('second coat', estimate.secondCoatGrams),
      ];
  }
}

/** What goes into the plan: grams by stage, rounded up to a milligram, and how many are started for 100 good ones. */
function planned(
  piece: Described,
  { coat, rejects, coatings }: { coat: PieceCoat; rejects: StartRejects; coatings: readonly CoatingView[] },
): FigureRow[] {
  const portions = coat.portions.map((portion): FigureRow => {
    const stage = piece.route.find((each) => each.coat === portion.role);
    const name = coatings.find((coating) => coating.id === portion.coating)?.name ?? '';
    return {
      label: `${(stage?.name ?? COAT_WORDS[portion.role]).toLowerCase()}, ${name.toLowerCase()}`,
      ...partMassParts(Math.ceil(portion.grams * 1000) / 1000),
    };
  });
  const started = count(startedPieces({ rejects }, 100));
  const label = `started for 100 good ones, ${percent(rejects.certainty)} sure`;
  return [...portions, { label, value: started, unit: '' }];
}

/** One stage of a piece's route in words. */
export interface RouteRow {
  readonly name: string;
  readonly work: string;
  readonly rest: string;
  readonly trays: string;
}

/** The route with its times and where the trays lie between. */
export function routeRows(piece: Described, zoneNames: ReadonlyMap<string, string>): RouteRow[] {
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
    const first = rest.first
      ? `${duration(rest.first.minutes)} ${(zoneNames.get(rest.first.zone) ?? rest.first.zone).toLowerCase()}, then `
      : '';
    return {
      name: stage.name,
      work: parts.join(' + ') + most,
      rest: `${first}${zoneNames.get(rest.zone) ?? rest.zone}, ${until}${wait}`,
      trays: `${rest.piecesPerTray} a tray`,
    };
  });
}
