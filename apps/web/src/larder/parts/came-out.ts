import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { CameOutSaid, PreparationView } from '@alnage/contract';
import { POT_PIECES } from '@alnage/core/larder';
import { likelyYield, YIELD_GRAMS } from '@alnage/core/recipes';
import { Store } from '@ngrx/store';
import { filter } from 'rxjs';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { LarderActions, larderFeature } from '../../state/larder.state';
import { cameOutText, isShort, reckonedText } from '../came-out-words';
import { isSameMade } from '../preparation-rows';

/** What came out of a pot that is made: asked once, weighed or counted or as it was reckoned, and changed at any time. */
@Component({
  selector: 'al-came-out',
  imports: [MatButtonModule, QuantityField, RouterLink],
  templateUrl: './came-out.html',
  styleUrls: ['../../shared/forms/fields.scss', './came-out.scss'],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CameOut {
  readonly preparation = input.required<PreparationView>();

  private readonly store = inject(Store);
  private readonly failed = this.store.selectSignal(larderFeature.selectFailed);
  private readonly said = this.store.selectSignal(larderFeature.selectTrouble);
  protected readonly isBusy = this.store.selectSignal(larderFeature.selectIsBusy);
  protected readonly grams = new NumberControl(null, YIELD_GRAMS, { isOptional: true });
  protected readonly pieces = new NumberControl(null, POT_PIECES, { isOptional: true });
  protected readonly isNothingSaid = signal(false);
  /** Asked until it is said, and again on wish; what others do meanwhile closes nothing. */
  protected readonly isAsking = linkedSignal({
    source: computed(() => JSON.stringify(this.preparation().done?.cameOut ?? null)),
    computation: (said) => said === 'null',
  });
  protected readonly text = computed(() => cameOutText(this.preparation()));
  protected readonly reckoned = computed(() => reckonedText(this.preparation()));
  protected readonly isShort = computed(() => isShort(this.preparation()));

  constructor() {
    inject(FieldErrors).from(
      computed(() => {
        const failed = this.failed();
        return failed?.kind === 'came-out' && isSameMade(failed.made, this.preparation())
          ? this.said()
          : null;
      }),
    );
    effect(() => this.grams.setBound(likelyYield(this.preparation().yieldGrams)));
    // one of the two: what is typed last
    clears(this.grams, this.pieces);
    clears(this.pieces, this.grams);
  }

  protected save(): void {
    const [grams, pieces] = [this.grams.value, this.pieces.value];
    this.isNothingSaid.set(grams === null && pieces === null);
    if (this.grams.invalid || this.pieces.invalid) return;
    if (grams !== null) this.tell({ kind: 'grams', grams });
    else if (pieces !== null) this.tell({ kind: 'pieces', pieces });
  }

  protected tell(said: CameOutSaid): void {
    const { batch, recipe } = this.preparation();
    this.store.dispatch(
      LarderActions.deedAsked({ deed: { kind: 'came-out', made: { batch, recipe }, said } }),
    );
  }
}

function clears(typed: NumberControl, other: NumberControl): void {
  typed.valueChanges
    .pipe(
      filter((value) => value !== null && other.value !== null),
      takeUntilDestroyed(),
    )
    .subscribe(() => other.setValue(null));
}
