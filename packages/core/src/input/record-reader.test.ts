import { describe, expect, test } from 'vitest';
import { RecordReader } from './record-reader';

const fault = (read: () => unknown): unknown => {
  try {
    return read();
  } catch (error) {
    return error;
  }
};

describe('a record', () => {
  test.each([null, 3, 'text', [], undefined])('is not made of %j', (value) => {
    expect(fault(() => new RecordReader(value, '/at'))).toMatchObject({ code: 'wrong-type', field: '/at' });
  });

  test('names what is missing and what nobody knows by their pointers', () => {
    const record = new RecordReader({ here: 1, 'odd/name~': 2 }, '/orders/3');
    expect(fault(() => record.required('due'))).toMatchObject({
      code: 'missing-field',
      field: '/orders/3/due',
    });
    expect(fault(() => record.allowOnly(['here']))).toMatchObject({
      code: 'unknown-field',
      field: '/orders/3/odd~1name~0',
    });
  });

  test('does not take inherited names for fields', () => {
    expect(fault(() => new RecordReader({}).required('toString'))).toMatchObject({ code: 'missing-field' });
    expect(fault(() => new RecordReader({ kind: 'constructor' }).oneOf('kind', ['sphere']))).toMatchObject({
      code: 'unknown-value',
    });
  });

  test('reads lists with the pointer of each item', () => {
    const record = new RecordReader({ runs: [{ n: 1 }, { n: 2 }], tags: ['a', ''] });
    expect(record.records('runs').map((run) => run.pointer)).toEqual(['/runs/0', '/runs/1']);
    expect(fault(() => record.texts('tags'))).toMatchObject({ field: '/tags/1' });
    expect(fault(() => record.items('missing'))).toMatchObject({ code: 'missing-field' });
  });
});
