import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { CompareRow } from '../compare-figures';

/** The same piece in several ways or coatings, a row each; its own is marked. */
@Component({
  selector: 'al-compare-table',
  template: `
    <table class="ruled" [attr.aria-label]="label()">
      <thead>
        <tr>
          <th scope="col">{{ what() }}</th>
          <th scope="col" class="number">Coat</th>
          <th scope="col" class="number">Of the piece</th>
          @if (isTimed()) {
            <th scope="col" class="number">At the bowl</th>
          }
          <th scope="col" class="number">{{ isTimed() ? 'Coating and time' : 'Coating' }}</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.name) {
          <tr [class.own]="row.isOwn">
            <th scope="row">
              {{ row.name }}
              @if (row.isOwn) {
                <small>its own</small>
              }
            </th>
            <td class="figure number">{{ row.coat }}</td>
            <td class="figure number">{{ row.share }}</td>
            @if (isTimed()) {
              <td class="figure number">{{ row.time }}</td>
            }
            <td class="figure number">{{ row.cost }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    .own th,
    .own td {
      background: var(--woad-wash);
      font-weight: 600;
    }
    small {
      margin-left: 4px;
      color: var(--soft-ink);
      font-weight: 400;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CompareTable {
  readonly label = input.required<string>();
  /** What a row stands for. */
  readonly what = input.required<string>();
  readonly rows = input.required<readonly CompareRow[]>();
  /** Whether the time at the bowl is told and counted. */
  readonly isTimed = input(false);
}
