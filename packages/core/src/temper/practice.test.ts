import { describe, expect, test } from 'vitest';
import {
  beginPractice,
  dipInPractice,
  endPracticeStep,
  practiceAfter,
  practiceProbe,
  PRACTICE_PIECES,
  withPracticeHeat,
  withPracticeSolid,
  practiceReport,
  type Practice,
  type PracticeKit,
} from './practice';
import { practiceHeat } from '../heat/practice-heat';
import { usualWindows } from './temper-windows';

const kit: PracticeKit = {
  ...{
    windows: usualWindows([{ kind: 'dark', grams: 1 }]),
    yieldPa: 14,
    school: 'seed',
    grams: 2000,
    seedShare: 1 / 3,
  },
};
const probe = () => practiceProbe(1);
const until = (from: Practice, is: (celsius: number) => boolean): Practice => {
  let now = from;
  for (let tick = 0; tick < 2000 && !is(now.bowl.celsius); tick++) now = practiceAfter(now, 5, probe());
  return now;
};
/** Melted, seeded, stirred down, warmed: as the guide says. */
function readyToDip(): Practice {
  const hot = until({ ...beginPractice(kit), isHeated: true }, (celsius) => celsius > 46);
  const seeded = endPracticeStep(
    withPracticeSolid(endPracticeStep({ ...hot, isHeated: false }, 'melt'), 2000 / 3),
    'seed',
  );
  const cool = practiceAfter(
    until(seeded, (celsius) => celsius < 28.5),
    600,
    probe(),
  );
  const warm = until({ ...endPracticeStep(cool, 'crystals'), isHeated: true }, (celsius) => celsius > 31.5);
  // what is still solid is taken out
  const bowl = { ...warm.bowl, solidGrams: 0 };
  return endPracticeStep({ ...warm, bowl, isHeated: false }, 'warm');
}

describe('a practice', () => {
  test('that follows the guide ends with fifty for sale', () => {
    let ready = readyToDip();
    while (ready.coats.length < PRACTICE_PIECES) {
      ready = dipInPractice({ ...ready, isHeated: ready.bowl.celsius < 31.4 }, 1, probe());
    }
    const report = practiceReport(ready);
    expect(report).toMatchObject({ pieces: 50, bloom: 0 });
    expect(report.good).toBeGreaterThan(45);
    expect(report.advice).toEqual(['well-done']);
  });

  test('that is only melted blooms, and is told to seed', () => {
    const hot = until({ ...beginPractice(kit), isHeated: true }, (celsius) => celsius > 31.5);
    const report = practiceReport(dipInPractice({ ...hot, isHeated: false, isStirred: false }, 10, probe()));
    expect(report.bloom).toBe(10);
    expect(report.advice[0]).toBe('never-tempered');
  });

  test('that is too warm, or too cool, is told so', () => {
    const ready = readyToDip();
    const at = (celsius: number) =>
      practiceReport(dipInPractice({ ...ready, bowl: { ...ready.bowl, celsius } }, 5, probe()));
    expect(at(36).advice).toContain('too-warm');
    expect(at(27).advice).toContain('too-cool');
    expect(at(27).meanFilmMm).toBeGreaterThan(at(31.6).meanFilmMm);
  });

  test('of nothing dipped says nothing of it; no solid is none', () => {
    const begun = beginPractice(kit);
    expect(withPracticeSolid(begun, 0)).toBe(begun);
    expect(practiceReport(begun)).toMatchObject({ pieces: 0, advice: [] });
  });

  test('is warmed for as long as its guide says, and is then in its window', () => {
    const ready = readyToDip();
    const cool = practiceAfter(
      until(ready, (celsius) => celsius < 30.4),
      10,
      probe(),
    );
    const { advice } = practiceHeat(cool);
    expect(advice).toMatchObject({ kind: 'rewarm' });
    const seconds = 'seconds' in advice ? advice.seconds! : 0;
    expect(seconds).toBeGreaterThan(5);
    const warmed = practiceAfter(withPracticeHeat(cool, true), seconds, probe());
    const { low, high } = kit.windows.work;
    expect(warmed.bowl.celsius).toBeGreaterThan(low);
    expect(warmed.bowl.celsius).toBeLessThan(high);
    expect(warmed.meddled.at(-1)).toBe(cool.seconds);
  });

  test('is guided step by step as at the bench, on what its probe says', () => {
    const begun = practiceAfter({ ...beginPractice(kit), isHeated: true }, 120, probe());
    expect(practiceHeat(begun).advice).toMatchObject({ kind: 'melt-on' });
    const hot = until({ ...beginPractice(kit), isHeated: true }, (celsius) => celsius > 46);
    const melted = endPracticeStep({ ...hot, isHeated: false }, 'melt');
    expect(practiceHeat(melted).advice).toMatchObject({ kind: 'seed-in', comesTo: expect.closeTo(28.2, 6) });
    expect(practiceHeat(beginPractice(kit))).toMatchObject({ celsius: null, watch: { state: 'none' } });
  });

  test('is read every ten seconds, but for what drops out', () => {
    const { readings, looks } = practiceAfter(beginPractice(kit), 600, practiceProbe(3));
    expect(looks).toBe(60);
    expect(readings.length).toBeLessThanOrEqual(60);
    expect(readings.length).toBeGreaterThan(25);
  });
});
