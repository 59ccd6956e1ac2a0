import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { PlanJob } from '@alnage/contract';
import { planFigures } from '@alnage/core/planner';
import { Store } from '@ngrx/store';
import { scaleLinear } from 'd3-scale';
import { curveStepAfter, line } from 'd3-shape';
import { counted, duration, mass } from '../../shared/formats/formats';
import { PlanActions } from '../../state/plan.state';

const TRAIL = { width: 120, height: 24 } as const;
const KIND = { plan: 'Planning', repair: 'Mending the plan', restore: 'Going back' } as const;

/** A plan in the making: how far it is, how much better it became, and the way to end it with the best so far. */
@Component({
  selector: 'al-job-bar',
  imports: [MatButtonModule, MatProgressBarModule],
  template: `
    <mat-progress-bar
      [mode]="job().best ? 'determinate' : 'indeterminate'"
      [value]="job().progress * 100"
      [attr.aria-label]="kind()"
    />
    <div class="line">
      <p role="status" aria-live="polite">
        <strong>{{ kind() }}.</strong> {{ text() }}
      </p>
      @if (path(); as drawn) {
        <svg
          [attr.viewBox]="'0 0 ' + trail.width + ' ' + trail.height"
          [attr.width]="trail.width"
          [attr.height]="trail.height"
          role="img"
          aria-label="Its cost since it began"
        >
          <path [attr.d]="drawn" />
        </svg>
      }
      <button matButton="outlined" type="button" [disabled]="job().isStopping" (click)="stop()">
        {{ job().isStopping ? 'Stopping …' : 'Stop, keep the best' }}
      </button>
    </div>
  `,
  styles: `
    .line {
      display: flex;
      align-items: center;
      gap: 14px;
      padding: 6px 0 10px;
    }
    p {
      flex: 1;
    }
    path {
      fill: none;
      stroke: var(--woad);
      stroke-width: 1.5;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobBar {
  readonly job = input.required<PlanJob>();

  private readonly store = inject(Store);
  protected readonly trail = TRAIL;
  protected readonly kind = computed(() => KIND[this.job().kind]);

  protected readonly text = computed(() => {
    const { best, seconds } = this.job();
    if (!best) return 'Making the first plan, backward from every pickup …';
    const { cost: first } = best.trail[0]!;
    const better = first > 0 ? Math.round((1 - best.cost / first) * 100) : 0;
    const met = best.unmetPieces === 0 ? 'every order met' : `${counted(best.unmetPieces, 'piece')} not met`;
    const gain = better > 0 ? `${better}% better than the first` : 'the first plan';
    const { meanAgeMinutes, leftoverGrams } = planFigures(best);
    const age = meanAgeMinutes === null ? '' : `, pieces ${duration(meanAgeMinutes)} old at pickup`;
    const left = `${mass(leftoverGrams)} melted and not dipped`;
    return `Shown is the best so far: ${met}, ${gain}${age}, ${left}. ${seconds} s in all.`;
  });

  protected readonly path = computed(() => {
    const trail = this.job().best?.trail ?? [];
    if (trail.length < 2) return null;
    const costs = trail.map(({ cost }) => cost);
    const x = scaleLinear([0, this.job().seconds], [1, TRAIL.width - 1]);
    const y = scaleLinear([Math.min(...costs), Math.max(...costs)], [TRAIL.height - 2, 2]);
    const points = trail.map(({ seconds, cost }): [number, number] => [x(seconds), y(cost)]);
    return line().curve(curveStepAfter)(points);
  });

  protected stop(): void {
    this.store.dispatch(PlanActions.stopAsked({ id: this.job().id }));
  }
}
