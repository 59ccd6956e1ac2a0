import { describe, expect, test } from 'vitest';
import { runCool } from './run-cool';
import { runSeed } from './run-seed';

const fault = (code: string, field: string): Error => expect.objectContaining({ code, field }) as Error;

describe('the seed command', () => {
  const input = { liquidG: 200, liquidC: 48.9, seedC: 21 };

  test('answers with the temperature, or with the seed', () => {
    expect(runSeed({ ...input, seedG: 100 })).toEqual({ finalC: expect.closeTo(30.225, 9), seedG: 100 });
    expect(runSeed({ ...input, targetC: 30.225 })).toEqual({
      finalC: expect.closeTo(30.225, 9),
      seedG: expect.closeTo(100, 6),
    });
    const bowl = { g: 500, kind: 'glass', celsius: 48.9 };
    expect(runSeed({ ...input, seedG: 100, bowl })).toMatchObject({
      finalC: expect.closeTo((15_648 + 420 * 48.9 + 3360 - 4500) / 900, 6),
    });
  });

  test.each<[object, string, string]>([
    [{ ...input }, 'missing-field', '/seedG'],
    [{ ...input, seedG: 1, targetC: 30 }, 'unknown-field', '/targetC'],
    [{ ...input, seedG: -1 }, 'out-of-range', '/seedG'],
    [{ ...input, seedG: '100' }, 'wrong-type', '/seedG'],
    [{ ...input, targetC: 60 }, 'out-of-range', '/targetC'],
    [{ ...input, seedG: 1, bowl: { g: 1, kind: 'clay', celsius: 20 } }, 'unknown-value', '/bowl/kind'],
    [{ ...input, seedG: 1, bowl: { g: 1, kind: 'glass' } }, 'missing-field', '/bowl/celsius'],
    [{ ...input, seedG: 1, kind: 'dark' }, 'unknown-field', '/kind'],
  ])('refuses %j as %s at %s', (json, code, field) =>
    expect(() => runSeed(json)).toThrow(fault(code, field)),
  );
});

describe('the cool command', () => {
  const readings = Array.from({ length: 8 }, (_, minute) => ({
    minute,
    celsius: 20 + 20 * Math.exp(-minute / 60),
  }));

  test('answers with when it is there, or why that is not known', () => {
    expect(runCool({ readings, roomC: 20, targetC: 30 })).toMatchObject({
      kind: 'known',
      tauMinutes: expect.closeTo(60, 2),
    });
    expect(runCool({ readings: readings.slice(0, 4), roomC: 20, targetC: 30 })).toEqual({
      kind: 'unknown',
      reason: 'too-few',
    });
  });

  test.each<[object, string, string]>([
    [{ roomC: 20, targetC: 30 }, 'missing-field', '/readings'],
    [{ readings: 3, roomC: 20, targetC: 30 }, 'wrong-type', '/readings'],
    [{ readings: [{ minute: 0 }], roomC: 20, targetC: 30 }, 'missing-field', '/readings/0/celsius'],
    [
      { readings: [{ minute: 0, celsius: 20, f: 1 }], roomC: 20, targetC: 30 },
      'unknown-field',
      '/readings/0/f',
    ],
    [{ readings, roomC: 900, targetC: 30 }, 'out-of-range', '/roomC'],
  ])('refuses %j as %s at %s', (json, code, field) =>
    expect(() => runCool(json)).toThrow(fault(code, field)),
  );
});
