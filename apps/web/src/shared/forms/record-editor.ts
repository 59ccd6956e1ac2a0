import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RecordBar } from './record-bar';
import type { OpenRecord } from './open-record';

/** The card of a record being typed: what it is, its fields, and the bar that saves it. */
@Component({
  selector: 'al-record-editor',
  imports: [RecordBar],
  template: `
    <form
      class="card"
      novalidate
      [attr.aria-label]="title()"
      (submit)="$event.preventDefault(); record().save()"
    >
      @if (hasHeading()) {
        <h2>{{ record().isNew() ? title() : 'Change ' + record().name() }}</h2>
      }
      <ng-content />
      <al-record-bar [record]="record()" />
    </form>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecordEditor {
  readonly record = input.required<OpenRecord>();
  readonly hasHeading = input(true);

  protected readonly title = computed(
    () => `${this.record().isNew() ? 'New' : 'Change'} ${this.record().thing}`,
  );
}
