import { describe, expect, test } from 'vitest';
import type { PieceForm } from '../coating/piece-form';
import { usualWindows } from '../temper/temper-windows';
import { worksAtBench } from '../bench/at-bench';
import type { BenchDeed, BenchEvent } from '../bench/bench-event';
import type { MeltWork, StageWork } from '../bench/bench-works';
import { heatAtWork, type BowlAtWork } from './heat-at-work';

const MINUTE = 60_000;
const NOW = Date.parse('2026-06-18T09:00:00.000Z');
const vessel = { bowl: 'bowl-a', coating: 'dark' };
const melt: MeltWork = {
  ...{ kind: 'melt', key: 'melt/m1', melt: 'm1', ...vessel, grams: 3000 },
  ...{ person: 'runa', start: 640, end: 680 },
};
const dip: StageWork = {
  ...{ kind: 'stage', key: 'stage/b1/dip', batch: 'b1', product: 'berry', stage: 'dip', skill: 'dip' },
  ...{ pieces: 100, startPieces: 104, person: 'runa', start: 680, end: 732 },
  melt: { id: 'm1', ...vessel, gramsPerPiece: 10 },
  ...{ coats: 1, secondsPerPiece: 30, fixedMinutes: 0, orders: [{ order: 'o1', pieces: 100 }] },
  rest: { zone: 'fridge', piecesPerTray: 24, minMinutes: 20, maxMinutes: 1200 },
};
const deed = (minutesAgo: number, what: BenchDeed, work = dip.key): BenchEvent => ({
  ...{ id: `${minutesAgo} ${what.kind}`, work, at: NOW - minutesAgo * MINUTE, by: 'runa', deed: what },
});
/** The melt and the dip at their bench after these deeds. */
const after = (...events: BenchEvent[]) =>
  worksAtBench({ works: [melt, dip], events, sealed: [], ended: [] }, []);
const berry: PieceForm = {
  ...{
    kind: 'dipped',
    shape: { kind: 'sphere', diameterMm: 30 },
    covered: 0.9,
    coating: 'dark',
    way: 'fork',
  },
  ...{ centre: 'wet', centreGrams: 18, centreCelsius: 8, bowlCelsius: 31, dwellSeconds: 3 },
  ...{ coats: 1, footGrams: 0.5, dripGrams: 0 },
};
const bowl: BowlAtWork = {
  bowl: { form: null, capacityGrams: 4000, isWarmed: false },
  windows: usualWindows([{ kind: 'dark', grams: 1 }]),
  school: 'seed',
  piece: berry,
  readings: Array.from({ length: 61 }, (_, i) => ({
    at: NOW - (60 - i) * 10_000,
    value: 32 - i / 300 + (i % 2) / 20,
  })),
  ...{ roomCelsius: null, now: NOW, grams: 2500, rules: { seedShare: 0.25, warmingWatts: 500 } },
};

describe('the bowl of a work', () => {
  test('that is dipped from cools faster than one that stands', () => {
    const [, dipping] = after(deed(10, { kind: 'begin' }), deed(1, { kind: 'tray', pieces: 24 }));
    const [, ended] = after(deed(10, { kind: 'begin' }), deed(0, { kind: 'end' }));
    const leaves = (at: typeof dipping) => {
      const { forecast } = heatAtWork(at!, bowl);
      return forecast.kind === 'leaves' ? forecast.inMinutes : Infinity;
    };
    expect(leaves(dipping)).toBeLessThan(leaves(ended));
    expect(leaves(dipping)).toBeGreaterThan(5);
  });

  test('is brought to work as its coating says, or as somebody chose at the bench', () => {
    const [own] = after();
    expect(heatAtWork(own!, bowl)).toMatchObject({ school: 'seed', roomCelsius: 20 });
    const [chosen] = after(deed(20, { kind: 'school', school: 'table' }, melt.key));
    expect(heatAtWork(chosen!, { ...bowl, roomCelsius: 23 })).toMatchObject({
      ...{ school: 'table', roomCelsius: 23 },
    });
  });

  test('is told to seed for what lies in it and how warm that is, less the shop’s share before', () => {
    const [melted] = after(
      deed(30, { kind: 'begin' }, melt.key),
      deed(20, { kind: 'step', step: 'melt', celsius: 46 }, melt.key),
    );
    const hot = bowl.readings.map((each) => ({ ...each, value: each.value + 14 }));
    const { celsius, advice, windows } = heatAtWork(melted!, { ...bowl, readings: hot });
    // 2,250 g of 3,000 lie in it: the seed is what cools those to the middle of the crystals' window
    const target = (windows.crystals.low + windows.crystals.high) / 2;
    const grams = (2250 * 1.6 * (celsius! - target)) / (1.6 * (target - 20) + 45);
    expect(advice).toMatchObject({ kind: 'seed-in', grams: expect.closeTo(grams, 6) });
    // without a probe nobody knows better than the shop's share
    expect(heatAtWork(melted!, { ...bowl, readings: [] }).advice).toMatchObject({ grams: 750 });
  });

  test('that is begun again holds all that went in, and is brought to work from the first step', () => {
    const [again] = after(
      deed(30, { kind: 'begin' }, melt.key),
      deed(20, { kind: 'step', step: 'melt', celsius: 46 }, melt.key),
      deed(18, { kind: 'solid', grams: 750 }, melt.key),
      deed(17, { kind: 'step', step: 'seed', celsius: 29 }, melt.key),
      deed(10, { kind: 'again', school: 'seed' }, melt.key),
    );
    expect(again!.state).toMatchObject({ steps: [], solids: [], solidGrams: 750, endedAt: null });
    expect(heatAtWork(again!, { ...bowl, readings: [] }).advice).toMatchObject({ kind: 'melt-on' });
  });

  test('that holds more than its form, or nothing, is still reckoned with', () => {
    const form = { kind: 'straight', rimMm: 240, heightMm: 120 } as const;
    for (const grams of [0, 9000])
      expect(heatAtWork(after()[1]!, { ...bowl, grams, bowl: { ...bowl.bowl, form } }).celsius).toBeCloseTo(
        31.8,
        1,
      );
  });
});
