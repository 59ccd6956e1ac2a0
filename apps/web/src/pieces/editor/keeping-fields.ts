import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { QuantityField } from '../../shared/forms/quantity-field';
import { TextField } from '../../shared/forms/text-field';
import type { PieceFormGroup } from './piece-form';

/** How long a piece keeps, and what it costs beside its coating. */
@Component({
  selector: 'al-keeping-fields',
  imports: [QuantityField, TextField],
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
}
