import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** One figure of a sum or a list, under its name. */
export interface FigureRow {
  readonly label: string;
  readonly value: string;
  readonly unit?: string;
  /** Whether it sums up those above it. */
  readonly isSum?: boolean;
}

/** Figures below each other, such as the parts of a coat or of a price. */
@Component({
  selector: 'al-figure-table',
  template: `
    <table class="ruled" [attr.aria-label]="label()">
      @if (caption(); as caption) {
        <caption>
          {{
            caption
          }}
        </caption>
      }
      <tbody>
        @for (row of rows(); track row.label) {
          <tr [class.sum]="row.isSum">
            <th scope="row">{{ row.label }}</th>
            <td class="figure number">{{ row.value }}{{ row.unit ? ' ' + row.unit : '' }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    .number {
      white-space: nowrap;
    }
    caption {
      padding: 4px 0;
      color: var(--soft-ink);
      font-size: 12px;
      text-align: left;
    }
    .sum th,
    .sum td {
      border-top: 1.5px solid var(--ink);
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FigureTable {
  /** What the table tells, for whoever hears it. */
  readonly label = input.required<string>();
  readonly caption = input('');
  readonly rows = input.required<readonly FigureRow[]>();
}
