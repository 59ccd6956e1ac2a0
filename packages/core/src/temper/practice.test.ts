import { describe, expect, test } from 'vitest';
import {
  beginPractice,
  dipInPractice,
  endPracticeStep,
  practiceAfter,
  practiceProbe,
  PRACTICE_PIECES,
  withPracticeSolid,
  practiceReport,
  type Practice,
  type PracticeKit,
} from './practice';
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

  test('is read every ten seconds, but for what drops out', () => {
    const { readings, looks } = practiceAfter(beginPractice(kit), 600, practiceProbe(3));
    expect(looks).toBe(60);
    expect(readings.length).toBeLessThanOrEqual(60);
    expect(readings.length).toBeGreaterThan(25);
  });
});
