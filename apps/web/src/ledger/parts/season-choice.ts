import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ChoiceField } from '../../shared/forms/choice-field';
import { LedgerStore } from '../ledger.store';

/** The season whose runs are shown, where there is more than one. */
@Component({
  selector: 'al-season-choice',
  imports: [ChoiceField],
  template: `
    @if (page.seasons().length > 1) {
      <al-choice
        label="Season"
        [value]="page.season()"
        [choices]="choices()"
        (chosen)="page.setSeason($event)"
      />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeasonChoice {
  protected readonly page = inject(LedgerStore);
  protected readonly choices = computed(() => [{ id: '', name: 'Every season' }, ...this.page.seasons()]);
}
