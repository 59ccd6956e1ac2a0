import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { DrawnChart } from '../../shared/chart/drawn-chart';
import { temperature } from '../../shared/formats/formats';
import { drawZone, ZONE_CHART, type ZoneDrawing } from './draw-zone';

/** How warm a zone was over two days. */
@Component({
  selector: 'al-zone-chart',
  imports: [DrawnChart],
  template: `
    <al-drawn-chart
      [frame]="frame"
      [title]="name() + ', how warm it was in two days'"
      tableTitle="What its sensor said, hour by hour"
      [rows]="rows()"
      [draw]="draw()"
    />
  `,
  styleUrl: './zone-chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ZoneChart {
  readonly name = input.required<string>();
  readonly drawing = input.required<ZoneDrawing>();

  protected readonly frame = ZONE_CHART;
  /** The warmest of each hour. */
  protected readonly rows = computed(() => {
    const { log, wall } = this.drawing();
    const hours = new Map<string, number>();
    for (const { at, high } of log.readings) {
      const hour = wall.dayTime(Math.floor(Date.parse(at) / HOUR_MS) * HOUR_MS);
      hours.set(hour, Math.max(high, hours.get(hour) ?? -Infinity));
    }
    return [...hours].map(([hour, celsius]) => [hour, temperature(celsius)]);
  });
  protected readonly draw = computed(() => {
    const drawing = this.drawing();
    return (svg: SVGSVGElement) => drawZone(svg, drawing);
  });
}

const HOUR_MS = 3_600_000;
