import { computed, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { AbstractControl } from '@angular/forms';
import type { FigureRow } from '../shared/figures/figure-table';
import { sumTold, type SumTold } from './recipe-figures';

/** The rows of a sum as its form is typed, or why there are none. Called while the component of the form is made. */
export function liveSum(form: AbstractControl, rows: () => FigureRow[]): Signal<SumTold> {
  const typed = toSignal(form.valueChanges, { initialValue: null, equal: () => false });
  return computed(() => {
    typed();
    return sumTold(rows);
  });
}
