import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** The seal of a record: pressed wax with an ell of four marks; an open ring where it was amended. */
@Component({
  selector: 'al-seal-mark',
  template: `
    <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true" [class.amended]="isAmended()">
      <path
        d="M12 1.6l2.3 1.5 2.7-.2 1.2 2.4 2.4 1.2-.2 2.7 1.6 2.3-1.6 2.4.2 2.7-2.4 1.2-1.2 2.4-2.7-.2-2.3 1.6-2.4-1.6-2.7.2-1.2-2.4-2.4-1.2.2-2.7L1.8 12l1.5-2.4-.2-2.7 2.4-1.2 1.2-2.4 2.7.2z"
      />
      <path class="ell" d="M7.5 14.5h9M7.5 14.5v-4M10.5 14.5v-2.4M13.5 14.5v-2.4M16.5 14.5v-4" />
    </svg>
    {{ isAmended() ? 'amended' : 'sealed' }}
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 6px;
    }

    path {
      fill: var(--sage);
      stroke: var(--sage);
      stroke-width: 1.4;
    }

    .ell {
      fill: none;
      stroke: var(--paper);
      stroke-width: 1.5;
    }

    .amended path {
      fill: none;
    }

    .amended .ell {
      stroke: var(--sage);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SealMark {
  readonly isAmended = input.required<boolean>();
}
