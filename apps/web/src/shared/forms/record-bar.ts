import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { troubleText } from '../problem-text';
import { recordsFeature } from '../../state/records.state';
import { FieldErrors } from './field-errors';
import { recordDifferences } from './record-differences';
import type { OpenRecord } from './open-record';

/** The foot of every form of a record: what stands in the way, somebody else’s version, and what can be done. */
@Component({
  selector: 'al-record-bar',
  imports: [MatButtonModule],
  template: `
    @if (trouble(); as trouble) {
      <div class="note over" role="alert">
        {{ troubleText(trouble) }}
        @for (text of errors.others(); track text) {
          <br />{{ text }}
        }
        @if (differences().length > 0) {
          <table aria-label="Theirs beside yours">
            <thead>
              <tr>
                <th scope="col">Field</th>
                <th scope="col">Theirs</th>
                <th scope="col">Yours</th>
              </tr>
            </thead>
            <tbody>
              @for (each of differences(); track each.field) {
                <tr>
                  <th scope="row">{{ each.field }}</th>
                  <td>{{ each.theirs }}</td>
                  <td>{{ each.mine }}</td>
                </tr>
              }
            </tbody>
          </table>
          Saving now replaces theirs with yours.
        }
      </div>
    }
    <div class="buttons">
      @if (record().isRemovable()) {
        @if (isRemoving()) {
          <span>Remove it for good?</span>
          <button matButton="outlined" type="button" (click)="isRemoving.set(false)">Cancel</button>
          <button
            matButton="outlined"
            type="button"
            class="over"
            (click)="isRemoving.set(false); record().remove()"
          >
            Remove it
          </button>
        } @else {
          <button matButton="outlined" type="button" (click)="isRemoving.set(true)">Remove</button>
        }
      }
      <span class="gap"></span>
      <button matButton="outlined" type="button" (click)="record().leave()">Cancel</button>
      <button matButton="filled" type="submit" [disabled]="isSaving()">{{ verb() }}</button>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    .gap {
      flex: 1;
    }
    table {
      margin: 6px 0;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 2px 14px 2px 0;
      font-weight: 400;
      text-align: left;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecordBar {
  readonly record = input.required<OpenRecord>();

  private readonly store = inject(Store);
  protected readonly trouble = this.store.selectSignal(recordsFeature.selectTrouble);
  protected readonly isSaving = this.store.selectSignal(recordsFeature.selectIsSaving);
  protected readonly isRemoving = signal(false);
  protected readonly troubleText = troubleText;
  protected readonly errors = inject(FieldErrors);
  protected readonly verb = computed(() => `Save the ${this.record().thing}`);
  protected readonly differences = computed(() => {
    const trouble = this.trouble();
    const draft = this.record().draft();
    return draft && trouble?.code === 'record-changed'
      ? recordDifferences(current(trouble.params['current']), draft)
      : [];
  });
}

/** What a change is held against: a coating is shown with its description inside. */
function current(record: unknown): object {
  const view = record as { own?: object };
  return view.own ?? (record as object);
}
