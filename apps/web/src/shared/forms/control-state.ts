import type { Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { AbstractControl, FormGroup, ValidationErrors } from '@angular/forms';
import type { ErrorStateMatcher } from '@angular/material/core';
import { map, of, startWith, switchMap } from 'rxjs';

/** What of a control is shown: what it holds, and what is wrong with it once somebody has been there. */
export interface ControlState<T> {
  readonly value: T;
  readonly errors: ValidationErrors | null;
}

/** Follows a control that is given as an input; undefined while there is none. */
export function controlState<T>(
  control: Signal<AbstractControl<T> | undefined>,
): Signal<ControlState<T> | undefined> {
  return toSignal(
    toObservable(control).pipe(
      switchMap((each) =>
        each
          ? each.events.pipe(
              startWith(null),
              map(() => ({ value: each.value, errors: isVisited(each) ? each.errors : null })),
            )
          : of(undefined),
      ),
    ),
  );
}

/** Marks a field as wrong by the same rule, whatever form it stands in. */
export function visitedMatcher(control: Signal<AbstractControl | undefined>): ErrorStateMatcher {
  return {
    isErrorState: () => {
      const each = control();
      return each !== undefined && each.invalid && isVisited(each);
    },
  };
}

function isVisited(control: AbstractControl): boolean {
  return control.touched || control.dirty;
}

/** The controls of a form, told anew with every change of it; undefined until the form is there. */
export function liveControls<Form extends FormGroup>(
  form: Signal<Form>,
): Signal<Form['controls'] | undefined> {
  return toSignal(
    toObservable(form).pipe(
      switchMap((each) =>
        each.valueChanges.pipe(
          startWith(null),
          map((): Form['controls'] => each.controls),
        ),
      ),
    ),
    { equal: () => false },
  );
}
