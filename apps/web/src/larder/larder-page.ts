import { ChangeDetectionStrategy, Component, computed, inject, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { isCentreUnknown } from '@alnage/core/larder';
import { Store } from '@ngrx/store';
import { EntryField } from '../shared/forms/entry-field';
import { choicesOf } from '../shared/forms/choice-field';
import { listed } from '../shared/formats/formats';
import { Keys } from '../shared/keys';
import { Margin } from '../shared/margin/margin';
import { troubleText } from '../shared/problem-text';
import { LarderActions, larderFeature } from '../state/larder.state';
import { workshopFeature } from '../state/workshop.state';
import type { LarderShown } from './larder-rows';
import { LarderPageStore } from './larder.store';
import { ItemMargin } from './parts/item-margin';

const SHOWN_WORDS: Readonly<Record<LarderShown, string>> = {
  all: 'All',
  used: 'What the plan uses',
  'to-buy': 'To buy',
};

/** Larder: what there is, what the plan needs of it, what to buy, and by when. */
@Component({
  imports: [MatButtonModule, EntryField, RouterLink, Margin, ItemMargin],
  providers: [LarderPageStore],
  templateUrl: './larder-page.html',
  styleUrl: './larder-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LarderPage {
  protected readonly page = inject(LarderPageStore);
  private readonly store = inject(Store);
  private readonly findField = viewChild.required<EntryField>('find');
  protected readonly shownChoices = choicesOf(SHOWN_WORDS);
  private readonly larder = this.store.selectSignal(larderFeature.selectLarder);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly trouble = this.store.selectSignal(larderFeature.selectTrouble);
  private readonly failed = this.store.selectSignal(larderFeature.selectFailed);

  protected readonly against = computed(() => {
    const plan = this.larder()?.plan;
    const wall = this.page.context()?.wall;
    if (!plan || !wall) return 'what there is, and what the plan needs';
    const state = plan.isPublished ? 'published' : 'not published yet';
    return `against plan ${plan.version}, made ${wall.dayTime(Date.parse(plan.madeAt))}, ${state}`;
  });
  /** Pieces of which nothing tells where their centres come from. */
  protected readonly unknownCentres = computed(() => {
    const supplies = this.workshop()?.supplies ?? [];
    return listed(
      this.pieces()
        .filter((piece) => isCentreUnknown(piece, supplies))
        .map(({ name }) => name),
    );
  });
  /** What could not be read; what could not be done is told where it was asked for. */
  protected readonly troubleText = computed(() => {
    const trouble = this.trouble();
    return trouble && !this.failed() ? troubleText(trouble) : '';
  });

  constructor() {
    this.store.dispatch(LarderActions.opened());
    const router = inject(Router);
    inject(Keys).bind(
      { key: '/', does: 'Find in the larder', run: () => this.findField().focus() },
      { key: 'ArrowDown', does: 'Next item', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'Item before', run: () => this.page.step(-1) },
      { key: 'm', does: 'The market list', run: () => void router.navigate(['larder', 'market']) },
      { key: 'p', does: 'Preparation', run: () => void router.navigate(['larder', 'preparation']) },
    );
  }
}
