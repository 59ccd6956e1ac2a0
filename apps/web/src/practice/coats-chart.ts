import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { faultsOf } from '@alnage/core/temper';
import { DrawnChart } from '../shared/chart/drawn-chart';
import { thickness } from '../shared/formats/formats';
import { COATS_CHART, drawCoats, type CoatsDrawing } from './draw-coats';

/** The coats of a practice, one by one. */
@Component({
  selector: 'al-coats-chart',
  imports: [DrawnChart],
  template: `
    <al-drawn-chart
      [frame]="frame"
      [title]="title()"
      tableTitle="The coats in turn"
      [rows]="rows()"
      [draw]="draw()"
    />
  `,
  styleUrl: './coats-chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CoatsChart {
  readonly drawing = input.required<CoatsDrawing>();

  protected readonly frame = COATS_CHART;
  protected readonly title = computed(() => {
    const { coats, good, rightMm } = this.drawing();
    return `Thickness of ${coats.length} coats in turn, right is ${thickness(rightMm)}; something is wrong with ${coats.length - good}`;
  });
  protected readonly rows = computed(() =>
    this.drawing().coats.map((coat, index) => [
      String(index + 1),
      thickness(coat.filmMm),
      faultsOf(coat).join(', '),
    ]),
  );
  protected readonly draw = computed(() => {
    const drawing = this.drawing();
    return (svg: SVGSVGElement) => drawCoats(svg, drawing);
  });
}
