import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PlanFigures, TaskChanges } from '@alnage/core/planner';
import { counted } from '../formats/formats';
import type { PlanWords } from './plan-names';
import { differenceRows } from './difference-rows';
import { movedText } from './task-words';

/** Moved tasks are named up to so many. */
const NAMED = 8;

/** What one plan comes to beside another: figures, and which told tasks move. */
@Component({
  selector: 'al-plan-difference',
  template: `
    <table class="ruled">
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">Figure</span></th>
          <th scope="col" class="number">{{ beforeName() }}</th>
          <th scope="col" class="number">{{ afterName() }}</th>
          <th scope="col" class="number">Change</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.name) {
          <tr>
            <th scope="row">{{ row.name }}</th>
            <td class="figure number">{{ row.before }}</td>
            <td class="figure number">{{ row.after }}</td>
            <td
              class="figure number"
              [class.well]="row.standing === 'better'"
              [class.over]="row.standing === 'worse'"
            >
              {{ row.change }}
              @if (row.standing !== 'same') {
                <span class="visually-hidden">{{ row.standing }}</span>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
    @if (changes(); as told) {
      <p class="moved">{{ summary() }}</p>
      @if (moved().length > 0) {
        <ul class="soft">
          @for (text of moved(); track $index) {
            <li>{{ text }}</li>
          }
          @if (told.moved.length > moved().length) {
            <li>and {{ told.moved.length - moved().length }} more</li>
          }
        </ul>
      }
    }
  `,
  styles: `
    th,
    td {
      font-size: 13px;
      padding: 4px 6px 4px 0;
    }
    .moved {
      margin-top: 8px;
    }
    ul {
      margin: 4px 0 0;
      padding-left: 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanDifference {
  readonly before = input.required<PlanFigures>();
  readonly after = input.required<PlanFigures>();
  readonly beforeName = input('now');
  readonly afterName = input('then');
  readonly changes = input<TaskChanges | null>(null);
  readonly words = input<PlanWords | null>(null);

  protected readonly rows = computed(() => differenceRows(this.before(), this.after()));
  protected readonly summary = computed(() => {
    const { moved, told } = this.changes()!;
    if (moved.length === 0) return 'No task that people were told moves.';
    const verb = moved.length === 1 ? 'moves' : 'move';
    return `${counted(moved.length, 'task')} of ${told} that people were told ${verb}:`;
  });
  protected readonly moved = computed(() => {
    const [changes, words] = [this.changes(), this.words()];
    return changes && words ? changes.moved.slice(0, NAMED).map((task) => movedText(task, words)) : [];
  });
}
