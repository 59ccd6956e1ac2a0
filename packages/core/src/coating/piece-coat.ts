import {
  clusterCoat,
  dippedCoat,
  mouldedCoat,
  type Clustering,
  type CoatEstimate,
  type Dipping,
  type Moulding,
} from './coat';
import type { CoatingFlow } from './coating-flow';
import { learnedBelief, sumOfCoats, type CoatSeen } from './coat-learning';
import {
  DIPPED_SPREAD,
  MIXED_SPREAD,
  pieceRange,
  runRange,
  type CoatSpread,
  type MassRange,
} from './learning';
import { wayRule, type Way, type WayRule } from './way';

/** A piece that is dipped, as its form decides what it carries. */
export interface DippedForm extends Omit<
  Dipping,
  'centreGrams' | 'yieldPa' | 'windowLowCelsius' | 'filmFactor'
> {
  readonly kind: 'dipped';
  readonly centreGrams: number;
  readonly coating: string;
  readonly way: Way;
}

/** A piece made in a mould or cup: a shell with a filling and a cap. */
export interface MouldedForm extends Moulding {
  readonly kind: 'moulded';
  readonly coating: string;
  /** What it is capped with, where that is a coat of its own, out of a melt of its own; null or absent: capped with its shell. */
  readonly capCoating?: string | null;
  readonly centreGrams: number;
}

/** Inclusions bound by coating; the centre's mass is what of the portion is no coating. */
export interface ClusterForm extends Clustering {
  readonly kind: 'cluster';
  readonly coating: string;
}

export type PieceForm = DippedForm | MouldedForm | ClusterForm;

/** Lines drawn over the coat in another coating, by mass. */
export interface Drizzle {
  readonly coating: string;
  readonly grams: number;
}

/** Which of a piece's coats a stage puts on, or a weighing weighs. */
export const COAT_ROLES = ['first', 'second', 'shell', 'cap', 'mix', 'drizzle'] as const;
export type CoatRole = (typeof COAT_ROLES)[number];

/** How far what a coat weighs spreads. How thin fat makes a coating is not well known: the film is in doubt by that, too. */
function spreadOf(role: CoatRole, { thinnedLogSd = 0 }: CoatingFlow): CoatSpread {
  if (role === 'mix') return MIXED_SPREAD;
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
 * a coat of its own; a drizzle is given.
 * The spread of the whole takes all coats to err the same way.
 * @throws InputError for a value out of range
 * @throws Error when a coating is not among those given
 */
export function pieceCoat(
  piece: { readonly form: PieceForm; readonly drizzle: Drizzle | null },
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
  const { totalGrams, logSd } = sumOfCoats(portions);
  const whole = { logMean: Math.log(totalGrams), logVariance: logSd ** 2, weighings: 0, doubtful: 0 };
  const atMost = upTo(mostGrams(piece));
  const run = runRange(whole);
  return {
    ...{ estimate, portions, totalGrams, logSd },
    run: { ...atMost(run), mean: run.mean },
    one: atMost(pieceRange(whole, portions[0]!.spread)),
  };
}

/** The most coating that a piece can carry, in g: what is mixed into a portion is no more than the portion. */
function mostGrams({
  form,
  drizzle,
}: {
  readonly form: PieceForm;
  readonly drizzle: Drizzle | null;
}): number {
  return form.kind === 'cluster' ? form.portionGrams + (drizzle?.grams ?? 0) : Infinity;
}

function upTo(most: number): (range: MassRange) => MassRange {
  return ({ low90, high90 }) => ({ low90: Math.min(low90, most), high90: Math.min(high90, most) });
}

/** The coats of a form with their estimates. */
function estimated(
  { form, drizzle }: { readonly form: PieceForm; readonly drizzle: Drizzle | null },
  estimate: CoatEstimate,
): Pick<CoatPortion, 'role' | 'coating' | 'estimateGrams'>[] {
  const { coating } = form;
  const { secondCoatGrams, estimateGrams } = estimate;
  const cap = capOf(form);
  const others = secondCoatGrams + (cap?.estimateGrams ?? 0);
  return [
    { role: FIRST_ROLE[form.kind], coating, estimateGrams: estimateGrams - others },
    ...(secondCoatGrams > 0 ? [{ role: 'second' as const, coating, estimateGrams: secondCoatGrams }] : []),
    ...(cap ? [cap] : []),
    ...(drizzle
      ? [{ role: 'drizzle' as const, coating: drizzle.coating, estimateGrams: drizzle.grams }]
      : []),
  ];
}

/** The cap of a moulded piece, where it is a coat of its own. */
function capOf(form: PieceForm): Pick<CoatPortion, 'role' | 'coating' | 'estimateGrams'> | null {
  if (form.kind !== 'moulded' || !form.capCoating || form.capGrams === 0) return null;
  return { role: 'cap', coating: form.capCoating, estimateGrams: form.capGrams };
}

const FIRST_ROLE: Readonly<Record<PieceForm['kind'], CoatRole>> = {
  dipped: 'first',
  moulded: 'shell',
  cluster: 'mix',
};

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

/** The coatings on a piece, each once, in the order in which they are put on. */
export function coatingsOn({
  form,
  drizzle,
}: {
  readonly form: Pick<PieceForm, 'coating'> & { readonly capCoating?: string | null };
  readonly drizzle: Drizzle | null;
}): string[] {
  const all = [form.coating, form.capCoating, drizzle?.coating];
  return [...new Set(all.filter((each) => typeof each === 'string'))];
}

/** The coats that a piece has, by its form and drizzle alone. */
export function coatRoles({
  form,
  drizzle,
}: {
  readonly form: PieceForm;
  readonly drizzle: Drizzle | null;
}): CoatRole[] {
  const hasSecond = form.kind === 'dipped' && form.coats === 2;
  return [
    FIRST_ROLE[form.kind],
    ...(hasSecond ? ['second' as const] : []),
    ...(capOf(form) ? ['cap' as const] : []),
    ...(drizzle ? ['drizzle' as const] : []),
  ];
}

function estimateOf(form: PieceForm, { coatings, ways }: Dippery): CoatEstimate {
  const flow = flowOf(form.coating, coatings);
  switch (form.kind) {
    case 'moulded':
      return mouldedCoat(form);
    case 'cluster':
      return clusterCoat(form);
    case 'dipped': {
      const { yieldPa, windowLowCelsius } = flow;
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

/** Mass of a piece's centre in g: what it is dipped on, filled with, or binds. */
export function centreGramsOf(form: PieceForm): number {
  return form.kind === 'cluster' ? form.portionGrams * (1 - form.coatingShare) : form.centreGrams;
}
