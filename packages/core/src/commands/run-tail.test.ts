import { describe, expect, test } from 'vitest';
import { runTail } from './run-tail';

const input = {
  form: { kind: 'straight', rimMm: 200, heightMm: 120 },
  capacityG: 2393.9,
  dipMm: 20,
  filmMm: 1,
};

describe('the tail command', () => {
  test('answers with depth and tail', () => {
    // 60 mm deep; 798 g below 20 mm and 32 g on the wall
    expect(runTail(input)).toEqual({
      depthMm: expect.closeTo(60, 1),
      tailG: expect.closeTo(829.9, 0),
      brimG: expect.closeTo(4787.8, 0),
    });
    expect((runTail({ ...input, tilted: 'yes' }) as { tailG: number }).tailG).toBeCloseTo(517.1, 0);
  });

  test.each<[object, string, string]>([
    [{ capacityG: 700 }, '/capacityG', 'out-of-range'],
    [{ capacityG: 6000 }, '/capacityG', 'out-of-range'],
    [{ form: { kind: 'straight', rimMm: 200, heightMm: 120, baseMm: 20 } }, '/form/baseMm', 'unknown-field'],
    [{ form: { kind: 'cone', rimMm: 100, heightMm: 120, baseMm: 200 } }, '/form/baseMm', 'out-of-range'],
    [{ form: { kind: 'pear', rimMm: 100, heightMm: 120 } }, '/form/kind', 'unknown-value'],
    [{ dipMm: -1 }, '/dipMm', 'out-of-range'],
  ])('refuses %j at %s as %s', (change, field, code) => {
    expect(() => runTail({ ...input, ...change })).toThrow(expect.objectContaining({ field, code }) as Error);
  });
});
