import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, effect, input, viewChild } from '@angular/core';
import type { ChartFrame } from './chart-frame';

/** A chart that D3 draws into an svg, with a title and a table for who does not see it. */
@Component({
  selector: 'al-drawn-chart',
  template: `
    <svg
      #chart
      [attr.viewBox]="'0 0 ' + frame().width + ' ' + frame().height"
      role="img"
      [attr.aria-label]="title()"
    ></svg>
    <table class="visually-hidden" [attr.aria-label]="tableTitle()">
      <tbody>
        @for (row of rows(); track $index) {
          <tr>
            <th scope="row">{{ row[0] }}</th>
            @for (cell of row.slice(1); track $index) {
              <td>{{ cell }}</td>
            }
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    // the table for who does not see the chart is as long as it is, and must not lengthen the page
    :host {
      position: relative;
      overflow: hidden;
    }

    :host,
    svg {
      display: block;
    }

    svg {
      width: 100%;
      height: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawnChart {
  readonly frame = input.required<ChartFrame>();
  readonly title = input.required<string>();
  readonly tableTitle = input.required<string>();
  /** Rows of the table, what each is of first. */
  readonly rows = input.required<readonly (readonly string[])[]>();
  /** Draws it anew, whatever was drawn before. */
  readonly draw = input.required<(svg: SVGSVGElement) => void>();

  private readonly chart = viewChild.required<ElementRef<SVGSVGElement>>('chart');

  constructor() {
    effect(() => this.draw()(this.chart().nativeElement));
  }
}
