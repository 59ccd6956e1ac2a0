import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { Outbox } from '../../shared/bench/outbox';
import { timersAtBench, type TimerAtBench } from '@alnage/core/bench';
import { runningClock } from '../../shared/formats/formats';
import { benchFeature } from '../../state/bench.state';
import { WorkshopClock } from '../../state/workshop-clock';

/** The waits that are running, whoever set them, and those that are over. */
@Component({
  selector: 'al-prep-timers',
  imports: [MatButtonModule],
  template: `
    @if (rows().length > 0) {
      <section aria-label="Timers">
        <h2>Waiting</h2>
        <ul>
          @for (row of rows(); track row.timer.id) {
            <li [class.over]="row.isOver">
              <span class="name">{{ row.timer.name }}</span>
              <span class="figure" [attr.role]="row.isOver ? 'alert' : null">{{ row.left }}</span>
              <button
                matButton="outlined"
                type="button"
                [attr.aria-label]="'Dismiss, ' + row.timer.name"
                (click)="putAway(row.timer)"
              >
                Dismiss
              </button>
            </li>
          }
        </ul>
      </section>
    }
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 4px 10px;
      align-items: center;
      padding: 8px 0;
      border-bottom: 1px solid var(--rule);
    }
    .figure {
      font-size: 18px;
    }
    button {
      grid-column: 1 / -1;
      justify-self: start;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PrepTimers {
  private readonly outbox = inject(Outbox);
  private readonly clock = inject(WorkshopClock);
  private readonly bench = inject(Store).selectSignal(benchFeature.selectBench);
  protected readonly rows = computed(() => {
    const [bench, now] = [this.bench(), this.clock.second()];
    if (!bench) return [];
    return timersAtBench(bench, this.outbox.mine()).map((timer) => {
      const left = timer.endsAt - now;
      return { timer, isOver: left <= 0, left: leftText(left) };
    });
  });

  protected putAway({ work, id }: TimerAtBench): void {
    this.outbox.add(work, { kind: 'timer-off', timer: id });
  }
}

/** 1:04:09 left, or since when it is over. */
export function leftText(ms: number): string {
  return ms > 0 ? runningClock(ms) : `over for ${runningClock(ms)}`;
}
