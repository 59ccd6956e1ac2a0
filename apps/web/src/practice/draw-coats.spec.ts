import { coatOutcome, usualWindows, type CoatOutcome } from '@alnage/core/temper';
import { COATS_CHART, drawCoats } from './draw-coats';

const coat = (change: Partial<CoatOutcome> = {}): CoatOutcome => ({
  ...{ filmMm: 1, hasBloom: false, hasFoot: false, hasLumps: false },
  ...change,
});
function drawn(coats: readonly CoatOutcome[]): SVGSVGElement {
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  drawCoats(svg, { coats, good: 0, rightMm: 1, most: 50 });
  return svg;
}
const texts = (svg: SVGSVGElement, what = 'text'): string[] =>
  [...svg.querySelectorAll(what)].map((each) => each.textContent);
const numbers = (svg: SVGSVGElement, what: string, name: string): number[] =>
  [...svg.querySelectorAll(what)].map((each) => Number(each.getAttribute(name)));

describe('the coats of a practice', () => {
  test('are bars as high as they are thick, over one floor, from left to right', () => {
    const svg = drawn([coat(), coat({ filmMm: 0.5 }), coat({ filmMm: 1.4 })]);
    const [whole, half, most] = numbers(svg, 'rect', 'height');
    expect(half! / whole!).toBeCloseTo(0.5, 6);
    expect(most! / whole!).toBeCloseTo(1.4, 6);
    const floor = COATS_CHART.height - COATS_CHART.bottom;
    for (const [index, y] of numbers(svg, 'rect', 'y').entries())
      expect(y + [whole, half, most][index]!).toBeCloseTo(floor, 6);
    const left = numbers(svg, 'rect', 'x');
    expect(left).toEqual(left.toSorted((a, b) => a - b));
    // the line of what is right is as high as a coat that is
    expect(numbers(svg, 'line.right', 'y1')[0]).toBeCloseTo(floor - whole!, 6);
    expect(texts(svg)).toContain('right: 1.00 mm');
  });

  test('tell by shape what is wrong with which, and name only what occurs', () => {
    const svg = drawn([coat(), coat({ hasBloom: true, hasFoot: true }), coat({ hasFoot: true })]);
    expect(svg.querySelectorAll('rect.amiss')).toHaveLength(2);
    expect(texts(svg, 'text.mark').sort()).toEqual(['▲', '▲', '○']);
    expect(texts(svg)).toEqual(expect.arrayContaining(['bloom', 'foot']));
    expect(texts(svg)).not.toContain('lumps');
    // a mark stands under its own coat
    const [x] = numbers(svg, 'text.mark', 'x');
    const bars = numbers(svg, 'rect', 'x').map((at, i) => at + numbers(svg, 'rect', 'width')[i]! / 2);
    expect(x).toBeCloseTo(bars[1]!, 6);
  });

  test('of a bowl out of temper stay within the picture', () => {
    const bowl = { celsius: 24, liquidGrams: 1500, solidGrams: 200, temper: 0.1, roomCelsius: 20 };
    const windows = usualWindows([{ kind: 'dark', grams: 1 }]);
    const thick = coatOutcome(bowl, { windows, yieldPa: 14, filmFactor: 1 });
    const svg = drawn(Array.from({ length: 50 }, () => thick));
    expect(Math.min(...numbers(svg, 'rect', 'y'))).toBeGreaterThanOrEqual(COATS_CHART.top);
    const ends = numbers(svg, 'rect', 'x').map((x, i) => x + numbers(svg, 'rect', 'width')[i]!);
    expect(Math.max(...ends)).toBeLessThanOrEqual(COATS_CHART.width - COATS_CHART.right);
    const lowest = numbers(svg, 'text.mark', 'y');
    expect(Math.max(...lowest)).toBeLessThan(COATS_CHART.height);
    expect(lowest.length).toBeGreaterThan(0);
  });
});
