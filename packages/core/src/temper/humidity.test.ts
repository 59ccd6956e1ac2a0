import fc from 'fast-check';
import { expect, test } from 'vitest';
import { dewPointCelsius, stickyMinutes } from './humidity';

test('the dew point is the air itself where it is full, and lower the drier it is', () => {
  expect(dewPointCelsius(20, 0.6)).toBeCloseTo(12.0, 1);
  expect(dewPointCelsius(20, 1)).toBeCloseTo(20, 9);
  const share = fc.double({ min: 0.05, max: 1, noNaN: true });
  const celsius = fc.double({ min: -40, max: 50, noNaN: true });
  fc.assert(
    fc.property(share, share, celsius, (a, b, at) => {
      const [dry, wet] = [Math.min(a, b), Math.max(a, b)];
      expect(dewPointCelsius(at, dry)).toBeLessThanOrEqual(dewPointCelsius(at, wet) + 1e-9);
      expect(dewPointCelsius(at, wet)).toBeLessThanOrEqual(at + 1e-9);
    }),
  );
  expect(() => dewPointCelsius(20, 0)).toThrow(expect.objectContaining({ field: '/humidity', value: 0 }));
});

test('boiled sugar is sticky the sooner, the more humid it is', () => {
  expect(stickyMinutes(0.53)).toBeCloseTo(180, 6);
  expect(stickyMinutes(0.2)).toBe(720);
  expect(stickyMinutes(0.8)).toBeLessThan(30);
});
