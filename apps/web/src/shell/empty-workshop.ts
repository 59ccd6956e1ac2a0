import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { FirstStep } from './first-steps';

/** The path from an empty workshop to its first promised order: what is done, and what comes next. */
@Component({
  selector: 'al-empty-workshop',
  imports: [RouterLink, MatButtonModule],
  template: `
    <main>
      <h1>Nothing is set up yet</h1>
      <p>
        {{ name() }} is empty. From here to its first promised order it takes these, in this order; you can
        leave and come back at any time.
      </p>
      <ol>
        @for (step of steps(); track step.name) {
          <li [class.done]="step.isDone">
            <a [routerLink]="step.path">{{ step.name }}</a>
            <span> – {{ step.why }}</span>
            <span class="figure">{{ step.isDone ? '✓ ' + (step.count > 1 ? step.count : '') : '' }}</span>
          </li>
        }
      </ol>
      @if (next(); as step) {
        <p>
          <a matButton="filled" [routerLink]="step.path">{{
            step.isDone ? 'Go on' : 'Begin: ' + step.name
          }}</a>
          <a matButton="outlined" routerLink="/workshop/out">Load a workshop from a file</a>
        </p>
      }
      <p class="note">
        To see a workshop at work first, ask whoever set Alnage up to start its demo: an invented workshop in
        its hardest week. Its README says how.
      </p>
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 14px;
      max-width: 680px;
      padding: 24px 20px;
    }
    ol {
      display: grid;
      gap: 8px;
      margin: 0;
      padding-left: 24px;
    }
    a {
      font-weight: 600;
    }
    p {
      display: block;
    }
    p > a + a {
      margin-left: 8px;
    }
    .figure {
      margin-left: 8px;
      color: var(--sage);
    }
    .done > span:first-of-type {
      color: var(--soft-ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EmptyWorkshop {
  readonly name = input.required<string>();
  readonly steps = input.required<readonly FirstStep[]>();

  protected readonly next = computed(() => this.steps().find(({ isDone }) => !isDone) ?? null);
}
