import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import { count, duration, mass } from '../shared/formats/formats';
import { WallTime } from '../shared/formats/wall-time';
import { Keys } from '../shared/keys';
import { Margin } from '../shared/margin/margin';
import { PlanActions, planFeature } from '../state/plan.state';
import { PlanChart } from './parts/plan-chart';
import { PlanPageStore } from './plan.store';

/** Plan: what, when, in which bowl, by whom, and where the trays lie. */
@Component({
  imports: [MatButtonModule, MatProgressBarModule, Margin, PlanChart],
  providers: [PlanPageStore],
  templateUrl: './plan-page.html',
  styleUrl: './plan-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanPage {
  private readonly store = inject(Store);
  protected readonly page = inject(PlanPageStore);
  protected readonly isPlanning = this.store.selectSignal(planFeature.selectIsPlanning);
  protected readonly count = count;
  protected readonly duration = duration;
  protected readonly mass = mass;

  protected readonly title = computed(() => {
    const workshop = this.page.workshop();
    const days = workshop?.season?.days ?? [];
    const { from, to } = this.page.span();
    if (!workshop || !days[from] || !days[to]) return 'Plan';
    const wall = new WallTime(workshop.timeZone);
    const first = Date.parse(days[from].start);
    return from === to
      ? `${wall.weekday(first)}’s dipping`
      : `${wall.day(first)} to ${wall.day(Date.parse(days[to].start))}`;
  });

  /** What is on the screen: batches at work in the window, their pieces, the melts, the hands. */
  protected readonly summary = computed(() => {
    const views = this.page.views();
    if (!views) return '';
    const { from, to } = this.page.window();
    const isIn = (start: number, end: number): boolean => end > from && start < to;
    const { batches, melts } = views.saved.plan;
    const dipped = views.tapes.filter((tape) => tape.clock > from && tape.clock <= to);
    const pieces = dipped.reduce((sum, tape) => sum + tape.pieces, 0);
    const open = melts.filter((melt) => isIn(melt.setupStart, melt.closed)).length;
    const minutes = batches
      .flatMap((batch) => batch.stages)
      .concat(
        melts.map((melt) => ({
          stage: '',
          person: '',
          melt: null,
          start: melt.setupStart,
          end: melt.setupEnd,
        })),
      )
      .filter((task) => isIn(task.start, task.end))
      .reduce((sum, task) => sum + task.end - task.start, 0);
    return `${count(dipped.length)} batches dipped · ${count(pieces)} pieces · ${count(open)} melts · ${duration(minutes)} of work`;
  });

  protected readonly ageText = computed(() => {
    const ages = this.page.facts()?.ages ?? [];
    if (ages.length === 0) return '';
    const [least, most] = [Math.min(...ages), Math.max(...ages)];
    return least === most ? duration(most) : `${duration(least)} to ${duration(most)}`;
  });

  constructor() {
    inject(Keys).bind(
      { key: 'ArrowDown', does: 'Next batch', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'Batch before', run: () => this.page.step(-1) },
      { key: 'p', does: 'Plan anew', run: () => this.plan() },
    );
  }

  protected plan(): void {
    this.store.dispatch(PlanActions.planAsked());
  }
}
