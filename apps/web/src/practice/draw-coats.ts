import { max, range } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { select } from 'd3-selection';
import type { CoatOutcome } from '@alnage/core';
import { drawColumns, drawRows } from '../shared/chart/chart-frame';
import { thickness } from '../shared/formats/formats';

/** The coats of a practice in the order in which they were dipped. */
export interface CoatsDrawing {
  readonly coats: readonly CoatOutcome[];
  /** What the film is in the window, in mm. */
  readonly rightMm: number;
  /** How many are dipped in all. */
  readonly most: number;
}

export const COATS_CHART = { width: 880, height: 220, left: 68, right: 112, top: 14, bottom: 66 } as const;
/** What can be wrong with a coat: its mark, by shape, and its word. */
export const COAT_FAULTS = [
  { is: (coat: CoatOutcome) => coat.hasBloom, mark: '○', name: 'bloom' },
  { is: (coat: CoatOutcome) => coat.hasFoot, mark: '▲', name: 'foot' },
  { is: (coat: CoatOutcome) => coat.hasLumps, mark: '◆', name: 'lumps' },
] as const;
const BAR_SHARE = 0.7;
/** Marks stand below the numbers of the pieces, a line each. */
const MARKS = { first: 32, apart: 14 } as const;
/** The chart reaches so far above the right thickness at least. */
const HEADROOM = 1.5;

/** Draws how thick each coat is, against what is right, and what is wrong with it by shape. */
export function drawCoats(svg: SVGSVGElement, { coats, rightMm, most }: CoatsDrawing): void {
  const root = select(svg);
  root.selectAll('*').remove();
  const { width, height, left, right, top, bottom } = COATS_CHART;
  const floor = height - bottom;
  const x = scaleLinear([0.5, most + 0.5], [left, width - right]);
  const highest = max(coats, ({ filmMm }) => filmMm) ?? 0;
  const y = scaleLinear([0, Math.max(highest, HEADROOM * rightMm)], [floor, top]).nice(4);
  const rows = y.ticks(4).map((mm) => ({ at: y(mm), text: thickness(mm) }));
  drawRows(root, COATS_CHART, rows);
  const wide = BAR_SHARE * (x(1) - x(0));
  coats.forEach((coat, index) => {
    const isAmiss = COAT_FAULTS.some(({ is }) => is(coat));
    root
      .append('rect')
      .attr('class', isAmiss ? 'coat amiss' : 'coat')
      .attr('x', x(index + 1) - wide / 2)
      .attr('width', wide)
      .attr('y', y(coat.filmMm))
      .attr('height', floor - y(coat.filmMm));
    COAT_FAULTS.forEach(({ is, mark }, line) => {
      if (!is(coat)) return;
      root
        .append('text')
        .attr('class', 'mark')
        .attr('x', x(index + 1))
        .attr('y', floor + MARKS.first + line * MARKS.apart)
        .attr('text-anchor', 'middle')
        .text(mark);
    });
  });
  COAT_FAULTS.forEach(({ name, is }, line) => {
    if (!coats.some(is)) return;
    root
      .append('text')
      .attr('x', 0)
      .attr('y', floor + MARKS.first + line * MARKS.apart)
      .text(name);
  });
  root
    .append('line')
    .attr('class', 'right')
    .attr('x1', left)
    .attr('x2', width - right)
    .attr('y1', y(rightMm))
    .attr('y2', y(rightMm));
  root
    .append('text')
    .attr('class', 'right-name')
    .attr('x', width - right + 6)
    .attr('y', y(rightMm) + 4)
    .text(`right: ${thickness(rightMm)}`);
  const columns = [1, ...range(10, most + 1, 10)].map((piece) => ({ at: x(piece), text: `${piece}` }));
  drawColumns(root, COATS_CHART, columns);
}
