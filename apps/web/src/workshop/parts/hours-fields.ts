import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { FormControl } from '@angular/forms';
import { TextField } from '../../shared/forms/text-field';

/** From when to when: two times of one day, each telling its own errors. */
@Component({
  selector: 'al-hours',
  imports: [TextField],
  template: `
    <al-text
      class="narrow"
      [label]="names()[0]"
      wanted="Give a time, such as 9:00."
      [control]="from()"
      [at]="at()[0]"
    />
    <al-text
      class="narrow"
      [label]="names()[1]"
      wanted="Give a time, such as 18:30."
      [control]="to()"
      [at]="at()[1]"
    />
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    :host {
      display: contents;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HoursFields {
  /** What the two times are called. */
  readonly names = input.required<readonly [from: string, to: string]>();
  readonly from = input.required<FormControl<string>>();
  readonly to = input.required<FormControl<string>>();
  /** Their pointers in what the server is sent. */
  readonly at = input.required<readonly [from: string, to: string]>();
}
