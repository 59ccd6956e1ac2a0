import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { Outbox } from '../shared/bench/outbox';
import { runningClock } from '../shared/formats/formats';
import { timersAtBench } from '@alnage/core/bench';
import { BenchActions, benchFeature } from '../state/bench.state';
import { WorkshopClock } from '../state/workshop-clock';
import { beep } from './beep';

/** Waits are shown from so long before they end; what is further off is no news yet. */
const SHOWN_MS = 30 * 60_000;
const BEEP_EVERY_MS = 20_000;

/** The waits of the bench, on every open page: how long they still last, and aloud once they are over. */
@Component({
  selector: 'al-timer-bar',
  imports: [MatButtonModule],
  template: `
    @if (shown().length > 0) {
      <div class="timers" role="region" aria-label="Waits of the bench">
        @for (timer of shown(); track timer.id) {
          <span class="timer" [class.over]="timer.isOver" [attr.role]="timer.isOver ? 'alert' : null">
            {{ timer.name }} <strong class="figure">{{ timer.left }}</strong>
            @if (timer.isOver) {
              <button matButton="outlined" type="button" (click)="heard(timer.work, timer.id)">Done</button>
            }
          </span>
        }
      </div>
    }
  `,
  styles: `
    .timers {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 16px;
      padding: 6px 20px;
      background: var(--paper);
      border-bottom: 1px solid var(--rule);
    }

    .timer {
      display: inline-flex;
      align-items: center;
      gap: 8px;
    }

    .over {
      padding: 4px 10px;
      border: 2px solid var(--madder);
      background: var(--madder-wash);
      font-weight: 600;
    }

    button {
      min-height: 44px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TimerBar {
  private readonly store = inject(Store);
  private readonly clock = inject(WorkshopClock);
  private readonly outbox = inject(Outbox);
  private readonly bench = this.store.selectSignal(benchFeature.selectBench);
  private beptAt = -Infinity;

  private readonly timers = computed(() => {
    const bench = this.bench();
    return bench ? timersAtBench(bench, this.outbox.mine()) : [];
  });
  protected readonly shown = computed(() => {
    const now = this.clock.second();
    return this.timers()
      .filter(({ endsAt }) => endsAt - now < SHOWN_MS)
      .map(({ id, work, name, endsAt }) => ({
        ...{ id, work, name, isOver: endsAt <= now },
        left: endsAt <= now ? `over for ${runningClock(now - endsAt)}` : `in ${runningClock(endsAt - now)}`,
      }));
  });

  constructor() {
    this.store.dispatch(BenchActions.opened());
    effect(() => {
      const isOver = this.shown().some((timer) => timer.isOver);
      untracked(() => this.speak(isOver));
    });
  }

  protected heard(work: string, timer: string): void {
    this.outbox.add(work, { kind: 'timer-off', timer });
  }

  private speak(isOver: boolean): void {
    const now = performance.now();
    if (!isOver || now - this.beptAt < BEEP_EVERY_MS) return;
    this.beptAt = now;
    beep();
  }
}
