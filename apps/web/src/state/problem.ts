import { HttpErrorResponse } from '@angular/common/http';
import type { ProblemDocument } from '@alnage/contract';
import { TimeoutError } from 'rxjs';

/** That the server could not be reached, or gave no answer in time. */
export interface Unanswered {
  readonly code: 'no-connection' | 'no-answer';
  readonly errors: readonly [];
}

/** What the server said, or that it did not. */
export type Trouble = ProblemDocument | Unanswered;

export function isUnanswered(trouble: Trouble): trouble is Unanswered {
  return trouble.code === 'no-connection' || trouble.code === 'no-answer';
}

/** What is left of a trouble once the server is there again: that it could not be reached is over. */
export function afterOutage(trouble: Trouble | null): Trouble | null {
  return trouble?.code === 'no-connection' ? null : trouble;
}

/** The trouble that a failed request is told as. */
export function troubleOf(error: unknown): Trouble {
  if (error instanceof HttpErrorResponse && isProblem(error.error)) return error.error;
  return { code: error instanceof TimeoutError ? 'no-answer' : 'no-connection', errors: [] };
}

function isProblem(body: unknown): body is ProblemDocument {
  return typeof body === 'object' && body !== null && 'code' in body && 'errors' in body;
}
