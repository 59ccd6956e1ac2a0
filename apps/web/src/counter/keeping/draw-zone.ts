import { extent } from 'd3-array';
import { scaleLinear, scaleTime, type ScaleLinear, type ScaleTime } from 'd3-scale';
import { select } from 'd3-selection';
import { line } from 'd3-shape';
import type { ZoneLog } from '@alnage/contract';
import { SILENT_AFTER_MS, TOLERANCE_KELVIN } from '@alnage/core/keeping';
import { drawAcross, drawColumns, drawRows, type ChartLayer } from '../../shared/chart/chart-frame';
import { temperature } from '../../shared/formats/formats';
import type { WallTime } from '../../shared/formats/wall-time';

export const ZONE_CHART = { width: 880, height: 200, left: 68, right: 16, top: 12, bottom: 28 } as const;

/** A day and an hour is wide. */
const COLUMNS = 4;

/** What a zone’s sensor said over two days. */
export interface ZoneDrawing {
  readonly log: ZoneLog;
  readonly from: number;
  readonly until: number;
  readonly wall: WallTime;
}

interface Scales {
  readonly x: ScaleTime<number, number>;
  readonly y: ScaleLinear<number, number>;
}

/** Draws how warm a zone was: its line, broken where its sensor was silent, what it is set to, and what was wrong. */
export function drawZone(svg: SVGSVGElement, { log, from, until, wall }: ZoneDrawing): void {
  const root = select(svg);
  root.selectAll('*').remove();
  const { width, height, left, right, top, bottom } = ZONE_CHART;
  const said = log.readings.flatMap(({ low, high }) => [low, high]);
  const set = log.setCelsius;
  const around = set === null ? [] : [set - TOLERANCE_KELVIN - 1, set + TOLERANCE_KELVIN + 1];
  const [low = 0, high = 20] = extent([...said, ...around]);
  const x = scaleTime([from, until], [left, width - right]);
  const y = scaleLinear([low, high], [height - bottom, top]).nice(4);
  drawExcursions(root, log, { x, y });
  drawRows(
    root,
    ZONE_CHART,
    y.ticks(4).map((celsius) => ({ at: y(celsius), text: temperature(celsius) })),
  );
  if (set !== null) drawAcross(root, ZONE_CHART, { at: y(set), what: 'set' });
  drawSaid(root, log, { x, y });
  drawColumns(
    root,
    ZONE_CHART,
    x.ticks(COLUMNS).map((at) => ({ at: x(at), text: wall.dayTime(at.getTime()) })),
  );
}

function drawExcursions(root: ChartLayer, { excursions }: ZoneLog, { x }: Scales): void {
  const { height, top, bottom } = ZONE_CHART;
  for (const { kind, from, until } of excursions) {
    const at = x(Date.parse(from));
    root
      .append('rect')
      .attr('class', kind)
      .attr('x', at)
      .attr('width', Math.max(2, x(Date.parse(until)) - at))
      .attr('y', top)
      .attr('height', height - top - bottom);
  }
}

/** The line of its means; a silence is a gap in it. */
function drawSaid(root: ChartLayer, { readings }: ZoneLog, { x, y }: Scales): void {
  const path = line<ZoneLog['readings'][number]>(
    ({ at }) => x(Date.parse(at)),
    ({ mean }) => y(mean),
  );
  for (const part of unbroken(readings)) root.append('path').attr('class', 'said').attr('d', path(part));
}

/** Readings that follow on each other without a silence between. */
export function unbroken(readings: ZoneLog['readings']): ZoneLog['readings'][] {
  const parts: ZoneLog['readings'][] = [];
  for (const reading of readings) {
    const part = parts.at(-1);
    const last = part?.at(-1);
    if (part && last && Date.parse(reading.at) - Date.parse(last.at) <= SILENT_AFTER_MS) part.push(reading);
    else parts.push([reading]);
  }
  return parts;
}
