import { max, range } from 'd3-array';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { select } from 'd3-selection';
import { COAT_FAULTS, faultsOf, type CoatFault, type CoatOutcome } from '@alnage/core/temper';
import { drawAcross, drawColumns, drawRows, type ChartLayer } from '../shared/chart/chart-frame';
import { thickness } from '../shared/formats/formats';

type Scale = ScaleLinear<number, number>;

/** The coats of a practice in the order in which they were dipped. */
export interface CoatsDrawing {
  readonly coats: readonly CoatOutcome[];
  /** How many of them are for sale. */
  readonly good: number;
  /** What the film is in the window, in mm. */
  readonly rightMm: number;
  /** How many are dipped in all. */
  readonly most: number;
}

export const COATS_CHART = { width: 880, height: 220, left: 68, right: 112, top: 14, bottom: 66 } as const;
/** Marks of what is wrong with a coat, by shape; each kind has a line of its own. */
const MARK_OF: Readonly<Record<CoatFault, string>> = { bloom: '○', foot: '▲', lumps: '◆' };
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
  drawRows(
    root,
    COATS_CHART,
    y.ticks(4).map((mm) => ({ at: y(mm), text: thickness(mm) })),
  );
  drawBars(root, coats, { x, y });
  drawFaults(root, coats, x);
  drawRight(root, rightMm, y(rightMm));
  const columns = [1, ...range(10, most + 1, 10)].map((piece) => ({ at: x(piece), text: `${piece}` }));
  drawColumns(root, COATS_CHART, columns);
}

function drawBars(root: ChartLayer, coats: readonly CoatOutcome[], { x, y }: Record<'x' | 'y', Scale>): void {
  const wide = BAR_SHARE * (x(1) - x(0));
  coats.forEach((coat, index) =>
    root
      .append('rect')
      .attr('class', faultsOf(coat).length > 0 ? 'coat amiss' : 'coat')
      .attr('x', x(index + 1) - wide / 2)
      .attr('width', wide)
      .attr('y', y(coat.filmMm))
      .attr('height', y(0) - y(coat.filmMm)),
  );
}

/** A line for each kind of fault that occurs, with its name before it and a mark under each coat that has it. */
function drawFaults(root: ChartLayer, coats: readonly CoatOutcome[], x: Scale): void {
  const floor = COATS_CHART.height - COATS_CHART.bottom;
  const faults = coats.map(faultsOf);
  COAT_FAULTS.forEach((fault, line) => {
    if (!faults.some((each) => each.includes(fault))) return;
    const at = floor + MARKS.first + line * MARKS.apart;
    root.append('text').attr('x', 0).attr('y', at).text(fault);
    faults.forEach((each, index) => {
      if (!each.includes(fault)) return;
      root
        .append('text')
        .attr('class', 'mark')
        .attr('x', x(index + 1))
        .attr('y', at)
        .attr('text-anchor', 'middle')
        .text(MARK_OF[fault]);
    });
  });
}

function drawRight(root: ChartLayer, rightMm: number, at: number): void {
  const { width, right } = COATS_CHART;
  drawAcross(root, COATS_CHART, { at, what: 'right' });
  root
    .append('text')
    .attr('class', 'right-name')
    .attr('x', width - right + 6)
    .attr('y', at + 4)
    .text(`right: ${thickness(rightMm)}`);
}
