import { extent, range } from 'd3-array';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { select } from 'd3-selection';
import { area, line } from 'd3-shape';
import type { Reading } from '@alnage/contract';
import type { CoursePoint } from '@alnage/core/heat';
import { dipWindow, type TemperWindows } from '@alnage/core/temper';
import { drawColumns, drawRows, type ChartLayer } from '../chart/chart-frame';
import { drawPlumb } from '../chart/plumb';
import { temperature } from '../formats/formats';

/** What is drawn of a bowl: its readings, its windows, what was done, and how it will go on. */
export interface BowlDrawing {
  /** In ms. */
  readonly readings: readonly Reading[];
  readonly windows: TemperWindows;
  readonly isTempered: boolean;
  readonly now: number;
  readonly ahead: readonly CoursePoint[];
  readonly marks: readonly { readonly at: number; readonly text: string }[];
  readonly time: (instant: number) => string;
}

export const BOWL_CHART = { width: 590, height: 270, left: 44, right: 14, top: 18, bottom: 26 } as const;
const MS_PER_MINUTE = 60_000;
const AHEAD_MINUTES = 30;
/** Without readings there is this much to see. */
const LEAST_MINUTES = 20;
const MOST_MINUTES = 90;
const MARKS_MOST = 4;
/** Height of a band's name, and how far it stands off its band. */
const NAME = { height: 11, off: 4 } as const;

interface Scales {
  readonly x: ScaleLinear<number, number>;
  readonly y: ScaleLinear<number, number>;
}

/** Draws the temperature of a bowl over time; state is said by shape and word, never by colour alone. */
export function drawBowl(svg: SVGSVGElement, drawing: BowlDrawing): void {
  const root = select(svg);
  root.selectAll('*').remove();
  const scales = scalesOf(drawing);
  drawWindows(root, drawing, scales);
  drawTimes(root, drawing, scales);
  drawCourse(root, drawing, scales);
  drawReadings(root, drawing, scales);
  drawMarks(root, drawing, scales);
}

function scalesOf({ readings, windows, isTempered, now, ahead }: BowlDrawing): Scales {
  const { width, height, left, right, top, bottom } = BOWL_CHART;
  const dip = dipWindow(windows);
  const first = readings[0]?.at ?? now;
  const minutes = Math.min(MOST_MINUTES, Math.max(LEAST_MINUTES, (now - first) / MS_PER_MINUTE));
  const shown = readings.filter(({ at }) => at >= now - minutes * MS_PER_MINUTE);
  const [low, high] = extent([
    ...[Math.min(dip.low, windows.work.low) - 1.5, windows.work.high + 1.5],
    ...(isTempered ? [windows.crystals.low - 0.5] : []),
    ...shown.flatMap((each) => [each.low, each.high]),
    ...ahead.map(({ celsius }) => celsius),
  ]) as [number, number];
  return {
    x: scaleLinear(
      [now - minutes * MS_PER_MINUTE, now + AHEAD_MINUTES * MS_PER_MINUTE],
      [left, width - right],
    ),
    y: scaleLinear([low, high], [height - bottom, top]).nice(6),
  };
}

function drawWindows(root: ChartLayer, { windows, isTempered }: BowlDrawing, { y }: Scales): void {
  const { width, left, right } = BOWL_CHART;
  const [least, most] = y.domain() as [number, number];
  const bands = [
    { name: 'work', text: 'dip between', ...dipWindow(windows) },
    ...(isTempered ? [{ name: 'crystals', text: 'crystals form', ...windows.crystals }] : []),
    ...(isTempered && most > windows.melt.low ? [{ name: 'melt', text: 'melt out', ...windows.melt }] : []),
  ].filter(({ low, high }) => high > least && low < most);
  for (const { name, low, high } of bands)
    root
      .append('rect')
      .attr('class', `band ${name}`)
      .attr('x', left)
      .attr('width', width - left - right)
      .attr('y', y(Math.min(high, most)))
      .attr('height', Math.max(2, y(Math.max(low, least)) - y(Math.min(high, most))));
  const rows = y
    .ticks(6)
    .map((celsius) => ({ at: y(celsius), text: temperature(celsius).replace(/ .*/, '') }));
  drawRows(root, BOWL_CHART, rows);
  // where all of a melt is shown the two windows lie close: the name of the lower one goes under it
  const isUnder = (name: string, high: number): boolean =>
    name === 'crystals' && y(high) - NAME.off - NAME.height < y(dipWindow(windows).low);
  for (const { name, text, low, high } of bands)
    root
      .append('text')
      .attr('class', `name ${name}`)
      .attr('x', width - right - 4)
      .attr('text-anchor', 'end')
      .attr('y', isUnder(name, high) ? y(low) + NAME.height : y(Math.min(high, most)) - NAME.off)
      .text(`${text} ${temperature(low).replace(/ .*/, '')}–${temperature(high)}`);
}

function drawTimes(root: ChartLayer, { now, time }: BowlDrawing, { x }: Scales): void {
  const { height, top, bottom } = BOWL_CHART;
  const [from, to] = x.domain() as [number, number];
  const step = (to - from) / MS_PER_MINUTE > 70 ? 20 : 10;
  const first = Math.ceil(from / (step * MS_PER_MINUTE)) * step * MS_PER_MINUTE;
  const ticks = range(first, to + 1, step * MS_PER_MINUTE).map((at) => ({ at: x(at), text: time(at) }));
  drawColumns(root, BOWL_CHART, ticks);
  drawPlumb(root, x(now), { top: top - 8, bottom: height - bottom });
}

function drawCourse(root: ChartLayer, { ahead, now }: BowlDrawing, { x, y }: Scales): void {
  if (ahead.length === 0) return;
  const [least, most] = y.domain() as [number, number];
  const inside = (celsius: number): number => y(Math.min(most, Math.max(least, celsius)));
  const at = ({ minute }: CoursePoint): number => x(now + minute * MS_PER_MINUTE);
  root
    .append('path')
    .attr('class', 'range')
    .attr(
      'd',
      area<CoursePoint>(
        at,
        (p) => inside(p.low90),
        (p) => inside(p.high90),
      )([...ahead]),
    );
  const seen = ahead.filter(({ celsius }) => celsius >= least && celsius <= most);
  root
    .append('path')
    .attr('class', 'ahead')
    .attr('d', line<CoursePoint>(at, (p) => y(p.celsius))(seen));
}

function drawReadings(root: ChartLayer, { readings }: BowlDrawing, { x, y }: Scales): void {
  const [from] = x.domain() as [number, number];
  const shown = readings.filter(({ at }) => at >= from);
  root
    .append('path')
    .attr('class', 'read-range')
    .attr(
      'd',
      area<Reading>(
        (r) => x(r.at),
        (r) => y(r.low),
        (r) => y(r.high),
      )([...shown]),
    );
  root
    .append('path')
    .attr('class', 'read')
    .attr(
      'd',
      line<Reading>(
        (r) => x(r.at),
        (r) => y(r.value),
      )([...shown]),
    );
  const last = shown.at(-1);
  if (last)
    root.append('circle').attr('class', 'last').attr('cx', x(last.at)).attr('cy', y(last.value)).attr('r', 5);
}

/** What was done, each on a line of its own so that no two words meet. */
function drawMarks(root: ChartLayer, { marks }: BowlDrawing, { x }: Scales): void {
  const { height, top, bottom } = BOWL_CHART;
  const [from] = x.domain() as [number, number];
  marks
    .filter(({ at }) => at >= from)
    .slice(-MARKS_MOST)
    .forEach(({ at, text }, index) => {
      root
        .append('line')
        .attr('class', 'mark')
        .attr('x1', x(at))
        .attr('x2', x(at))
        .attr('y1', top)
        .attr('y2', height - bottom);
      root
        .append('text')
        .attr('x', x(at) + 4)
        .attr('y', top + 10 + 15 * index)
        .text(text);
    });
}
