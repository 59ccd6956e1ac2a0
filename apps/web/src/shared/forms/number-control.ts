import { FormControl, type ValidatorFn } from '@angular/forms';
import type { Bound } from '@alnage/core/input';

/** Refuses what is out of bounds, no number, or – unless it may be left out – nothing. */
function within(boundOf: () => Bound, { isOptional }: { isOptional: boolean }): ValidatorFn {
  return ({ value }) => {
    const bound = boundOf();
    if (value === null) return isOptional ? null : { required: true };
    const number = value as number;
    if (Number.isNaN(number)) return { number: true };
    if (bound.isInteger && !Number.isInteger(number)) return { whole: true };
    return number < bound.min - SLACK || number > bound.max + SLACK ? { range: true } : null;
  };
}

/** A bound that was typed in other units is met, whatever the last digit of a double says. */
const SLACK = 1e-9;

/** A number as it is stored, whatever unit it is typed in; null while nothing is typed. */
export class NumberControl extends FormControl<number | null> {
  constructor(
    value: number | null,
    private limits: Bound,
    { isOptional = false }: { isOptional?: boolean } = {},
  ) {
    super(value);
    this.setValidators(within(() => this.limits, { isOptional }));
    this.updateValueAndValidity();
  }

  get bound(): Bound {
    return this.limits;
  }

  /** Holds the number against other bounds from now on. */
  setBound(bound: Bound): void {
    this.limits = bound;
    this.updateValueAndValidity();
  }

  /** The stored number; NaN while there is none. */
  get number(): number {
    return this.value ?? NaN;
  }
}
