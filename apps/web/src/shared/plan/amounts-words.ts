import type { CostAmounts, PlanFigures } from '@alnage/core/planner';
import { count, counted, duration, mass } from '../formats/formats';
import { differenceRows } from './difference-rows';

type Part = Exclude<keyof CostAmounts, 'unmet'>;

/** Each part of what a plan costs, in what it means: hours, age, grams. */
const PARTS: Readonly<Record<Part, (size: number, isMore: boolean) => string>> = {
  age: (size, isMore) => `${count(size)} piece-hours ${more(isMore)} past the target age`,
  labour: (size, isMore) => `${duration(size)} ${more(isMore)} work`,
  melts: (size, isMore) => `${counted(size, 'melt')} ${isMore ? 'more' : 'fewer'}`,
  leftover: (size, isMore) => `${mass(size)} ${more(isMore)} melted and not dipped`,
  stretch: (size, isMore) => `${duration(size)} ${more(isMore)} waiting between tasks`,
};

function more(isMore: boolean): string {
  return isMore ? 'more' : 'less';
}

/** What is more or less of each part, the parts that do not change left out: 20 min more work, 1 melt fewer. */
export function amountsTexts(change: CostAmounts): string[] {
  return (Object.keys(PARTS) as Part[]).flatMap((part) => {
    const size = Math.round(Math.abs(change[part]));
    return size === 0 ? [] : [PARTS[part](size, change[part] > 0)];
  });
}

/** What changes from one plan to another, figure by figure: work +0 h 20; melted and not dipped −320 g. */
export function changesText(before: PlanFigures, after: PlanFigures): string {
  return differenceRows(before, after)
    .filter(({ change }) => change !== '')
    .map(({ name, change }) => `${name.charAt(0).toLowerCase()}${name.slice(1)} ${change}`)
    .join('; ');
}
