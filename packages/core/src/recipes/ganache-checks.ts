import { FACTOR_OF_CHOCOLATE, RATIO_OF_TYPE, type Ganache, type GanacheChocolate } from './ganache';
import type { GanachePortion } from './ganache-size';

/** What a practised eye would say of a ganache before it is made. */
export type GanacheCheck =
  'too-soft-to-cut' | 'too-firm-to-pipe' | 'may-split' | 'much-liquid' | 'much-butter';

/** Chocolate that binds like dark, to water; below it will not be cut, above it will not be piped. Source: shop default. */
const LEAST_TO_CUT = RATIO_OF_TYPE.medium;
const MOST_TO_PIPE = RATIO_OF_TYPE.medium;
/** So little water cannot hold so much fat. Source: shop default. */
const MOST_WITHOUT_SPLITTING = 4;
const MOST_LIQUID_OF_BASE = 0.25;
const MOST_BUTTER_SHARE = 0.15;

/**
 * What is doubtful of a ganache for how it is portioned; nothing where all is in the ordinary range. Milk and white count
 * for as much dark as binds alike. By hand: 2:1 of milk counts as 1.6, too soft to cut. Source: shop default.
 */
export function ganacheChecks(
  made: Ganache,
  chocolate: GanacheChocolate,
  portion: GanachePortion['kind'],
): GanacheCheck[] {
  const base = made.creamGrams + made.liquidGrams;
  const binding = made.chocolateGrams / base / FACTOR_OF_CHOCOLATE[chocolate];
  const checks: [GanacheCheck, boolean][] = [
    ['too-soft-to-cut', portion !== 'cavity' && binding < LEAST_TO_CUT],
    ['too-firm-to-pipe', portion === 'cavity' && binding > MOST_TO_PIPE],
    ['may-split', binding > MOST_WITHOUT_SPLITTING],
    ['much-liquid', made.liquidGrams / base > MOST_LIQUID_OF_BASE],
    ['much-butter', made.butterGrams / made.totalGrams > MOST_BUTTER_SHARE],
  ];
  return checks.filter(([, isSo]) => isSo).map(([check]) => check);
}
