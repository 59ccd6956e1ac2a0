import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { FormControl } from '@angular/forms';
import { TextField } from './text-field';

/** A date that must be given. */
@Component({
  selector: 'al-date',
  imports: [TextField],
  template: `
    <al-text type="date" wanted="Give a date." [label]="label()" [control]="control()" [at]="at()" />
  `,
  styleUrl: './fields.scss',
  styles: `
    :host {
      display: contents;
    }

    /* with room for the browser's own button */
    al-text {
      flex-basis: 210px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DateField {
  readonly label = input.required<string>();
  readonly control = input.required<FormControl<string>>();
  /** Its pointer in what the server is sent. */
  readonly at = input.required<string>();
}
