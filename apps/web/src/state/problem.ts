import { HttpErrorResponse } from '@angular/common/http';
import type { ProblemDocument } from '@alnage/contract';

/** What the server said, or that it could not be reached. */
export type Trouble = ProblemDocument | { readonly code: 'no-connection'; readonly errors: readonly [] };

/** The trouble that a failed request is told as. */
export function troubleOf(error: unknown): Trouble {
  if (error instanceof HttpErrorResponse && isProblem(error.error)) return error.error;
  return { code: 'no-connection', errors: [] };
}

function isProblem(body: unknown): body is ProblemDocument {
  return typeof body === 'object' && body !== null && 'code' in body && 'errors' in body;
}
