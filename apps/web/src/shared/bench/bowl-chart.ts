import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { DrawnChart } from '../chart/drawn-chart';
import { dipWindow } from '@alnage/core/temper';
import { temperature } from '../formats/formats';
import { BOWL_CHART, drawBowl, type BowlDrawing } from './draw-bowl';

const ROWS = 12;

/** The temperature of a bowl over time in its windows, with how it will go on. */
@Component({
  selector: 'al-bowl-chart',
  imports: [DrawnChart],
  template: `
    <al-drawn-chart
      [frame]="frame"
      [title]="title()"
      tableTitle="The last readings"
      [rows]="rows()"
      [draw]="draw()"
    />
  `,
  styleUrl: './bowl-chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BowlChart {
  readonly drawing = input.required<BowlDrawing>();

  protected readonly frame = BOWL_CHART;
  protected readonly title = computed(() => {
    const { readings, windows } = this.drawing();
    const last = readings.at(-1);
    const now = last ? `now ${temperature(last.value)}` : 'no reading';
    const { low, high } = dipWindow(windows);
    return `Bowl temperature, ${now}; dip between ${temperature(low)} and ${temperature(high)}`;
  });
  protected readonly rows = computed(() => {
    const { readings, time } = this.drawing();
    return readings.slice(-ROWS).map(({ at, value }) => [time(at), temperature(value)]);
  });
  protected readonly draw = computed(() => {
    const drawing = this.drawing();
    return (svg: SVGSVGElement) => drawBowl(svg, drawing);
  });
}
