import { expect, test } from 'vitest';
import { recordId } from './record-id';

test.each([
  ['Dusk berry', [], 'dusk-berry'],
  ['Dusk berry', ['dusk-berry', 'dusk-berry-2'], 'dusk-berry-3'],
  ['  M. Sjögård & sons ', [], 'm-sjogard-sons'],
  ['草莓', [], '草莓'],
  ['!?', [], 'record'],
  ['x'.repeat(80), [], 'x'.repeat(60)],
])('%j becomes, beside %j, %s', (name, taken, id) => {
  expect(recordId(name, new Set(taken))).toBe(id);
});
