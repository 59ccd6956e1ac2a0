import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { PreparationView } from '@alnage/contract';
import { LEFT_GRAMS, POT_PIECES } from '@alnage/core/larder';
import { Store } from '@ngrx/store';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { LarderActions, larderFeature } from '../../state/larder.state';
import { restText } from '../came-out-words';
import { isSameMade } from '../preparation-rows';

/** What was left of a part once its pieces had theirs: asked when somebody is that far, and it teaches what is on one. */
@Component({
  selector: 'al-part-rest',
  imports: [MatButtonModule, QuantityField],
  template: `
    @if (isAsking()) {
      <form
        novalidate
        [attr.aria-label]="'What was left, batch ' + preparation().batch"
        (submit)="$event.preventDefault(); save()"
      >
        <p>Once its pieces have theirs, weigh what is left: it teaches how much goes on one.</p>
        <div class="row">
          <al-quantity label="Left over" quantity="mass" [control]="grams" at="/grams" />
          <al-quantity label="after" unit="pieces" [control]="pieces" at="/pieces" />
          <button matButton="filled" type="submit" [disabled]="isBusy()">Save what is left</button>
        </div>
      </form>
    } @else {
      <p class="told">
        <span>{{ text() }}</span>
        <button
          matButton="outlined"
          type="button"
          [attr.aria-label]="'Change what was left, batch ' + preparation().batch"
          (click)="isAsking.set(true)"
        >
          Change
        </button>
      </p>
    }
  `,
  styleUrls: ['../../shared/forms/fields.scss', './came-out.scss'],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartRest {
  readonly preparation = input.required<PreparationView>();

  private readonly store = inject(Store);
  private readonly failed = this.store.selectSignal(larderFeature.selectFailed);
  private readonly said = this.store.selectSignal(larderFeature.selectTrouble);
  protected readonly isBusy = this.store.selectSignal(larderFeature.selectIsBusy);
  protected readonly grams = new NumberControl(null, LEFT_GRAMS);
  protected readonly pieces = new NumberControl(null, { ...POT_PIECES, min: 1 });
  /** Asked until it is said, and again on wish. */
  protected readonly isAsking = linkedSignal({
    source: computed(() => JSON.stringify(this.preparation().done?.rest ?? null)),
    computation: (said) => said === 'null',
  });
  protected readonly text = computed(() => restText(this.preparation()));

  constructor() {
    inject(FieldErrors).from(
      computed(() => {
        const failed = this.failed();
        return failed?.kind === 'rest' && isSameMade(failed.made, this.preparation()) ? this.said() : null;
      }),
    );
    effect(() => {
      const { startedPieces } = this.preparation();
      if (this.pieces.pristine) this.pieces.setValue(startedPieces);
    });
  }

  protected save(): void {
    const [grams, pieces] = [this.grams.value, this.pieces.value];
    this.grams.markAsTouched();
    this.pieces.markAsTouched();
    if (this.grams.invalid || this.pieces.invalid || grams === null || pieces === null) return;
    const { batch, recipe } = this.preparation();
    this.store.dispatch(
      LarderActions.deedAsked({ deed: { kind: 'rest', made: { batch, recipe }, said: { grams, pieces } } }),
    );
  }
}
