import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Help } from '@alnage/core/planner';
import { Store } from '@ngrx/store';
import { helpText } from '../../shared/plan/help-words';
import { planWords } from '../../shared/plan/plan-names';
import { planNow } from '../../shared/plan/plan-now';
import { Reckoner } from '../../shared/reckoning/reckoner';
import { planFeature } from '../../state/plan.state';
import { WorkshopClock } from '../../state/workshop-clock';
import { workshopFeature } from '../../state/workshop.state';

/** The changes to the workshop that would help its plan most, each tried by planning with it. */
@Component({
  selector: 'al-what-helps',
  imports: [MatButtonModule, RouterLink],
  template: `
    @if (saved()) {
      <section aria-live="polite">
        <h2>What would help most</h2>
        @if (rows(); as list) {
          @if (list.length > 0) {
            <ol>
              @for (row of list; track row.what) {
                <li>
                  <strong>{{ row.what }}</strong>
                  <span>{{ row.gives }}</span>
                  <a
                    routerLink="/plan"
                    [queryParams]="{ try: row.try }"
                    [attr.aria-label]="'Try: ' + row.what"
                    >Try it</a
                  >
                </li>
              }
            </ol>
            <p class="soft">Each was tried by planning with it; the gain is what that plan showed.</p>
          } @else {
            <p>None of these helps: more trays, bowls or people, longer hours, pieces kept elsewhere.</p>
          }
        } @else if (known() === 'asked') {
          <p>Trying more trays, bowls, people and hours, one after the other …</p>
        } @else {
          @if (known() === 'failed') {
            <p class="over">It could not be worked out.</p>
          }
          <button matButton="outlined" type="button" (click)="ask()">Find out</button>
        }
      </section>
    }
  `,
  styles: `
    ol {
      margin: 8px 0;
      padding-left: 20px;
    }
    li + li {
      margin-top: 8px;
    }
    li span,
    li strong {
      display: block;
    }
    button {
      margin-top: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhatHelps {
  private readonly store = inject(Store);
  private readonly reckoner = inject(Reckoner);
  private readonly clock = inject(WorkshopClock);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly days = this.store.selectSignal(workshopFeature.selectDays);
  protected readonly saved = this.store.selectSignal(planFeature.selectSaved);
  /** Of the version that is shown; another one is asked about anew. */
  protected readonly known = linkedSignal<number | undefined, 'asked' | 'failed' | readonly Help[] | null>({
    source: () => this.saved()?.version,
    computation: () => null,
  });

  protected readonly rows = computed(() => {
    const [known, saved, workshop] = [this.known(), this.saved(), this.workshop()];
    if (!Array.isArray(known) || !saved || !workshop) return null;
    const words = planWords(saved, workshop, this.pieces());
    return (known as readonly Help[]).map((help) => ({
      ...helpText(help, words),
      try: JSON.stringify([help.change]),
    }));
  });

  protected async ask(): Promise<void> {
    const saved = this.saved();
    if (!saved) return;
    const { shut: problem } = planNow(saved, { days: this.days(), now: this.clock.now() });
    this.known.set('asked');
    const found = await this.reckoner
      .ask('helps', { problem, plan: saved.plan }, null)
      .catch(() => 'failed' as const);
    if (this.saved()?.version === saved.version) this.known.set(found);
  }
}
