import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, effect, input, viewChild } from '@angular/core';
import { thickness } from '../shared/formats/formats';
import { COAT_FAULTS, COATS_CHART, drawCoats, type CoatsDrawing } from './draw-coats';

/** The coats of a practice, one by one; as a table for who does not see it. */
@Component({
  selector: 'al-coats-chart',
  template: `
    <svg
      #chart
      [attr.viewBox]="'0 0 ' + box.width + ' ' + box.height"
      role="img"
      [attr.aria-label]="title()"
    ></svg>
    <table class="visually-hidden" aria-label="The coats in turn">
      <tbody>
        @for (row of rows(); track $index) {
          <tr>
            <th scope="row">{{ $index + 1 }}</th>
            <td>{{ row.film }}</td>
            <td>{{ row.faults }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styleUrl: './coats-chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CoatsChart {
  readonly drawing = input.required<CoatsDrawing>();

  protected readonly box = COATS_CHART;
  private readonly chart = viewChild.required<ElementRef<SVGSVGElement>>('chart');
  protected readonly rows = computed(() =>
    this.drawing().coats.map((coat) => ({
      film: thickness(coat.filmMm),
      faults: COAT_FAULTS.filter(({ is }) => is(coat))
        .map(({ name }) => name)
        .join(', '),
    })),
  );
  protected readonly title = computed(() => {
    const { coats, rightMm } = this.drawing();
    const amiss = this.rows().filter(({ faults }) => faults !== '').length;
    return `Thickness of ${coats.length} coats in turn, right is ${thickness(rightMm)}; something is wrong with ${amiss}`;
  });

  constructor() {
    effect(() => drawCoats(this.chart().nativeElement, this.drawing()));
  }
}
