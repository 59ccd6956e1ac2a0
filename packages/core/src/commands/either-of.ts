import { InputError } from '../input/input-error';
import type { RecordReader } from '../input/record-reader';

/** Which of two fields is there: just one must be. */
export function eitherOf<A extends string, B extends string>(input: RecordReader, one: A, other: B): A | B {
  if (input.has(one) && input.has(other))
    throw new InputError({
      code: 'unknown-field',
      field: input.at(other),
      value: input.raw(other),
      range: `nothing beside ${one}`,
    });
  if (!input.has(one) && !input.has(other))
    throw new InputError({
      code: 'missing-field',
      field: input.at(one),
      value: undefined,
      range: `${one} or ${other}`,
    });
  return input.has(one) ? one : other;
}
