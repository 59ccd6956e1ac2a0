import type { FieldProblem } from '@alnage/contract';

/** What is wrong with one field. */
export function fieldProblem(
  pointer: string,
  code: FieldProblem['code'],
  params: FieldProblem['params'] = {},
): FieldProblem {
  return { pointer, code, params };
}
