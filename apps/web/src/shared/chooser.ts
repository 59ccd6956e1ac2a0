import type { CoatingView } from '@alnage/contract';
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A line to choose from: its name, more about it, and its figure. */
export interface ChooserRow {
  readonly id: string;
  readonly name: string;
  readonly more: string;
  readonly figure: string;
  /** The kind of its coating, as a swatch before its name. */
  readonly swatch?: CoatingView['kind'] | 'bare';
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
            @if (row.swatch; as kind) {
              <span class="swatch" [class]="kind" aria-hidden="true"></span>
            }
            <span class="name">
              <strong>{{ row.name }}</strong>
              <small>{{ row.more }}</small>
            </span>
            <span class="figure">{{ row.figure }}</span>
          </button>
        </li>
      } @empty {
        <li class="soft">
          <ng-content>{{ nothing() }}</ng-content>
        </li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
    }

    .swatch {
      width: 16px;
      height: 16px;
      flex: none;
      border: 1px solid var(--ink);
      border-radius: 50%;

      &.dark {
        background: var(--coat-dark);
      }

      &.milk {
        background: var(--coat-milk);
      }

      &.white {
        background: var(--coat-white);
      }

      &.blend {
        background: var(--coat-blend);
      }

      &.compound {
        background: var(--coat-compound);
      }

      &.bare {
        background: var(--crumb);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Chooser {
  readonly label = input.required<string>();
  readonly rows = input.required<readonly ChooserRow[]>();
  /** Which one is open; null: none. */
  readonly open = input.required<string | null>();
  /** What is said where there is none; what stands inside it comes instead. */
  readonly nothing = input('');
  readonly picked = output<string>();
}
