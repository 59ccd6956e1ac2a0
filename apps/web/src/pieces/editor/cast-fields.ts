import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { QuantityField } from '../../shared/forms/quantity-field';
import type { PieceFormGroup } from './piece-form';

/** What is not dipped: a shell that is filled and closed, or a portion of bits bound by coating. */
@Component({
  selector: 'al-cast-fields',
  imports: [QuantityField],
  template: `
    @if (made() === 'moulded') {
      <h2>Shell and filling</h2>
      <div class="row">
        <al-quantity
          label="Cavity’s surface"
          quantity="area"
          [control]="form().controls.cavityMm2"
          at="/form/cavityMm2"
        />
        <al-quantity label="Wall" quantity="length" [control]="form().controls.wallMm" at="/form/wallMm" />
        <al-quantity label="Cap" quantity="mass" [control]="form().controls.capGrams" at="/form/capGrams" />
        <al-quantity
          label="Filling"
          quantity="mass"
          [control]="form().controls.centreGrams"
          at="/form/centreGrams"
        />
      </div>
    } @else {
      <h2>Portion</h2>
      <div class="row">
        <al-quantity
          label="A portion weighs"
          quantity="mass"
          [control]="form().controls.portionGrams"
          at="/form/portionGrams"
        />
        <al-quantity
          label="Coating of it"
          quantity="share"
          [control]="form().controls.coatingShare"
          at="/form/coatingShare"
        />
      </div>
    }
  `,
  styleUrls: ['../../shared/forms/fields.scss', './part-fields.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CastFields {
  readonly form = input.required<PieceFormGroup>();
  readonly made = input.required<'moulded' | 'cluster'>();
}
