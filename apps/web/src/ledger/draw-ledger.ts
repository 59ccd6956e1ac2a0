import { extent, max } from 'd3-array';
import { scaleBand, scaleLinear, scaleTime } from 'd3-scale';
import { select } from 'd3-selection';
import { line } from 'd3-shape';
import { drawColumns, drawRows, type ChartLayer } from '../shared/chart/chart-frame';

export const LEDGER_CHART = { width: 450, height: 210, left: 46, right: 12, top: 12, bottom: 34 } as const;

/** A run as a point: what was planned and what it was. */
export interface RunPoint {
  readonly id: string;
  readonly at: number;
  readonly planned: number;
  readonly seen: number;
  readonly isChosen: boolean;
  readonly isAmended: boolean;
}

interface Wish {
  readonly points: readonly RunPoint[];
  readonly unit: string;
  readonly text: (value: number) => string;
}

/** A run errs by so much nine times in ten: 1.645·0.10 in the log. */
const RUN_REACH = Math.exp(1.645 * 0.1);

function dots(
  root: ChartLayer,
  points: readonly RunPoint[],
  { x, y }: { x: (p: RunPoint) => number; y: (p: RunPoint) => number },
): void {
  for (const point of points)
    root
      .append('circle')
      .attr('class', `dot${point.isAmended ? ' amended' : ''}${point.isChosen ? ' chosen' : ''}`)
      .attr('cx', x(point))
      .attr('cy', y(point))
      .attr('r', point.isChosen ? 7 : 5);
}

/** What was weighed against what was planned, with the range that a run errs in. */
export function drawTruth(svg: SVGSVGElement, { points, unit, text }: Wish): void {
  const root = select(svg);
  root.selectAll('*').remove();
  const { width, height, left, right, top, bottom } = LEDGER_CHART;
  const most = (max(points, ({ planned, seen }) => Math.max(planned, seen)) ?? 10) * 1.1;
  const x = scaleLinear([0, most], [left, width - right]);
  const y = scaleLinear([0, most], [height - bottom, top]);
  const ticksOf = (scale: typeof x, count: number) =>
    scale.ticks(count).map((value) => ({ at: scale(value), text: text(value) }));
  drawRows(root, LEDGER_CHART, ticksOf(y, 4));
  drawColumns(root, LEDGER_CHART, ticksOf(x, 5));
  for (const [factor, name] of [
    [1, 'even'],
    [RUN_REACH, 'range'],
    [1 / RUN_REACH, 'range'],
  ] as const) {
    const end = Math.min(most, most / factor);
    root
      .append('path')
      .attr('class', name)
      .attr(
        'd',
        line<[number, number]>(
          ([at]) => x(at),
          ([, to]) => y(to),
        )([
          [0, 0],
          [end, end * factor],
        ]),
      );
  }
  root
    .append('text')
    .attr('x', width - right)
    .attr('y', height - 4)
    .attr('text-anchor', 'end')
    .text(`planned, ${unit}`);
  root
    .append('text')
    .attr('x', left + 4)
    .attr('y', top + 4)
    .text(`weighed, ${unit}`);
  dots(root, points, { x: (p) => x(p.planned), y: (p) => y(p.seen) });
}

/** Run by run over time, with what was planned as a stroke. */
export function drawCourse(
  svg: SVGSVGElement,
  { points, unit, text }: Wish,
  day: (at: number) => string,
): void {
  const root = select(svg);
  root.selectAll('*').remove();
  const { width, height, left, right, top, bottom } = LEDGER_CHART;
  const [first, last] = extent(points, ({ at }) => at) as [number | undefined, number | undefined];
  const x = scaleTime([new Date(first ?? 0), new Date((last ?? 0) + 1)], [left + 10, width - right - 10]);
  const most = (max(points, ({ planned, seen }) => Math.max(planned, seen)) ?? 10) * 1.15;
  const y = scaleLinear([0, most], [height - bottom, top]);
  const days = first === undefined ? [] : x.ticks(4).map((at) => ({ at: x(at), text: day(at.getTime()) }));
  const rows = y.ticks(4).map((value) => ({ at: y(value), text: text(value) }));
  drawRows(root, LEDGER_CHART, rows);
  drawColumns(root, LEDGER_CHART, days);
  for (const point of points)
    root
      .append('line')
      .attr('class', 'planned')
      .attr('x1', x(new Date(point.at)) - 9)
      .attr('x2', x(new Date(point.at)) + 9)
      .attr('y1', y(point.planned))
      .attr('y2', y(point.planned));
  root
    .append('text')
    .attr('x', left + 4)
    .attr('y', top + 4)
    .text(`${unit}; the stroke is what was planned`);
  dots(root, points, { x: (p) => x(new Date(p.at)), y: (p) => y(p.seen) });
}

/** Bars with their names and figures, the longest first. */
export function drawBars(
  svg: SVGSVGElement,
  bars: readonly { readonly name: string; readonly value: number; readonly text: string }[],
): void {
  const root = select(svg);
  root.selectAll('*').remove();
  const { width, height } = LEDGER_CHART;
  const nameWidth = 120;
  const y = scaleBand(
    bars.map(({ name }) => name),
    [4, Math.min(height - 6, 12 + 30 * bars.length)],
  ).paddingInner(0.35);
  const x = scaleLinear([0, max(bars, ({ value }) => value) ?? 1], [0, width - nameWidth - 70]);
  for (const { name, value, text } of bars) {
    const middle = y(name)! + y.bandwidth() / 2 + 4;
    root.append('text').attr('x', 0).attr('y', middle).text(name);
    root
      .append('rect')
      .attr('class', 'bar')
      .attr('x', nameWidth)
      .attr('y', y(name)!)
      .attr('width', Math.max(2, x(value)))
      .attr('height', y.bandwidth());
    root
      .append('text')
      .attr('class', 'figure')
      .attr('x', nameWidth + x(value) + 8)
      .attr('y', middle)
      .text(text);
  }
}
