import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { count, counted } from '../../shared/formats/formats';
import { PlanDifference } from '../../shared/plan/plan-difference';
import { otherFieldTexts, troubleText } from '../../shared/problem-text';
import { changeText } from '../../shared/plan/way-words';
import { PlanPageStore } from '../plan.store';
import { WhatIfStore } from '../what-if.store';
import { WhatIfForm } from './what-if-form';

/** Changes of the workshop or its orders on trial, and what the plan with them comes to, before anybody says yes. */
@Component({
  selector: 'al-what-if-panel',
  imports: [MatButtonModule, MatCheckboxModule, PlanDifference, WhatIfForm],
  template: `
    <section class="card" aria-label="What if">
      <al-what-if-form (wanted)="trial.add($event)" />
      <mat-checkbox [checked]="trial.isFree()" (change)="trial.setFree($event.checked)">
        Plan anew with it: people’s tasks may change
      </mat-checkbox>
      @if (changes().length > 0) {
        <ul aria-label="On trial">
          @for (text of changes(); track $index) {
            <li>
              {{ text }}
              <button
                matButton
                type="button"
                [attr.aria-label]="'Remove: ' + text"
                (click)="trial.takeOut($index)"
              >
                Remove
              </button>
            </li>
          }
        </ul>
      }
      @if (trial.outcome() === 'asked') {
        <p role="status">Mending the plan with it …</p>
      } @else if (trial.outcome() === 'failed') {
        <p class="over" role="alert">It could not be worked out. Remove the last change and try another.</p>
      } @else if (come(); as outcome) {
        @if (page.alone().length > 0) {
          <div class="note over" role="status">
            <strong>Nobody is there for</strong>
            <ul>
              @for (text of page.alone(); track $index) {
                <li>{{ text }}</li>
              }
            </ul>
          </div>
        }
        @if (homeless().length > 0) {
          <div class="note over" role="status">
            <strong>Begun already, and to be laid elsewhere by hand</strong>
            <ul>
              @for (text of homeless(); track $index) {
                <li>{{ text }}</li>
              }
            </ul>
          </div>
        }
        <al-plan-difference
          [before]="outcome.before"
          [after]="outcome.after"
          [beforeName]="trial.isFree() ? 'without it' : 'now'"
          afterName="what if"
          [changes]="outcome.changes"
          [words]="page.words()"
        />
        <div class="row">
          @if (trial.canSayYes()) {
            <button matButton="filled" type="button" (click)="trial.sayYes()">
              {{ trial.isFree() ? 'Do it, and plan anew' : 'Do it, and mend the plan' }}
            </button>
          }
          <button matButton="outlined" type="button" (click)="trial.clear()">Discard</button>
        </div>
        <p class="soft">
          Nothing is changed yet. The plan shown below is the one with this change.
          @if (!trial.canSayYes()) {
            A new person is added in the Workshop, a zone’s trays are changed there, and an order in Orders,
            where it is promised.
          }
        </p>
        @for (text of troubles(); track text) {
          <p class="over" role="alert">{{ text }}</p>
        }
      }
    </section>
  `,
  styles: `
    section {
      margin-bottom: 14px;
      max-height: 52vh;
      overflow: auto;
    }
    ul {
      margin: 0;
      padding-left: 18px;
    }
    .row {
      display: flex;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhatIfPanel {
  protected readonly page = inject(PlanPageStore);
  protected readonly trial = inject(WhatIfStore);
  protected readonly changes = computed(() => {
    const words = this.page.words();
    const tickets = this.page.saved()?.tickets ?? {};
    return words
      ? this.trial.changes().map((change) => {
          const text = changeText(change, words);
          return 'order' in change ? `${tickets[change.order] ?? change.order}: ${text}` : text;
        })
      : [];
  });
  protected readonly troubles = computed(() => {
    const trouble = this.trial.trouble();
    return trouble ? [troubleText(trouble), ...otherFieldTexts(trouble, () => false)] : [];
  });
  /** What lies in a zone that is out of use then, and cannot be planned otherwise: it is there. */
  protected readonly homeless = computed(() => {
    const [outcome, words] = [this.come(), this.page.words()];
    if (!outcome || !words) return [];
    return outcome.homeless.map(
      ({ zone, product, pieces, trays, from }) =>
        `${count(pieces)} ${words.piece(product)} on ${counted(trays, 'tray')} in the ${words.zone(zone)}, from ${words.time(from)}`,
    );
  });
  protected readonly come = computed(() => {
    const outcome = this.trial.outcome();
    return outcome && typeof outcome === 'object' ? outcome : null;
  });
}
