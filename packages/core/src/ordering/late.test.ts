import { describe, expect, it } from 'vitest';
import { keptUntil } from './late';

const at = (clock: string): number => Date.parse(`2026-06-19T${clock}:00Z`);

describe('keeping what is collected late', () => {
  const order = { leavesAt: at('15:00'), lateKeepMinutes: 120, tooOldFrom: null };

  it.each([
    ['told before its hour, from its hour', '14:00', null, '17:00'],
    ['told when it is over, from now', '15:40', null, '17:40'],
    ['no longer than its pieces keep', '15:40', '17:00', '17:00'],
    ['what keeps longer changes nothing', '15:40', '20:00', '17:40'],
  ])('%s', (_, now, tooOld, until) => {
    const tooOldFrom = tooOld === null ? null : at(tooOld);
    expect(keptUntil({ ...order, now: at(now), tooOldFrom })).toBe(at(until));
  });

  it('refuses minutes that are none', () => {
    expect(() => keptUntil({ ...order, now: at('15:00'), lateKeepMinutes: -1 })).toThrow('/lateKeepMinutes');
  });
});
