import type { FieldProblem, PieceDraft } from '@alnage/contract';
import { coatingOf, dipBound, rangeText, windowsOf } from '@alnage/core';
import type { WorkedCoating } from '../dippery/dippery';

/** What is wrong with the range that a piece is dipped in: upside down, or not one of its coating’s. */
export function dipRangeProblems(
  { dipRange, form }: Pick<PieceDraft, 'dipRange' | 'form'>,
  coatings: readonly WorkedCoating[],
): FieldProblem[] {
  const all = coatings.map(({ entity }) => entity);
  const coating = all.find(({ id }) => id === coatingOf(form));
  if (!dipRange || !coating) return [];
  const { min, max } = dipBound(windowsOf(coating, all));
  const { lowCelsius: low, highCelsius: high } = dipRange;
  const wrong = (pointer: string, value: number, range: string): FieldProblem => ({
    ...{ pointer: `/dipRange/${pointer}`, code: 'out-of-range', params: { value, range } },
  });
  const of = `${coating.name}, ${rangeText({ min, max })}`;
  return [
    ...(low < min || low > max ? [wrong('lowCelsius', low, of)] : []),
    ...(high < min || high > max ? [wrong('highCelsius', high, of)] : []),
    ...(high <= low ? [wrong('highCelsius', high, `above where it begins, ${low}`)] : []),
  ].slice(0, 2);
}
