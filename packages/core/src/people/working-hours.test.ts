import { expect, test } from 'vitest';
import { workingHours, type WorkRules } from './working-hours';

const rules: WorkRules = {
  week: [
    { weekday: 1, starts: '13:00', ends: '16:00' },
    { weekday: 1, starts: '08:00', ends: '12:00' },
    { weekday: 2, starts: '08:00', ends: '24:00' },
  ],
  shifts: [{ day: '2026-06-22', starts: '07:00', ends: '11:00' }],
  absences: [{ from: '2026-06-23', to: '2026-06-29' }],
};

test.each([
  ['2026-06-15', 1, ['08:00-12:00', '13:00-16:00']],
  ['2026-06-16', 2, ['08:00-24:00']],
  ['2026-06-17', 3, []],
  ['2026-06-22', 1, ['07:00-11:00']],
  ['2026-06-23', 2, []],
  ['2026-06-29', 1, []],
  ['2026-06-30', 2, ['08:00-24:00']],
])('on %s, weekday %d, the hours are %j', (date, weekday, hours) => {
  expect(workingHours(rules, { date, weekday }).map(({ starts, ends }) => `${starts}-${ends}`)).toEqual(
    hours,
  );
});
