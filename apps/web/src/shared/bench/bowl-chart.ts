import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, effect, input, viewChild } from '@angular/core';
import { temperature } from '../formats/formats';
import { BOWL_CHART, drawBowl, type BowlDrawing } from './draw-bowl';

const ROWS = 12;

/** The temperature of a bowl over time in its windows, with how it will go on; as a table for who does not see it. */
@Component({
  selector: 'al-bowl-chart',
  template: `
    <svg
      #chart
      [attr.viewBox]="'0 0 ' + box.width + ' ' + box.height"
      role="img"
      [attr.aria-label]="title()"
    ></svg>
    <table class="visually-hidden" aria-label="The last readings">
      <tbody>
        @for (row of rows(); track $index) {
          <tr>
            <th scope="row">{{ row.time }}</th>
            <td>{{ row.celsius }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styleUrl: './bowl-chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BowlChart {
  readonly drawing = input.required<BowlDrawing>();

  protected readonly box = BOWL_CHART;
  private readonly chart = viewChild.required<ElementRef<SVGSVGElement>>('chart');
  protected readonly title = computed(() => {
    const { readings, windows } = this.drawing();
    const last = readings.at(-1);
    const now = last ? `now ${temperature(last.value)}` : 'no reading';
    return `Bowl temperature, ${now}; dip between ${temperature(windows.work.low)} and ${temperature(windows.work.high)}`;
  });
  protected readonly rows = computed(() => {
    const { readings, time } = this.drawing();
    return readings.slice(-ROWS).map(({ at, value }) => ({ time: time(at), celsius: temperature(value) }));
  });

  constructor() {
    effect(() => drawBowl(this.chart().nativeElement, this.drawing()));
  }
}
