import type { ChartLayer } from './chart-frame';

/** Half the width and the height of the weight that the plumb hangs from, in px. */
export const PLUMB_WEIGHT = { half: 4, height: 7 };

/** Where the line of the plumb begins below its weight, and the corners of the weight, pointing down. */
export function plumbWeight(x: number, top: number): readonly (readonly [number, number])[] {
  const { half, height } = PLUMB_WEIGHT;
  return [
    [x - half, top],
    [x + half, top],
    [x + half, top + height / 3],
    [x, top + height],
    [x - half, top + height / 3],
  ];
}

/** Now, the same in every chart: a fine line of ink hanging from a small weight. */
export function drawPlumb(
  root: ChartLayer,
  x: number,
  { top, bottom }: { top: number; bottom: number },
): void {
  const now = root.append('g').attr('class', 'plumb');
  now.append('line').attr('x1', x).attr('x2', x).attr('y1', top).attr('y2', bottom);
  now.append('polygon').attr('points', plumbWeight(x, top).join(' '));
}
