import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { BenchActions } from '../state/bench.state';
import { LedgerStore } from './ledger.store';
import { SeasonChoice } from './parts/season-choice';
import { lessonsOf } from './lessons';

/** Next year: what the season cost and taught, in plain sentences with their figures. */
@Component({
  imports: [SeasonChoice, MatButtonModule, RouterLink],
  providers: [LedgerStore],
  template: `
    <main class="sheet">
      <div class="place-head">
        <h1>Next year</h1>
        <span class="soft">what the sealed runs taught</span>
        <div class="actions">
          <al-season-choice />
          <a matButton="outlined" routerLink="/ledger">Ledger</a>
        </div>
      </div>
      @for (lesson of lessons(); track lesson.title) {
        <section>
          <h2>{{ lesson.title }}</h2>
          @for (sentence of lesson.sentences; track $index) {
            <p>{{ sentence }}</p>
          }
        </section>
      } @empty {
        <p>
          Nothing is sealed yet, so nothing was learned. At the <a routerLink="/bench">Bench</a>, weigh a run
          out and seal it.
        </p>
      }
    </main>
  `,
  styles: `
    :host {
      overflow: auto;
    }

    main {
      padding: 0 20px 40px;
      max-width: 880px;
    }

    section {
      padding: 12px 0;
      border-bottom: 1px solid var(--rule);
    }

    p {
      margin: 4px 0;
      font-size: 16px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LessonsPage {
  private readonly page = inject(LedgerStore);
  protected readonly lessons = computed(() => {
    const names = this.page.names();
    const runs = this.page.inSeason().map(({ run }) => run);
    return names ? lessonsOf(runs.reverse(), names) : [];
  });

  constructor() {
    inject(Store).dispatch(BenchActions.ledgerOpened());
  }
}
