import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { duration } from '../../shared/formats/formats';
import { PlanActions, planFeature } from '../../state/plan.state';
import { PlanPageStore } from '../plan.store';

/** Everybody and every bowl on the day that is shown: the work, the run sheet, and whether a day is locked. */
@Component({
  selector: 'al-sheets',
  imports: [MatButtonModule],
  template: `
    <table class="ruled">
      <thead>
        <tr>
          <th scope="col">Who</th>
          <th scope="col" class="number">Tasks</th>
          <th scope="col" class="number">Work</th>
          <th scope="col">Run sheet</th>
          <th scope="col">{{ dayName() }}</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.sheet) {
          <tr>
            <th scope="row">{{ row.name }}</th>
            <td class="figure number">{{ row.tasks }}</td>
            <td class="figure number">{{ row.work }}</td>
            <td>
              <a
                matButton
                [href]="row.sheet"
                target="_blank"
                rel="noopener"
                [attr.aria-label]="'Run sheet of ' + row.name"
                >PDF</a
              >
            </td>
            <td>
              @if (row.isLocked !== null) {
                <button
                  matButton
                  type="button"
                  [disabled]="!canLock()"
                  [attr.aria-pressed]="row.isLocked"
                  [attr.aria-label]="(row.isLocked ? 'Free the day of ' : 'Lock the day of ') + row.name"
                  (click)="lock(row.id, !row.isLocked)"
                >
                  {{ row.isLocked ? 'Locked, free it' : 'Lock the day' }}
                </button>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    td,
    th {
      height: 44px;
      padding: 0 12px 0 0;
      vertical-align: middle;
    }
    thead th {
      height: auto;
    }
    .number + td,
    .number + th {
      padding-left: 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Sheets {
  protected readonly page = inject(PlanPageStore);
  private readonly store = inject(Store);
  private readonly isSaving = this.store.selectSignal(planFeature.selectIsSaving);
  private readonly day = computed(() => this.page.days()[this.page.span().from] ?? null);
  protected readonly canLock = computed(
    () => this.page.isNewest() && !this.isSaving() && !this.page.isPlanning(),
  );
  protected readonly dayName = computed(() => {
    const [day, words] = [this.day(), this.page.words()];
    return day && words ? words.time(this.page.minuteOf()(Date.parse(day.start))).split(',')[0]! : '';
  });

  /** What lies in the days that are shown. */
  private readonly seen = computed(() => {
    const { from, to } = this.page.window();
    const saved = this.page.views()?.saved;
    if (!saved) return null;
    const stages = saved.plan.batches.flatMap((batch) => batch.stages);
    const setUps = saved.plan.melts.map(({ person, setupStart: start, setupEnd: end }) => ({
      person,
      start,
      end,
    }));
    const isIn = ({ start, end }: { start: number; end: number }): boolean => end > from && start < to;
    return {
      version: saved.version,
      tasks: [...stages, ...setUps].filter(isIn),
      melts: saved.plan.melts.filter(({ setupStart: start, closed: end }) => isIn({ start, end })),
    };
  });

  /** People and then bowls; only people have days that can be locked. */
  protected readonly rows = computed(() => [...this.people(), ...this.bowls()]);

  private readonly people = computed(() => {
    const [seen, workshop, day] = [this.seen(), this.page.workshop(), this.day()];
    if (!seen || !workshop || !day) return [];
    const locks = this.page.saved()?.locks ?? [];
    return workshop.people.map(({ id, name }) => {
      const own = seen.tasks.filter(({ person }) => person === id);
      return {
        ...{ id, name },
        tasks: own.length,
        work: duration(own.reduce((sum, { start, end }) => sum + end - start, 0)),
        sheet: this.sheet('people', id),
        isLocked: locks.some((lock) => lock.person === id && lock.day === day.date),
      };
    });
  });

  private readonly bowls = computed(() => {
    const [seen, workshop] = [this.seen(), this.page.workshop()];
    if (!seen || !workshop) return [];
    return workshop.bowls.map(({ id, name }) => ({
      ...{ id, name },
      tasks: seen.melts.filter(({ melter }) => melter === id).length,
      work: '',
      sheet: this.sheet('bowls', id),
      isLocked: null,
    }));
  });

  /** The address of a sheet: of the day that is shown, or of all where several are. */
  private sheet(kind: 'people' | 'bowls', id: string): string {
    const { from, to } = this.page.span();
    const day = from === to ? `?day=${this.day()!.date}` : '';
    return `/api/plan/versions/${this.seen()!.version}/sheets/${kind}/${encodeURIComponent(id)}.pdf${day}`;
  }

  protected lock(person: string, isHeld: boolean): void {
    const { version } = this.page.saved()!;
    const ask = { version, hold: { person, day: this.day()!.date }, isHeld };
    this.store.dispatch(PlanActions.holdAsked({ ask }));
  }
}
