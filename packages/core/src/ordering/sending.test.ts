import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { FAMILIES } from '../coating/family';
import { parcelDays, sendingFault, usualPostRule, type SendingWay } from './sending';

const WAY: SendingWay = { usualCelsius: 21, days: [{ date: '2026-06-18', celsius: 27 }], isIced: false };
// 17 June 2026 is a Wednesday
const DATES = ['2026-06-17', '2026-06-18', '2026-06-19', '2026-06-20'];
const DAYS = DATES.map((date, index) => ({ date, weekday: 3 + index }));

describe('by post', () => {
  test('goes what its coatings and its filling take, fruit never', () => {
    expect(usualPostRule('pretzel', [31])).toEqual({ mostCelsius: 26 });
    expect(usualPostRule('pretzel', [31, 29.5])).toEqual({ mostCelsius: 24.5 });
    expect(usualPostRule('filled-cup', [31, 29.5])).toEqual({ mostCelsius: 18 });
    expect(usualPostRule('berry', [38])).toEqual({ mostCelsius: null });
    for (const family of FAMILIES) expect(usualPostRule(family, [31]).mostCelsius ?? 0).toBeLessThan(31);
  });

  test('a day is as warm as its forecast, else as usual; ice keeps three days', () => {
    expect(parcelDays(DATES, WAY).map(({ celsius }) => celsius)).toEqual([21, 27, 21, 21]);
    expect(parcelDays(DATES, { ...WAY, isIced: true }).map(({ celsius }) => celsius)).toEqual([
      13, 19, 13, 21,
    ]);
  });

  test('a piece is held against its warmest day, and goes at its limit', () => {
    expect(sendingFault({ mostCelsius: 26 }, DAYS, WAY)).toEqual({
      ...{ kind: 'too-warm', date: '2026-06-18', celsius: 27, mostCelsius: 26 },
    });
    expect(sendingFault({ mostCelsius: 27 }, DAYS, WAY)).toBeNull();
    expect(sendingFault({ mostCelsius: 26 }, DAYS, { ...WAY, isIced: true })).toBeNull();
    expect(sendingFault({ mostCelsius: 27 }, DAYS, { ...WAY, collectsOn: [1, 2, 4] })).toEqual({
      ...{ kind: 'not-collected', date: '2026-06-17' },
    });
    expect(sendingFault({ mostCelsius: 27 }, DAYS, { ...WAY, collectsOn: [3] })).toBeNull();
    expect(sendingFault({ mostCelsius: null }, DAYS, { ...WAY, usualCelsius: -10 })).toEqual({
      kind: 'never',
    });
  });

  test('what goes on a warm way goes on a cooler one, and with ice where it goes without', () => {
    const celsius = fc.double({ min: -20, max: 45, noNaN: true });
    fc.assert(
      fc.property(celsius, celsius, celsius, (usualCelsius, most, cooler) => {
        const warm = { ...WAY, usualCelsius, days: [] };
        if (sendingFault({ mostCelsius: most }, DAYS, warm)) return;
        expect(sendingFault({ mostCelsius: most }, DAYS, { ...warm, isIced: true })).toBeNull();
        const cool = { ...warm, usualCelsius: usualCelsius - Math.abs(cooler) };
        expect(sendingFault({ mostCelsius: most }, DAYS, cool)).toBeNull();
      }),
    );
  });
});
