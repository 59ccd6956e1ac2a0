import { expect, test } from 'vitest';
import { isAway } from './is-away';

test.each([
  ['it is starting', { code: '57P03' }, true],
  ['it was stopped', { driverError: { code: '57P01' } }, true],
  ['nobody listens', { code: 'ECONNREFUSED' }, true],
  ['the connection was cut', { driverError: new Error('Connection terminated unexpectedly') }, true],
  ['a name is taken', { driverError: { code: '23505' } }, false],
  ['a fault of ours', new TypeError('x is undefined'), false],
])('%s', (_name, error, expected) => {
  expect(isAway(error)).toBe(expected);
});
