import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A line to choose from: its name, more about it, and its figure. */
export interface ChooserRow {
  readonly id: string;
  readonly name: string;
  readonly more: string;
  readonly figure: string;
}

/** The list beside a form or a view, of which one is open. */
@Component({
  selector: 'al-chooser',
  template: `
    <ul class="chooser" [attr.aria-label]="label()">
      @for (row of rows(); track row.id) {
        <li>
          <button
            type="button"
            [class.chosen]="row.id === open()"
            [attr.aria-current]="row.id === open() ? 'true' : null"
            (click)="picked.emit(row.id)"
          >
            <span class="name">
              <strong>{{ row.name }}</strong>
              <small>{{ row.more }}</small>
            </span>
            <span class="figure">{{ row.figure }}</span>
          </button>
        </li>
      } @empty {
        <li class="soft">{{ nothing() }}</li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Chooser {
  readonly label = input.required<string>();
  readonly rows = input.required<readonly ChooserRow[]>();
  /** Which one is open; null: none. */
  readonly open = input.required<string | null>();
  /** What is said where there is none. */
  readonly nothing = input.required<string>();
  readonly picked = output<string>();
}
