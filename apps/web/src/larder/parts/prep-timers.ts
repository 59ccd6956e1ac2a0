import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { runningClock } from '../../shared/formats/formats';
import { Timers } from '../timers';

const TICK_MS = 1000;

/** The waits that are running, and those that are over. */
@Component({
  selector: 'al-prep-timers',
  imports: [MatButtonModule],
  template: `
    @if (rows().length > 0) {
      <section aria-label="Timers">
        <h2>Waiting</h2>
        <ul>
          @for (row of rows(); track row.timer) {
            <li [class.over]="row.isOver">
              <span class="name">{{ row.timer.name }}</span>
              <span class="figure" [attr.role]="row.isOver ? 'alert' : null">{{ row.left }}</span>
              <button
                matButton="outlined"
                type="button"
                [attr.aria-label]="'Put away, ' + row.timer.name"
                (click)="timers.putAway(row.timer)"
              >
                Put away
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
  protected readonly timers = inject(Timers);
  private readonly now = signal(Date.now());
  protected readonly rows = computed(() =>
    this.timers.all().map((timer) => {
      const left = timer.endsAt - this.now();
      return { timer, isOver: left <= 0, left: leftText(left) };
    }),
  );

  constructor() {
    const tick = setInterval(() => this.now.set(Date.now()), TICK_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(tick));
  }
}

/** 1:04:09 left, or since when it is over. */
export function leftText(ms: number): string {
  return ms > 0 ? runningClock(ms) : `over for ${runningClock(ms)}`;
}
