import type { Lot } from '@alnage/contract';
import {
  ageFactor,
  lotMonths,
  percentAgainst,
  restoringPercent,
  type CoatingKind,
  type Fluidity,
} from '@alnage/core/coating';
import { millilitresPer } from '@alnage/core/units';
import { count, counted, mass, percent } from './formats/formats';

/** A bowl by which fat is told, in g. */
const BOWL_GRAMS = 1000;
/** Of oil and melted fat, where nobody weighed it, g/ml. */
const FAT_GRAMS_PER_ML = 0.92;
const TEASPOON_ML = millilitresPer('tsp', 'metric');
/** What thickens less than this is fresh. */
const TELLING = 1.05;

/** So much fat in a bowl, by scale and by teaspoons: 5% is 50 g in 950 g, 11 tsp. */
export function fatText(ofAll: number, gramsPerMl: number | null): string {
  const fat = (BOWL_GRAMS * ofAll) / 100;
  return `${percent(ofAll / 100)} is ${mass(fat)} of fat in ${mass(BOWL_GRAMS - fat)}: ${teaspoons(fat, gramsPerMl)}.`;
}

function teaspoons(grams: number, gramsPerMl: number | null): string {
  const spoons = grams / (gramsPerMl ?? FAT_GRAMS_PER_ML) / TEASPOON_ML;
  return spoons < 1
    ? `${count(Math.round(spoons * 10) / 10)} tsp`
    : `${count(Math.round(spoons * 2) / 2)} tsp`;
}

export interface LotAge {
  readonly months: number;
  readonly text: string;
}

/** How old the lot is that is used first, how much thicker it runs, and what fat brings it back; null for what is fresh. */
export function lotAge(
  { id, kind, fluidity }: { readonly id: string; readonly kind: CoatingKind; readonly fluidity: Fluidity },
  lots: readonly Lot[],
  now: number,
): LotAge | null {
  const own = lots.filter(({ item, amount }) => item.kind === 'coating' && item.id === id && amount > 0);
  const lastDay = ({ usableUntil }: Lot): number =>
    usableUntil === null ? Infinity : Date.parse(usableUntil);
  const [first] = own.sort(
    (a, b) => lastDay(a) - lastDay(b) || Date.parse(a.receivedAt) - Date.parse(b.receivedAt),
  );
  if (!first) return null;
  const bestBefore = first.bestBefore === null ? null : Date.parse(first.bestBefore);
  const age = lotMonths(kind, { receivedAt: Date.parse(first.receivedAt), bestBefore, now });
  const months = Math.round(age);
  const times = ageFactor(kind, months);
  if (times < TELLING) return null;
  return {
    months,
    text: `Lot ${first.code || 'without a code'} is about ${counted(months, 'month')} old: it runs ${thicker(times)}${backText(restoringPercent(kind, months, fluidity))}`,
  };
}

function thicker(times: number): string {
  return `${times.toFixed(1)} times as thick as fresh.`;
}

function backText(ofAll: number | null): string {
  if (ofAll === null) return ' No fat brings it back.';
  return ` ${fatWords(ofAll)} brings it back.`;
}

/** 0.9% of fat, 9 g in 1.00 kg; to a tenth, for a whole percent is much. */
function fatWords(ofAll: number): string {
  return `${ofAll.toFixed(1)}% of fat, ${mass((BOWL_GRAMS * ofAll) / 100)} in ${mass(BOWL_GRAMS)},`;
}

/** What a spoon said at the bench, against what is reckoned with. */
export function runOffText(
  { kind, fluidity }: { readonly kind: CoatingKind | 'blend'; readonly fluidity: Fluidity },
  { seen, reckoned }: { readonly seen: number; readonly reckoned: number },
): string {
  const times = seen / reckoned;
  if (times > 1 / ALIKE && times < ALIKE) return 'It runs as it is reckoned.';
  if (times < 1)
    return `It runs ${(1 / times).toFixed(1)} times as thin as it is reckoned: coats come out that much lighter. Is it too warm, or is fat in it?`;
  const fat = percentAgainst(kind === 'blend' ? 'dark' : kind, times, fluidity);
  const help = fat === null ? 'No fat helps that: fresh coating does.' : `${fatWords(fat)} brings it back.`;
  return `It runs ${times.toFixed(1)} times as thick as it is reckoned: coats come out that much heavier. Warm it first where it is under its range. ${help}`;
}

/** Within this a spoon says nothing. */
const ALIKE = 1.2;
