import type { PaceStep } from '@alnage/core/season';
import { max, min } from 'd3-array';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { select } from 'd3-selection';
import { curveStepAfter, line } from 'd3-shape';
import { drawRows, type ChartLayer } from '../../shared/chart/chart-frame';

/** The chart's box in its own units, and the room for its labels. */
export const PACE_CHART = { width: 460, height: 210, left: 46, right: 16, top: 22, bottom: 34 } as const;

export interface PaceDrawn {
  readonly pace: readonly PaceStep[];
  readonly before: { readonly name: string; readonly pace: readonly PaceStep[] } | null;
  readonly daysToPeak: number;
  readonly targetPieces: number | null;
  /** What the day is called that everything leads to. */
  readonly peakName: string;
  readonly count: (value: number) => string;
}

interface Scales {
  readonly x: ScaleLinear<number, number>;
  readonly y: ScaleLinear<number, number>;
}

type Point = readonly [x: number, y: number];

const RIGHT = PACE_CHART.width - PACE_CHART.right;
const BASE = PACE_CHART.height - PACE_CHART.bottom;

/**
 * Draws pieces booked over the days before the season's day: this season as a full line up to now, the one before
 * dashed, the target as a dashed level.
 */
export function drawPace(svg: SVGSVGElement, drawn: PaceDrawn): void {
  const root = select(svg);
  root.selectAll('*').remove();
  const scales = scalesOf(drawn);
  drawAxes(root, scales, drawn);
  drawTarget(root, scales, drawn);
  drawLines(root, scales, drawn);
}

function scalesOf({ pace, before, daysToPeak, targetPieces }: PaceDrawn): Scales {
  const all = [...pace, ...(before?.pace ?? [])];
  const first = Math.ceil(max(all, ({ daysBefore }) => daysBefore) ?? 1);
  const last = Math.floor(min([...all.map(({ daysBefore }) => daysBefore), daysToPeak]) ?? 0);
  const most = max([...all.map(({ pieces }) => pieces), targetPieces ?? 0]) ?? 0;
  return {
    x: scaleLinear([Math.max(1, first), Math.min(0, last)], [PACE_CHART.left, RIGHT]).clamp(true),
    y: scaleLinear([0, Math.max(1, most)], [BASE, PACE_CHART.top]).nice(4),
  };
}

function drawAxes(root: ChartLayer, { x, y }: Scales, { peakName, count }: PaceDrawn): void {
  drawRows(
    root,
    PACE_CHART,
    y.ticks(4).map((tick) => ({ at: y(tick), text: count(tick) })),
  );
  for (const tick of x.ticks(6).filter((each) => Number.isInteger(each) && each !== 0)) {
    drawRule(root, 'tick', [
      [x(tick), BASE],
      [x(tick), BASE + 4],
    ]);
    drawText(root, { className: 'figure', anchor: 'middle', words: String(tick) }, [x(tick), BASE + 17]);
  }
  drawRule(root, 'tick', [
    [x(0), BASE],
    [x(0), BASE + 8],
  ]);
  drawText(root, { className: 'name', anchor: 'end', words: peakName }, [Math.min(RIGHT, x(0)), BASE + 30]);
  drawText(root, { className: 'name', anchor: 'start', words: 'days before' }, [PACE_CHART.left, BASE + 30]);
}

function drawTarget(root: ChartLayer, { y }: Scales, { targetPieces, count }: PaceDrawn): void {
  if (targetPieces === null) return;
  drawRule(root, 'target', [
    [PACE_CHART.left, y(targetPieces)],
    [RIGHT, y(targetPieces)],
  ]);
  const words = `target: ${count(targetPieces)}`;
  drawText(root, { className: 'name', anchor: 'start', words }, [PACE_CHART.left + 6, y(targetPieces) - 5]);
}

function drawLines(root: ChartLayer, { x, y }: Scales, { pace, before, daysToPeak }: PaceDrawn): void {
  const drawLine = line<PaceStep>(
    (step) => x(step.daysBefore),
    (step) => y(step.pieces),
  ).curve(curveStepAfter);
  if (before) root.append('path').attr('class', 'before').attr('d', drawLine(before.pace));
  const now = { daysBefore: daysToPeak, pieces: pace.at(-1)?.pieces ?? 0 };
  if (pace.length > 0)
    root
      .append('path')
      .attr('class', 'own')
      .attr('d', drawLine([...pace, now]));
  root.append('circle').attr('class', 'now').attr('cx', x(daysToPeak)).attr('cy', y(now.pieces)).attr('r', 4);
}

function drawRule(root: ChartLayer, className: string, [[x1, y1], [x2, y2]]: readonly [Point, Point]): void {
  root.append('line').attr('class', className).attr('x1', x1).attr('y1', y1).attr('x2', x2).attr('y2', y2);
}

function drawText(
  root: ChartLayer,
  {
    className,
    anchor,
    words,
  }: { readonly className: string; readonly anchor: string; readonly words: string },
  [x, y]: Point,
): void {
  root
    .append('text')
    .attr('class', className)
    .attr('x', x)
    .attr('y', y)
    .attr('text-anchor', anchor)
    .text(words);
}
