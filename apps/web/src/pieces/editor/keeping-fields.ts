import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { postRuleOf } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { temperature } from '../../shared/formats/formats';
import { ChoiceField } from '../../shared/forms/choice-field';
import { liveControls } from '../../shared/forms/control-state';
import { workshopFeature } from '../../state/workshop.state';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import { pieceDraftOf, type PieceFormGroup } from './piece-form';

/** How long a piece keeps, and what it costs beside its coating. */
@Component({
  selector: 'al-keeping-fields',
  imports: [ChoiceField, QuantityField, TextField],
  template: `
    <h2>How long it keeps</h2>
    <div class="row">
      <al-quantity
        label="Holds to pickup"
        quantity="hours"
        [control]="form().controls.holdMinutes"
        at="/keeping/holdMinutes"
      />
      <al-quantity
        label="Better within"
        quantity="hours"
        [control]="form().controls.targetMinutes"
        at="/keeping/targetMinutes"
      />
      <al-quantity
        label="Eat within"
        quantity="hours"
        [control]="form().controls.eatWithinMinutes"
        at="/keeping/eatWithinMinutes"
      />
      <al-text
        class="choice"
        label="Advice for the counter"
        [control]="form().controls.advice"
        at="/keeping/advice"
      />
    </div>
    <div class="row">
      <al-choice class="choice" label="By post" [control]="form().controls.byPost" [choices]="byPost()" />
      @if (form().controls.byPost.value === 'up-to') {
        <al-quantity
          label="In the parcel, at most"
          quantity="temperature"
          [control]="form().controls.postMostCelsius"
          at="/keeping/postMostCelsius"
        />
      }
    </div>

    <h2>What it costs</h2>
    <div class="row">
      <al-quantity
        label="100 centres"
        quantity="money"
        [control]="form().controls.centreMinorPer100"
        at="/costs/centreMinorPer100"
      />
      <al-quantity
        label="Finish of 100"
        quantity="money"
        [control]="form().controls.finishMinorPer100"
        at="/costs/finishMinorPer100"
      />
      <al-quantity
        label="Packing of 100"
        quantity="money"
        [control]="form().controls.packingMinorPer100"
        at="/costs/packingMinorPer100"
      />
      <al-quantity
        label="Asked for one"
        quantity="money"
        [control]="form().controls.priceMinor"
        at="/costs/priceMinor"
      />
    </div>
  `,
  styleUrls: ['../../shared/forms/fields.scss', './part-fields.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeepingFields {
  readonly form = input.required<PieceFormGroup>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly controls = liveControls(this.form);
  /** What it takes by post, said with what is usual for such a piece. */
  protected readonly byPost = computed(() => {
    const usual = this.controls() ? this.usualText() : '';
    return [
      { id: 'usual', name: `as usual for it: ${usual}` },
      { id: 'never', name: 'never' },
      { id: 'up-to', name: 'up to so many degrees' },
    ];
  });

  private usualText(): string {
    const { mostCelsius } = postRuleOf(pieceDraftOf(this.form()), this.workshop()?.coatings ?? []);
    return mostCelsius === null ? 'never' : `up to ${temperature(mostCelsius)}`;
  }
}
