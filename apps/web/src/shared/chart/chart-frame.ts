import type { Selection } from 'd3-selection';

/** An svg, or a group in it, that is drawn into. */
export type ChartLayer = Selection<SVGSVGElement, unknown, null, undefined>;

/** The size of a chart, and what lies around its drawing, in its own units. */
export interface ChartFrame {
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Where a value lies, and how it is said. */
export interface ChartTick {
  readonly at: number;
  readonly text: string;
}

/** A line through the whole drawing, at a height; it is drawn by its class. */
export function drawAcross(
  root: ChartLayer,
  { width, left, right }: ChartFrame,
  { at, what }: { readonly at: number; readonly what: string },
): void {
  root
    .append('line')
    .attr('class', what)
    .attr('x1', left)
    .attr('x2', width - right)
    .attr('y1', at)
    .attr('y2', at);
}

/** A line through the drawing at each value of the upright axis, with its figure before it. */
export function drawRows(root: ChartLayer, frame: ChartFrame, ticks: readonly ChartTick[]): void {
  for (const { at, text } of ticks) {
    drawAcross(root, frame, { at, what: 'grid' });
    root
      .append('text')
      .attr('class', 'figure')
      .attr('x', frame.left - 8)
      .attr('y', at + 4)
      .attr('text-anchor', 'end')
      .text(text);
  }
}

/** Figures below the drawing; the outermost stay within the chart. */
export function drawColumns(
  root: ChartLayer,
  { width, height, bottom }: ChartFrame,
  ticks: readonly ChartTick[],
): void {
  for (const { at, text } of ticks) {
    // a figure is about 7 units wide
    const half = (text.length * 7) / 2;
    root
      .append('text')
      .attr('class', 'figure')
      .attr('x', Math.min(at, width - half))
      .attr('y', height - bottom + 16)
      .attr('text-anchor', 'middle')
      .text(text);
  }
}
