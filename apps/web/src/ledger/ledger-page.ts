import { ChangeDetectionStrategy, Component, computed, inject, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { EntryField } from '../shared/forms/entry-field';
import { count, counted } from '../shared/formats/formats';
import { Keys } from '../shared/keys';
import { Margin } from '../shared/margin/margin';
import { troubleText } from '../shared/problem-text';
import { BenchActions, benchFeature } from '../state/bench.state';
import { LedgerStore } from './ledger.store';
import { SeasonChoice } from './parts/season-choice';
import { LedgerCharts } from './parts/ledger-charts';
import { RunMargin } from './parts/run-margin';
import { SealMark } from './parts/seal-mark';

/** Ledger: what it really took, what went wrong, and where a lot went. */
@Component({
  imports: [MatButtonModule, EntryField, RouterLink, SeasonChoice, Margin, LedgerCharts, RunMargin, SealMark],
  providers: [LedgerStore],
  templateUrl: './ledger-page.html',
  styleUrl: './ledger-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerPage {
  private readonly findField = viewChild.required<EntryField>('find');
  protected readonly page = inject(LedgerStore);
  private readonly store = inject(Store);
  private readonly said = this.store.selectSignal(benchFeature.selectTrouble);
  protected readonly trouble = computed(() => {
    const trouble = this.said();
    return trouble && troubleText(trouble);
  });
  protected readonly sum = computed(() => {
    const { runs, pieces, rejectedShare } = this.page.sum();
    return `${counted(runs, 'sealed run')} · ${count(pieces)} pieces · ${(100 * rejectedShare).toFixed(1)}% rejected`;
  });

  constructor() {
    this.store.dispatch(BenchActions.ledgerOpened());
    inject(Keys).bind(
      { key: 'ArrowDown', does: 'The next run', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'The run before', run: () => this.page.step(-1) },
      {
        key: '/',
        does: 'Find a lot, run, ticket or name',
        run: () => this.findField().focus(),
      },
    );
  }
}
