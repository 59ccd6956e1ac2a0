import {
  bareCoat,
  castCoat,
  clusterCoat,
  dippedCoat,
  mouldedCoat,
  slabCoat,
  type CoatEstimate,
} from './coat';
import type { CoatingFlow } from './coating-flow';
import { learnedBelief, sumOfCoats, type CoatSeen } from './coat-learning';
import {
  DIPPED_SPREAD,
  MIXED_SPREAD,
  POURED_SPREAD,
  pieceRange,
  runRange,
  type CoatSpread,
  type MassRange,
} from './learning';
import {
  capOf,
  FIRST_ROLE,
  type CoatedForm,
  type CoatRole,
  type CoatsOfPiece,
  type PieceForm,
} from './piece-form';
import { wayRule, type WayRule } from './way';

/** How far what a coat weighs spreads. How thin fat makes a coating is not well known: the film is in doubt by that, too. */
function spreadOf(role: CoatRole, { thinnedLogSd = 0 }: CoatingFlow): CoatSpread {
  if (role === 'mix' || role === 'cast') return MIXED_SPREAD;
  if (role === 'poured') return POURED_SPREAD;
  const isFilm = role === 'first' || role === 'second';
  return isFilm && thinnedLogSd > 0
    ? { ...DIPPED_SPREAD, firstLogSd: Math.hypot(DIPPED_SPREAD.firstLogSd, thinnedLogSd) }
    : DIPPED_SPREAD;
}

/** A weighing of one of a piece's coats. */
export interface PortionSeen extends CoatSeen {
  readonly role: CoatRole;
}

/** One coat of a piece: what the geometry estimates, and what is believed of it after its weighings. */
export interface CoatPortion {
  readonly role: CoatRole;
  readonly coating: string;
  readonly estimateGrams: number;
  readonly grams: number;
  /** Spread of the logarithm of its mean over a run. */
  readonly logSd: number;
  /** How far it spread before any weighing, and does from run to run and from piece to piece. */
  readonly spread: CoatSpread;
  readonly weighings: number;
  readonly doubtful: number;
}

/** All coating on one piece: the geometry's breakdown, its portions by coat, and the honest spread of the whole. */
export interface PieceCoat {
  readonly estimate: CoatEstimate;
  readonly portions: readonly CoatPortion[];
  /** Sum of the portions. */
  readonly totalGrams: number;
  readonly logSd: number;
  readonly run: MassRange & { readonly mean: number };
  readonly one: MassRange;
}

/** What of a workshop decides what a piece carries. */
export interface Dippery {
  readonly coatings: readonly CoatingFlow[];
  readonly ways: readonly WayRule[];
}

/** What the coat belongs to beside its form: size class and weighings. */
export interface CoatHistory {
  readonly sizeClass: string;
  readonly seen: readonly PortionSeen[];
}

const NOTHING_SEEN: CoatHistory = { sizeClass: '', seen: [] };

/**
 * Coating on one piece in g: estimated from its form and learned from its weighings, coat by coat. The portions add
 * up to the total: the first coat carries film, crust, foot and drip; the second its own film; a shell its cap too, unless that is
 * a coat of its own; a drizzle is given. What stays bare carries nothing, and surely so.
 * The spread of the whole takes all coats to err the same way.
 * @throws InputError for a value out of range
 * @throws Error when a coating is not among those given
 */
export function pieceCoat(
  piece: CoatsOfPiece,
  dippery: Dippery,
  { sizeClass, seen }: CoatHistory = NOTHING_SEEN,
): PieceCoat {
  const estimate = estimateOf(piece.form, dippery);
  const portions = estimated(piece, estimate).map((portion): CoatPortion => {
    const spread = spreadOf(portion.role, flowOf(portion.coating, dippery.coatings));
    const belief = learnedBelief(
      { estimateGrams: portion.estimateGrams, sizeClass },
      seen.filter(({ role }) => role === portion.role),
      spread,
    );
    const { mean } = runRange(belief);
    return {
      ...portion,
      spread,
      grams:
        piece.form.kind === 'cluster' && portion.role === 'mix'
          ? Math.min(mean, piece.form.portionGrams)
          : mean,
      logSd: Math.sqrt(belief.logVariance),
      weighings: belief.weighings,
      doubtful: belief.doubtful,
    };
  });
  const [first] = portions;
  if (!first) return { ...BARE, estimate };
  const { totalGrams, logSd } = sumOfCoats(portions);
  const whole = { logMean: Math.log(totalGrams), logVariance: logSd ** 2, weighings: 0, doubtful: 0 };
  const atMost = upTo(mostGrams(piece));
  const run = runRange(whole);
  return {
    ...{ estimate, portions, totalGrams, logSd },
    run: { ...atMost(run), mean: run.mean },
    one: atMost(pieceRange(whole, first.spread)),
  };
}

const BARE: Omit<PieceCoat, 'estimate'> = {
  ...{ portions: [], totalGrams: 0, logSd: 0 },
  run: { low90: 0, high90: 0, mean: 0 },
  one: { low90: 0, high90: 0 },
};

/** The most coating that a piece can carry, in g: what is mixed into a portion is no more than the portion. */
function mostGrams({ form, drizzle }: CoatsOfPiece): number {
  return form.kind === 'cluster' ? form.portionGrams + (drizzle?.grams ?? 0) : Infinity;
}

function upTo(most: number): (range: MassRange) => MassRange {
  return ({ low90, high90 }) => ({ low90: Math.min(low90, most), high90: Math.min(high90, most) });
}

/** The coats of a form with their estimates. */
function estimated(
  { form, drizzle }: CoatsOfPiece,
  estimate: CoatEstimate,
): Pick<CoatPortion, 'role' | 'coating' | 'estimateGrams'>[] {
  const { secondCoatGrams, estimateGrams } = estimate;
  const cap = capOf(form);
  const others = secondCoatGrams + (cap?.estimateGrams ?? 0);
  return [
    ...(form.kind === 'bare' ? [] : coatsOfForm(form, { secondCoatGrams, first: estimateGrams - others })),
    ...(cap ? [cap] : []),
    ...(drizzle
      ? [{ role: 'drizzle' as const, coating: drizzle.coating, estimateGrams: drizzle.grams }]
      : []),
  ];
}

function coatsOfForm(
  { kind, coating }: CoatedForm,
  { first, secondCoatGrams }: { readonly first: number; readonly secondCoatGrams: number },
): Pick<CoatPortion, 'role' | 'coating' | 'estimateGrams'>[] {
  return [
    { role: FIRST_ROLE[kind], coating, estimateGrams: first },
    ...(secondCoatGrams > 0 ? [{ role: 'second' as const, coating, estimateGrams: secondCoatGrams }] : []),
  ];
}

/** All that a piece carries of one coating, over its coats, with its spread: what a melt of it is reckoned by. */
export interface CoatingLoad {
  readonly coating: string;
  readonly meanGrams: number;
  readonly logSd: number;
  /** Whether it is mixed in, not dipped: nothing of it stays in the bowl, and it is known by its recipe. */
  readonly isMixed: boolean;
}

/** What a piece carries of each of its coatings, in the order in which they are put on. By hand: see sumOfCoats. */
export function coatingLoads({ portions }: Pick<PieceCoat, 'portions'>): CoatingLoad[] {
  return [...new Set(portions.map(({ coating }) => coating))].map((coating) => {
    const own = portions.filter((portion) => portion.coating === coating);
    const { totalGrams, logSd } = sumOfCoats(own);
    return { coating, meanGrams: totalGrams, logSd, isMixed: own.every(({ role }) => role === 'mix') };
  });
}

function estimateOf(form: PieceForm, { coatings, ways }: Dippery): CoatEstimate {
  switch (form.kind) {
    case 'bare':
      return bareCoat(form.shape);
    case 'moulded':
      return mouldedCoat(form);
    case 'cluster':
      return clusterCoat(form);
    case 'cast':
      return castCoat(form);
    case 'slab':
      return slabCoat(form);
    case 'dipped': {
      const { yieldPa, windowLowCelsius } = flowOf(form.coating, coatings);
      const { filmFactor } = wayRule(form.way, ways);
      return dippedCoat({ ...form, yieldPa, windowLowCelsius, filmFactor });
    }
  }
}

function flowOf(id: string, coatings: readonly CoatingFlow[]): CoatingFlow {
  const flow = coatings.find((coating) => coating.id === id);
  if (!flow) throw new Error(`no coating ${id}`);
  return flow;
}
