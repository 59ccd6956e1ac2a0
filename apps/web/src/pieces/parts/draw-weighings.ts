import { extent, max, min } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { select } from 'd3-selection';
import { area, line } from 'd3-shape';
import { drawRows } from '../../shared/chart/chart-frame';
import type { BandStep, WeighingCourse, WeighingPoint } from '../weighing-figures';

/** The chart's box in its own units, and the room for its labels. */
export const CHART = { width: 420, height: 250, left: 42, right: 14, top: 14, bottom: 26 } as const;

/** Where a weighing stands on the chart, for who clicks near it. */
export interface Placed {
  readonly x: number;
  readonly y: number;
  readonly point: WeighingPoint;
}

export interface DrawWish {
  readonly course: WeighingCourse;
  readonly chosenId: string | null;
  /** A mass as its reader writes it. */
  readonly mass: (grams: number) => string;
}

const RADIUS = 4;
/** Marks by kind, one path each, so that thousands are drawn as fast as ten. */
const KINDS: readonly (readonly [name: string, is: (point: WeighingPoint) => boolean])[] = [
  ['older', (point) => point.isOlder && !point.isDoubtful && !point.isSetAside],
  ['own', (point) => !point.isOlder && !point.isDoubtful && !point.isSetAside],
  ['doubtful', (point) => point.isDoubtful && !point.isSetAside],
  ['aside', (point) => point.isSetAside],
];

/**
 * Draws the weighings of a coat in their order: what was believed as a band that narrows, its mean, the first
 * estimate, and each weighing by its kind – full, hollow for older seasons, ringed when doubtful, crossed when set
 * aside. Returns where they stand.
 */
export function drawWeighings(svg: SVGSVGElement, { course, chosenId, mass }: DrawWish): Placed[] {
  const { points, band, firstGrams } = course;
  const last = Math.max(1, band.length - 1);
  const x = scaleLinear([0, last], [CHART.left, CHART.width - CHART.right]);
  const y = scaleLinear(yDomain(course), [CHART.height - CHART.bottom, CHART.top])
    .nice(5)
    .clamp(true);
  const root = select(svg);
  root.selectAll('*').remove();
  drawRows(
    root,
    CHART,
    y.ticks(5).map((tick) => ({ at: y(tick), text: mass(tick) })),
  );
  const onBand = (step: BandStep): number => x(step.index);
  root
    .append('path')
    .attr('class', 'band')
    .attr(
      'd',
      area<BandStep>(
        onBand,
        (s) => y(s.low),
        (s) => y(s.high),
      )(band),
    );
  root
    .append('path')
    .attr('class', 'mean')
    .attr('d', line<BandStep>(onBand, (s) => y(s.mean))(band));
  root
    .append('line')
    .attr('class', 'first')
    .attr('x1', CHART.left)
    .attr('x2', CHART.width - CHART.right)
    .attr('y1', y(firstGrams))
    .attr('y2', y(firstGrams));
  drawSeason(svg, course, x);
  const placed = points.map((point) => ({ point, x: x(point.index + 1), y: y(point.grams) }));
  for (const [name, is] of KINDS) {
    const marks = placed.filter(({ point }) => is(point));
    if (marks.length > 0)
      root
        .append('path')
        .attr('class', `mark ${name}`)
        .attr('d', marksPath(marks, name === 'aside'));
  }
  const chosen = placed.find(({ point }) => point.weighing.id === chosenId);
  if (chosen)
    root
      .append('circle')
      .attr('class', 'chosen')
      .attr('cx', chosen.x)
      .attr('cy', chosen.y)
      .attr('r', RADIUS + 4);
  return placed;
}

/** A line where this season begins, when there are weighings of earlier ones. */
function drawSeason(svg: SVGSVGElement, { points }: WeighingCourse, x: (index: number) => number): void {
  const first = points.find(({ isOlder }) => !isOlder);
  if (!first || !points.some(({ isOlder }) => isOlder)) return;
  const at = x(first.index + 0.5);
  const root = select(svg);
  root
    .append('line')
    .attr('class', 'season')
    .attr('x1', at)
    .attr('x2', at)
    .attr('y1', CHART.top)
    .attr('y2', CHART.height - CHART.bottom);
  root
    .append('text')
    .attr('class', 'note')
    .attr('x', at - 6)
    .attr('y', CHART.height - 8)
    .attr('text-anchor', 'end')
    .text('earlier seasons');
  root
    .append('text')
    .attr('class', 'note')
    .attr('x', at + 6)
    .attr('y', CHART.height - 8)
    .text('this one');
}

function yDomain({ points, band, firstGrams }: WeighingCourse): [number, number] {
  const [low = firstGrams, high = firstGrams] = extent(points, ({ grams }) => grams);
  const tail = band.slice(1);
  // the first range is so wide that it would press all others flat: it may leave the chart
  return [
    Math.min(low, min(tail, (step) => step.low) ?? firstGrams * 0.6, firstGrams) * 0.95,
    Math.max(high, max(tail, (step) => step.high) ?? firstGrams * 1.6, firstGrams) * 1.05,
  ];
}

function marksPath(marks: readonly Placed[], isCross: boolean): string {
  const r = RADIUS;
  return marks
    .map(({ x, y }) =>
      isCross
        ? `M${x - r},${y - r}l${2 * r},${2 * r}m0,${-2 * r}l${-2 * r},${2 * r}`
        : `M${x - r},${y}a${r},${r} 0 1 0 ${2 * r},0a${r},${r} 0 1 0 ${-2 * r},0`,
    )
    .join('');
}
