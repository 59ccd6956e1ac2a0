import { usualWindows } from '@alnage/core';
import { press, render } from '../testing/render';
import {
  beginPractice,
  dipped,
  ended,
  passed,
  practiceProbe,
  PRACTICE_PIECES,
  putIn,
  reportOf,
  type Practice,
  type PracticeKit,
} from './practice-course';
import { PracticePage } from './practice-page';

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
  for (let tick = 0; tick < 2000 && !is(now.bowl.celsius); tick++) now = passed(now, 5, probe());
  return now;
};
/** Melted, seeded, stirred down, warmed: as the guide says. */
function readyToDip(): Practice {
  const hot = until({ ...beginPractice(kit), isHeated: true }, (celsius) => celsius > 46);
  const seeded = ended(putIn(ended({ ...hot, isHeated: false }, 'melt'), 2000 / 3), 'seed');
  const cool = passed(
    until(seeded, (celsius) => celsius < 28.5),
    600,
    probe(),
  );
  const warm = until({ ...ended(cool, 'crystals'), isHeated: true }, (celsius) => celsius > 31.5);
  // what is still solid is taken out
  const bowl = { ...warm.bowl, solidGrams: 0 };
  return ended({ ...warm, bowl, isHeated: false }, 'warm');
}

describe('a practice', () => {
  test('that follows the guide ends with fifty for sale', () => {
    let ready = readyToDip();
    while (ready.coats.length < PRACTICE_PIECES) {
      ready = dipped({ ...ready, isHeated: ready.bowl.celsius < 31.4 }, 1, probe());
    }
    const report = reportOf(ready);
    expect(report).toMatchObject({ pieces: 50, bloom: 0 });
    expect(report.good).toBeGreaterThan(45);
    expect(report.advice).toEqual(['Well done: nine in ten and more are for sale.']);
  });

  test('that is only melted blooms, and is told to seed', () => {
    const hot = until({ ...beginPractice(kit), isHeated: true }, (celsius) => celsius > 31.5);
    const report = reportOf(dipped({ ...hot, isHeated: false, isStirred: false }, 10, probe()));
    expect(report.bloom).toBe(10);
    expect(report.advice[0]).toContain('it never came into temper');
  });

  test('that is too warm, or too cool, is told so', () => {
    const ready = readyToDip();
    const at = (celsius: number) =>
      reportOf(dipped({ ...ready, bowl: { ...ready.bowl, celsius } }, 5, probe()));
    expect(at(36).advice.join()).toContain('above its window');
    expect(at(27).advice.join()).toContain('below its window');
    expect(at(27).meanFilmMm).toBeGreaterThan(at(31.6).meanFilmMm);
  });

  test('of nothing dipped says nothing of it; no solid is none', () => {
    const begun = beginPractice(kit);
    expect(putIn(begun, 0)).toBe(begun);
    expect(reportOf(begun)).toMatchObject({ pieces: 0, advice: [] });
  });

  test('is read every ten seconds, but for what drops out', () => {
    const { readings, looks } = passed(beginPractice(kit), 600, practiceProbe(3));
    expect(looks).toBe(60);
    expect(readings.length).toBeLessThanOrEqual(60);
    expect(readings.length).toBeGreaterThan(25);
  });
});

test('the place leads from the beginning by Space, step by step, to what became of the coats', async () => {
  const { text, click, settle } = await render(PracticePage);
  expect(text()).toContain('2.00 kg in a plain bowl');
  press(' ');
  await settle();
  expect(text()).toMatch(/Melt it out to 45 °C/);
  await click('On the heat');
  expect(text()).toContain('Off the heat');
  press(' ');
  await settle();
  expect(text()).toContain('The seed is in, and smooth');
  await click('Enough');
  expect(text()).toMatch(/What became of the coats.*For sale0 of 0/);
  await click('Once more Space').catch(() => click('Once moreSpace'));
  expect(text()).toContain('It is melted');
});
