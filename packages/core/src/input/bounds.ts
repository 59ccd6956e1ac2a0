import { InputError } from './input-error';

/** A closed interval of allowed values; `isInteger` also refuses fractions. */
export interface Bound {
  readonly min: number;
  readonly max: number;
  readonly isInteger?: boolean;
}

/** The interval as people read it: `0.01..1`. */
export function rangeText(bound: Bound): string {
  const kind = bound.isInteger ? 'a whole number in ' : '';
  return `${kind}${bound.min}..${bound.max}`;
}

/**
 * Hands the value back if it lies within the bound.
 * @throws InputError `wrong-type` for anything but a finite number, `not-an-integer`, `out-of-range`
 */
export function requireWithin(field: string, value: unknown, bound: Bound): number {
  const fault = { field, value, range: rangeText(bound) };
  if (typeof value !== 'number' || Number.isNaN(value))
    throw new InputError({ ...fault, code: 'wrong-type' });
  if (value < bound.min || value > bound.max) throw new InputError({ ...fault, code: 'out-of-range' });
  if (bound.isInteger && !Number.isInteger(value)) throw new InputError({ ...fault, code: 'not-an-integer' });
  return value;
}
