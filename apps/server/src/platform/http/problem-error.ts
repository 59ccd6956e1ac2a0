import { PROBLEMS, type FieldProblem, type ProblemCode, type ProblemDocument } from '@alnage/contract';

/** An answer of 400 or more, by its code in the registry. */
export class ProblemError extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly params: Readonly<Record<string, unknown>> = {},
    readonly errors: readonly FieldProblem[] = [],
  ) {
    super(PROBLEMS[code].title);
  }

  get statusCode(): number {
    return PROBLEMS[this.code].status;
  }

  document(): ProblemDocument {
    const { status, title } = PROBLEMS[this.code];
    const first = this.errors[0];
    return {
      type: `urn:alnage:problem:${this.code}`,
      title,
      status,
      code: this.code,
      detail: first ? `${first.pointer || '/'}: ${first.code}` : title,
      params: this.params,
      errors: this.errors,
    };
  }
}
