import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  input,
  viewChild,
  type ElementRef,
} from '@angular/core';
import type { SeasonFigures } from '@alnage/contract';
import { bookedBy } from '@alnage/core/season';
import { count, counted, percent } from '../../shared/formats/formats';
import { drawPace, PACE_CHART } from './draw-pace';

/** How the season was booked, day by day before its day, against another one and what is hoped for. */
@Component({
  selector: 'al-pace-chart',
  template: `
    <h2>Pieces booked, days before {{ peakName() }}</h2>
    <svg
      #chart
      role="img"
      [attr.viewBox]="'0 0 ' + box.width + ' ' + box.height"
      [attr.aria-label]="summary()"
    ></svg>
    <p class="soft key">
      <span><i class="own"></i> this season</span>
      @if (figures().before; as before) {
        <span><i class="before"></i> {{ before.name }}</span>
      }
    </p>
    <p>{{ summary() }}</p>
    <details>
      <summary>As a table</summary>
      <table class="ruled" aria-label="Pieces booked by day">
        <thead>
          <tr>
            <th scope="col">Days before</th>
            <th scope="col" class="number">This season</th>
            @if (figures().before; as before) {
              <th scope="col" class="number">{{ before.name }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.day) {
            <tr>
              <th scope="row" class="figure">{{ row.day }}</th>
              <td class="figure number">{{ row.own }}</td>
              @if (figures().before) {
                <td class="figure number">{{ row.before }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
    </details>
  `,
  styleUrl: './pace-chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PaceChart {
  readonly figures = input.required<SeasonFigures>();
  /** What the day is called that everything leads to. */
  readonly peakName = input.required<string>();

  private readonly chart = viewChild.required<ElementRef<SVGSVGElement>>('chart');
  protected readonly box = PACE_CHART;

  protected readonly summary = computed(() => {
    const { pieces, before, daysToPeak, expectedPieces, targetPieces } = this.figures();
    const then = before ? bookedBy(before.pace, daysToPeak) : 0;
    return [
      `${counted(pieces, 'piece')} booked`,
      ...(targetPieces ? [` of a target of ${count(targetPieces)} (${percent(pieces / targetPieces)})`] : []),
      ...(then > 0 ? [`; ${before!.name} had ${count(then)} by this day`] : []),
      ...(expectedPieces !== null ? [`. At that season’s pace it comes to ${count(expectedPieces)}`] : []),
      '.',
    ].join('');
  });

  protected readonly rows = computed(() => {
    const { pace, before, daysToPeak } = this.figures();
    const first = Math.ceil(Math.max(1, pace[0]?.daysBefore ?? 0, before?.pace[0]?.daysBefore ?? 0));
    const last = Math.min(0, Math.floor(daysToPeak));
    return Array.from({ length: first - last + 1 }, (_, index) => {
      const day = first - index;
      return {
        day,
        own: day < Math.floor(daysToPeak) ? '' : count(bookedBy(pace, day)),
        before: count(bookedBy(before?.pace ?? [], day)),
      };
    });
  });

  constructor() {
    effect(() => {
      const { pace, before, daysToPeak, targetPieces } = this.figures();
      drawPace(this.chart().nativeElement, {
        ...{ pace, before, daysToPeak, targetPieces, count },
        peakName: this.peakName(),
      });
    });
  }
}
