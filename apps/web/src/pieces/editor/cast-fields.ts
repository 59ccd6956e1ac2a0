import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/forms/choice-field';
import { QuantityField } from '../../shared/forms/quantity-field';
import { workshopFeature } from '../../state/workshop.state';
import type { PieceFormGroup } from './piece-form';

/** What is not dipped: a shell that is filled and closed, or a portion of bits bound by coating. */
@Component({
  selector: 'al-cast-fields',
  imports: [ChoiceField, QuantityField],
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
        <al-choice
          label="Capped with"
          [control]="form().controls.capCoating"
          [choices]="caps()"
          at="/form/capCoating"
        />
        @if (moulds().length > 1) {
          <al-choice label="Cast in" [control]="form().controls.mould" [choices]="moulds()" at="/mould" />
        }
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

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  /** A cap of its own has a stage and a melt of its own. */
  protected readonly caps = computed(() => [
    { id: '', name: 'its shell’s melt, in one go' },
    ...(this.workshop()?.coatings ?? []).map(({ id, name }) => ({ id, name: `${name}, by itself` })),
  ]);
  /** Moulds that there are, or none in particular. */
  protected readonly moulds = computed(() => [
    { id: '', name: 'no mould counted' },
    ...(this.workshop()?.moulds ?? []).map(({ id, name }) => ({ id, name })),
  ]);
}
