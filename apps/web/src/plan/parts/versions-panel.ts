import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { PlanOrigin } from '@alnage/contract';
import { learnedChanges } from '@alnage/core/bench';
import { count } from '../../shared/formats/formats';
import { WallTime } from '../../shared/formats/wall-time';
import { learnedText } from '../../shared/plan/learned-text';
import { PlanDifference } from '../../shared/plan/plan-difference';
import { PlanPageStore } from '../plan.store';
import { VersionsStore } from '../versions.store';
import { nameOf } from '../../shared/name-of';

const ORIGIN: Readonly<Record<PlanOrigin, string>> = {
  planned: 'planned anew',
  repaired: 'mended',
  restored: 'gone back to',
  edited: 'changed by hand',
};

/** The versions of the plan, the newest first: which is worked by, what another came to, the way back. */
@Component({
  selector: 'al-versions-panel',
  imports: [MatButtonModule, PlanDifference],
  template: `
    <section class="card" aria-label="Versions of the plan">
      <table class="ruled">
        <thead>
          <tr>
            <th scope="col">Version</th>
            <th scope="col">Made</th>
            <th scope="col">How</th>
            <th scope="col" class="number">Not met</th>
            <th scope="col"><span class="visually-hidden">What to do</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.version) {
            <tr [class.chosen]="row.version === versions.compared()?.version">
              <th scope="row">
                <span class="figure">{{ row.version }}</span>
                @if (row.isPublished) {
                  <span class="tag well">in use</span>
                } @else if (row.isNewest) {
                  <span class="tag">newest</span>
                }
              </th>
              <td>{{ row.made }}</td>
              <td>{{ row.how }}</td>
              <td class="figure number" [class.over]="row.unmet !== '0'">{{ row.unmet }}</td>
              <td class="do">
                @if (!row.isNewest) {
                  <button matButton type="button" (click)="versions.compare(row.version)">
                    {{ row.version === versions.compared()?.version ? 'Stop comparing' : 'Compare' }}
                  </button>
                  <button
                    matButton
                    type="button"
                    [disabled]="page.isPlanning()"
                    (click)="versions.goBack(row.version)"
                  >
                    Go back
                  </button>
                }
                @if (!row.isPublished) {
                  <button matButton type="button" (click)="versions.publish(row.version)">Publish</button>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
      @if (versions.difference(); as come) {
        <al-plan-difference
          [before]="come.before"
          [after]="come.after"
          [beforeName]="'version ' + come.version"
          afterName="newest"
          [changes]="come.changes"
          [words]="page.words()"
        />
        @if (learned().length > 0) {
          <p class="learned">What the bench has taught since, which the newest version uses:</p>
          <ul class="soft">
            @for (text of learned(); track text) {
              <li>{{ text }}</li>
            }
          </ul>
        }
      }
    </section>
  `,
  styles: `
    section {
      margin-bottom: 14px;
      max-height: 46vh;
      overflow: auto;
    }
    .do {
      text-align: right;
      white-space: nowrap;
    }
    .learned {
      margin: 8px 0 0;
    }
    .tag {
      margin-left: 6px;
    }
    tr.chosen {
      background: var(--woad-wash);
    }
    td,
    th {
      padding: 2px 10px 2px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class VersionsPanel {
  protected readonly page = inject(PlanPageStore);
  protected readonly versions = inject(VersionsStore);

  protected readonly rows = computed(() => {
    const workshop = this.page.workshop();
    if (!workshop) return [];
    const wall = new WallTime(workshop.timeZone);
    const newest = this.page.saved()?.version;
    const named = (id: string): string => nameOf(workshop.people, id);
    return this.versions.heads().map((head) => ({
      version: head.version,
      isPublished: head.isPublished,
      isNewest: head.version === newest,
      made: wall.dayTime(Date.parse(head.madeAt)),
      how: `${ORIGIN[head.origin]}${head.madeBy ? ` by ${named(head.madeBy)}` : ''}`,
      unmet: count(head.unmetPieces),
    }));
  });

  /** Figures that weighing and timing changed between the two. */
  protected readonly learned = computed(() => {
    const [before, after, words] = [this.versions.compared(), this.page.saved(), this.page.words()];
    if (!before || !after || !words) return [];
    return learnedChanges(before.problem, after.problem).map((change) => learnedText(change, words));
  });

  constructor() {
    // what others do to the versions is seen here at once
    effect(() => {
      this.page.saved();
      void untracked(() => this.versions.read());
    });
  }
}
