import type { CoursePoint } from '@alnage/core/heat';
import { usualWindows } from '@alnage/core/temper';
import { drawBowl, type BowlDrawing } from './draw-bowl';

const MINUTE = 60_000;
const NOW = 100 * MINUTE;
const reading = (minute: number, value: number, low = value, high = value) => ({
  ...{ at: NOW + minute * MINUTE, value, low, high },
});

function drawn(change: Partial<BowlDrawing> = {}): SVGSVGElement {
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  drawBowl(svg, {
    ...{ readings: [reading(-10, 31.5), reading(-5, 31.3), reading(0, 31.2)], ahead: [], marks: [] },
    ...{ windows: usualWindows([{ kind: 'dark', grams: 1 }]), isTempered: true, now: NOW },
    time: (at) => `${Math.round(at / MINUTE)}`,
    ...change,
  });
  return svg;
}
const texts = (svg: SVGSVGElement): string[] =>
  [...svg.querySelectorAll('text')].map((each) => each.textContent);

describe('the drawing of a bowl', () => {
  test('names its windows; of what is only melted the one to work in alone', () => {
    const tempered = drawn();
    expect(texts(tempered)).toContain('dip between 31–32.2 °C');
    expect(texts(tempered).some((text) => text.startsWith('crystals form'))).toBe(true);
    const plain = drawn({ isTempered: false });
    expect(plain.querySelectorAll('rect.band')).toHaveLength(1);
    expect(texts(plain).some((text) => text.startsWith('crystals'))).toBe(false);
  });

  test('has the window to melt out in once the bowl is that warm', () => {
    expect(texts(drawn()).some((text) => text.startsWith('melt out'))).toBe(false);
    const hot = drawn({ readings: [reading(-2, 46), reading(0, 47)] });
    expect(texts(hot).some((text) => text.startsWith('melt out'))).toBe(true);
  });

  test('keeps the names of its windows apart, near and far', () => {
    for (const highest of [32, 50, 80]) {
      const readings = [reading(-5, 27), reading(0, highest)];
      const svg = drawn({ readings });
      const at = [...svg.querySelectorAll('text.name')].map((name) => Number(name.getAttribute('y')));
      const apart = at.flatMap((a, i) => at.slice(i + 1).map((b) => Math.abs(a - b)));
      expect(Math.min(...apart)).toBeGreaterThan(11);
    }
  });

  test('draws what is to come as a line with its range, and nothing where nothing can be said', () => {
    expect(drawn().querySelector('.range')).toBeNull();
    const ahead: CoursePoint[] = [0, 10, 20].map((minute) => ({
      ...{ minute, celsius: 31.2 - minute / 20, low90: 31.1 - minute / 10, high90: 31.3 },
    }));
    const range = drawn({ ahead }).querySelector('.range')!.getAttribute('d')!;
    expect(range.startsWith('M')).toBe(true);
    // there and back along both edges
    expect(range.split('L').length).toBeGreaterThanOrEqual(6);
  });

  test('writes the hours below, none of them out of the picture', () => {
    const svg = drawn({ time: (at) => `um ${Math.round(at / MINUTE)} Uhr` });
    const below = [...svg.querySelectorAll('text')].filter((each) => each.textContent.startsWith('um'));
    expect(below.map((each) => each.textContent)).toEqual([
      'um 80 Uhr',
      'um 90 Uhr',
      'um 100 Uhr',
      'um 110 Uhr',
      'um 120 Uhr',
      'um 130 Uhr',
    ]);
    for (const each of below)
      expect(Number(each.getAttribute('x')) + (7 * each.textContent.length) / 2).toBeLessThanOrEqual(590);
  });

  test('is drawn without a reading too, and anew without what was drawn before', () => {
    const empty = drawn({ readings: [] });
    expect(empty.querySelector('.plumb')).not.toBeNull();
    const count = empty.querySelectorAll('*').length;
    expect(count).toBeGreaterThan(10);
  });

  test('marks what was done at its minute', () => {
    const svg = drawn({ marks: [{ at: NOW - 4 * MINUTE, text: 'seed' }] });
    expect(texts(svg)).toContain('seed');
  });
});
