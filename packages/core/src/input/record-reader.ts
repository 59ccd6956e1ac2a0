import { requireWithin, type Bound } from './bounds';
import { InputError } from './input-error';

/** Reads one JSON object field by field; every refusal names the field by its JSON Pointer. */
export class RecordReader {
  private readonly record: Record<string, unknown>;
  readonly pointer: string;

  /** @throws InputError `wrong-type` when the value is not an object */
  constructor(value: unknown, pointer = '') {
    if (typeof value !== 'object' || value === null || Array.isArray(value))
      throw new InputError({ code: 'wrong-type', field: pointer, value, range: 'an object' });
    this.record = value as Record<string, unknown>;
    this.pointer = pointer;
  }

  at(key: string | number): string {
    return `${this.pointer}/${String(key).replaceAll('~', '~0').replaceAll('/', '~1')}`;
  }

  has(key: string): boolean {
    return Object.hasOwn(this.record, key);
  }

  raw(key: string): unknown {
    return this.has(key) ? this.record[key] : undefined;
  }

  /** @throws InputError `missing-field` */
  required(key: string): unknown {
    if (!this.has(key))
      throw new InputError({
        code: 'missing-field',
        field: this.at(key),
        value: undefined,
        range: 'a value',
      });
    return this.record[key];
  }

  /** @throws InputError `unknown-field` for the first field that is not among those named */
  allowOnly(keys: readonly string[]): this {
    const stranger = Object.keys(this.record).find((key) => !keys.includes(key));
    if (stranger !== undefined)
      throw new InputError({
        code: 'unknown-field',
        field: this.at(stranger),
        value: this.record[stranger],
        range: `one of ${keys.join(', ')}`,
      });
    return this;
  }

  number(key: string, bound: Bound): number {
    return requireWithin(this.at(key), this.required(key), bound);
  }

  optionalNumber(key: string, bound: Bound): number | undefined {
    return this.has(key) ? this.number(key, bound) : undefined;
  }

  /** A non-empty string. */
  text(key: string): string {
    return requireText(this.at(key), this.required(key));
  }

  oneOf<T extends string>(key: string, values: readonly T[]): T {
    const value = this.required(key);
    if (!(values as readonly unknown[]).includes(value))
      throw new InputError({
        code: 'unknown-value',
        field: this.at(key),
        value,
        range: `one of ${values.join(', ')}`,
      });
    return value as T;
  }

  child(key: string): RecordReader {
    return new RecordReader(this.required(key), this.at(key));
  }

  /** The list's items with their pointers. */
  items(key: string): { value: unknown; pointer: string }[] {
    const value = this.required(key);
    if (!Array.isArray(value))
      throw new InputError({ code: 'wrong-type', field: this.at(key), value, range: 'a list' });
    return value.map((item, index) => ({ value: item, pointer: `${this.at(key)}/${index}` }));
  }

  records(key: string): RecordReader[] {
    return this.items(key).map((item) => new RecordReader(item.value, item.pointer));
  }

  texts(key: string): string[] {
    return this.items(key).map((item) => requireText(item.pointer, item.value));
  }
}

function requireText(field: string, value: unknown): string {
  if (typeof value !== 'string' || value.length === 0)
    throw new InputError({ code: 'wrong-type', field, value, range: 'a non-empty string' });
  return value;
}
