import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { mapResponse } from '@ngrx/operators';
import type { Action, ActionCreator, Creator } from '@ngrx/store';
import type { Observable, OperatorFunction } from 'rxjs';
import { Api } from './api';
import { troubleOf, type Trouble } from './problem';

/** What becomes of a request that is under way when the next is wanted: `switchMap`, `concatMap` or `exhaustMap`. */
type InTurn = <A, R>(project: (asked: A) => Observable<R>) => OperatorFunction<A, R>;

/** A question to the server as an action of its answer, or of what went wrong. */
export function outcome<T, Done extends Action, Failed extends Action>(
  answer: Observable<T>,
  done: (answer: T) => Done,
  failed: (why: { trouble: Trouble }) => Failed,
): Observable<Done | Failed> {
  return answer.pipe(
    mapResponse({ next: done, error: (error: unknown) => failed({ trouble: troubleOf(error) }) }),
  );
}

/** An effect that asks the server whenever one of these actions comes, and says what came of it. */
export function askEffect<
  Asked extends ActionCreator<string, Creator>,
  T,
  Done extends Action,
  Failed extends Action,
>(parts: {
  readonly on: readonly Asked[];
  readonly by: InTurn;
  readonly ask: (api: Api, asked: ReturnType<Asked>) => Observable<T>;
  readonly done: (answer: T, asked: ReturnType<Asked>) => Done;
  readonly failed: (why: { trouble: Trouble }, asked: ReturnType<Asked>) => Failed;
}) {
  const { on, by, ask, done, failed } = parts;
  return createEffect(
    (actions = inject(Actions), api = inject(Api)): Observable<Action> =>
      actions.pipe(
        ofType<Asked[], Action, ReturnType<Asked>>(...on),
        by((asked) =>
          outcome(
            ask(api, asked),
            (answer) => done(answer, asked),
            (why) => failed(why, asked),
          ),
        ),
      ),
    { functional: true },
  );
}
