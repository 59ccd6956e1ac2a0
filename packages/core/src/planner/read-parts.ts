import type { Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import type { RecordReader } from '../input/record-reader';

/** No count, mass or time of the format is larger; sums stay exact in a double. */
export const LARGEST = 1e9;
export const COUNT: Bound = { min: 1, max: LARGEST, isInteger: true };
export const AMOUNT: Bound = { min: 0, max: LARGEST, isInteger: true };
/** Reads the records in turn and refuses an id that was there before. */
export function unique<T extends { readonly id: string }>(
  records: readonly RecordReader[],
  read: (record: RecordReader) => T,
): T[] {
  const seen = new Set<string>();
  return records.map((record) => {
    const item = read(record);
    if (seen.has(item.id))
      throw new InputError({
        code: 'duplicate',
        field: record.at('id'),
        value: item.id,
        range: 'an id of its own',
      });
    seen.add(item.id);
    return item;
  });
}

/** The text at `key`, which must be one of `known`. @throws InputError `unknown-reference` */
export function reference(record: RecordReader, key: string, known: ReadonlySet<string>): string {
  const value = record.text(key);
  if (!known.has(value))
    throw new InputError({
      code: 'unknown-reference',
      field: record.at(key),
      value,
      range: known.size ? `one of ${[...known].join(', ')}` : 'an id that is listed; none is',
    });
  return value;
}

/** Refuses work that takes no time at all. */
export function requireDuration(record: RecordReader, key: string, total: number): void {
  if (total > 0) return;
  throw new InputError({
    code: 'out-of-range',
    field: record.at(key),
    value: 0,
    range: 'more than 0 here or in the time by amount beside it',
  });
}
