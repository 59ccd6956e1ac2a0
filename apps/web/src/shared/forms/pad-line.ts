import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatError } from '@angular/material/form-field';

/**
 * A line of the order pad: its label at left, what is written on it, the unit after it, and what is wrong with it
 * beneath. The input is the content; it takes `id` as its own and is described by `id + '-wrong'`.
 */
@Component({
  selector: 'al-line',
  imports: [MatError],
  template: `
    <div class="line" [class.wrong]="problems().length > 0" [class.tall]="isTall()">
      <label [attr.for]="id()">{{ label() }}</label>
      <ng-content />
      @if (unit(); as unit) {
        <span class="unit">{{ unit }}</span>
      }
    </div>
    @if (problems().length > 0) {
      <div [id]="id() + '-wrong'">
        @for (text of problems(); track text) {
          <mat-error role="alert">{{ text }}</mat-error>
        }
      </div>
    }
  `,
  styleUrl: './pad-line.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PadLine {
  readonly label = input.required<string>();
  /** Of the input on the line. */
  readonly id = input.required<string>();
  readonly unit = input('');
  /** What is wrong with it, a sentence each. */
  readonly problems = input<readonly string[]>([]);
  /** Whether what is written goes over several rows. */
  readonly isTall = input(false);
}

let made = 0;

/** An id that no other field of the page has. */
export function lineId(): string {
  made += 1;
  return `al-line-${made}`;
}
