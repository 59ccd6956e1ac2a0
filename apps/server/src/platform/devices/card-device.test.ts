import { expect, test } from 'vitest';
import { SimulatedCardDevice } from './card-device';

const device = new SimulatedCardDevice();

test.each([
  ['charge', 2490, true],
  ['charge', 2413, false],
  ['charge', 13, false],
  ['refund', 2413, true],
] as const)('the simulated card device: %s of %i goes through: %s', async (kind, amountMinor, goes) => {
  const reference = await device.transact(kind, amountMinor);
  if (goes) expect(reference).toMatch(/^simulated-[0-9a-f]{8}$/);
  else expect(reference).toBeNull();
});

test('each transaction has a number of its own', async () => {
  const all = await Promise.all(Array.from({ length: 50 }, () => device.transact('charge', 100)));
  expect(new Set(all).size).toBe(50);
});
