import { sizeClassOf, thinnedYieldPa } from '@alnage/core/coating';
import { compareCoatings, compareWays, type CoatingTried } from '@alnage/core/pricing';
import { seenOf, type CoatingView, type Rules, type Weighing } from '@alnage/contract';
import { money, percent, pieceMass } from '../shared/formats/formats';
import { WAY_WORDS } from '../shared/piece-words';
import type { Described, PieceContext } from './piece-figures';

/** One way, or one coating, beside the others. */
export interface CompareRow {
  readonly name: string;
  readonly isOwn: boolean;
  readonly coat: string;
  readonly share: string;
  readonly time: string;
  readonly cost: string;
}

export interface CompareContext extends PieceContext {
  readonly rules: Rules;
  readonly currency: string;
}

/** The piece by every way and in a mould; nothing for a piece that is not dipped. */
export function wayRows(piece: Described, context: CompareContext): CompareRow[] {
  const { form, drizzle } = piece;
  if (form.kind !== 'dipped') return [];
  const own = context.coatings.find(({ id }) => id === form.coating);
  const terms = {
    minorPerGram: own?.minorPerGram ?? 0,
    labourMinorPerHour: context.rules.labourMinorPerHour,
    history: historyOf(piece, context.weighings),
  };
  return compareWays({ form, drizzle }, context.dippery, terms).map((outlook) => ({
    name: outlook.way === 'mould' ? 'in a mould that fits' : WAY_WORDS[outlook.way],
    isOwn: outlook.way === form.way,
    coat: pieceMass(outlook.coatGrams),
    share: percent(outlook.coatingShare),
    time: `${Math.round(outlook.secondsPerPiece)} s`,
    cost: money(outlook.costMinor, context.currency),
  }));
}

/** The piece in its own coating, in that thinned by 1%, and in the other one. */
export function coatingRows(piece: Described, other: string, context: CompareContext): CompareRow[] {
  const { form, drizzle } = piece;
  if (form.kind !== 'dipped') return [];
  const own = context.coatings.find(({ id }) => id === form.coating);
  const against = context.coatings.find(({ id }) => id === other && id !== form.coating);
  if (!own) return [];
  const thinned = thinnedBy1(own, context.coatings);
  const tried = [own, ...(thinned ? [thinned] : []), ...(against ? [against] : [])];
  const history = historyOf(piece, context.weighings);
  const outlooks = compareCoatings({ form, drizzle }, tried, {
    dippery: context.dippery,
    history,
  });
  return outlooks.map((outlook) => ({
    name: nameOf(outlook.coating, { own, context }),
    isOwn: outlook.coating === form.coating,
    coat: pieceMass(outlook.coatGrams),
    share: percent(outlook.coatingShare),
    time: '',
    cost: outlook.coatingMinor === null ? 'no price' : money(outlook.coatingMinor, context.currency),
  }));
}

const THINNED = ':thinned';

/** The coating with one percent more fat stirred in, where that thins it. */
function thinnedBy1(own: CoatingView, coatings: readonly CoatingView[]): CoatingTried | null {
  const all = coatings.map((each) => ({ ...each.own, id: each.id }));
  const yieldPa = thinnedYieldPa({ ...own.own, id: own.id }, 1, all);
  return yieldPa === null ? null : { ...own, id: own.id + THINNED, yieldPa, thinnedFrom: own.id };
}

function nameOf(id: string, { own, context }: { own: CoatingView; context: CompareContext }): string {
  if (id === own.id + THINNED) return `${own.name}, 1% more fat stirred in`;
  return context.coatings.find((each) => each.id === id)?.name ?? id;
}

function historyOf(piece: Described, weighings: readonly Weighing[]) {
  return { sizeClass: sizeClassOf(piece.form, piece.sizes), seen: weighings.map(seenOf) };
}
