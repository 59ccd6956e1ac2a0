import { ChangeDetectionStrategy, Component } from '@angular/core';
import { FormControl, FormGroup } from '@angular/forms';
import {
  BOWL_MATERIALS,
  LIQUID_CELSIUS,
  SEED_CELSIUS,
  SEEDED_GRAMS,
  seededCelsius,
  seedGramsFor,
  READING_CELSIUS,
  type BowlMaterial,
} from '@alnage/core/temper';
import { FigureTable, type FigureRow } from '../../shared/figures/figure-table';
import { temperature } from '../../shared/formats/formats';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { weighedText } from '../../shared/larder/larder-words';
import { liveSum } from '../live-sum';

const VESSEL_CHOICES = choicesOf<BowlMaterial>({
  glass: 'glass',
  metal: 'steel',
  plastic: 'plastic',
});
const VESSEL_GRAMS = { min: 0, max: 20_000 };

/** Seed that brings a melted bowl to a temperature, the vessel's own heat among it. */
@Component({
  selector: 'al-seed-sum',
  imports: [ChoiceField, FigureTable, QuantityField],
  template: `
    @let c = form.controls;
    <section class="card" aria-label="Seed for a temperature">
      <h2>Seed for a temperature</h2>
      <div class="row">
        <al-quantity label="Melted" quantity="mass" [control]="c.liquidGrams" />
        <al-quantity label="at" quantity="temperature" [control]="c.liquidCelsius" />
        <al-quantity label="It is to come to" quantity="temperature" [control]="c.targetCelsius" />
        <al-quantity label="The seed is at" quantity="temperature" [control]="c.seedCelsius" />
        <al-choice class="choice" label="In a bowl of" [control]="c.vessel" [choices]="vessels" />
        <al-quantity label="that weighs, empty" quantity="mass" [control]="c.vesselGrams" />
      </div>
      @let told = sum();
      @if (told.refusal) {
        <p class="note care" role="alert">{{ told.refusal }}</p>
      } @else {
        <al-figure-table label="Seed to weigh" [rows]="told.rows" />
        <p class="soft">
          With all of it melted. Put it in by thirds, stir, and go by the probe: what does not melt takes no
          heat, and comes out again.
        </p>
      }
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeedSum {
  protected readonly vessels = VESSEL_CHOICES.filter(({ id }) => BOWL_MATERIALS.includes(id));
  protected readonly form = new FormGroup({
    liquidGrams: new NumberControl(2000, SEEDED_GRAMS),
    liquidCelsius: new NumberControl(45, LIQUID_CELSIUS),
    targetCelsius: new NumberControl(31.5, READING_CELSIUS),
    seedCelsius: new NumberControl(20, SEED_CELSIUS),
    vessel: new FormControl<BowlMaterial>('metal', { nonNullable: true }),
    vesselGrams: new NumberControl(0, VESSEL_GRAMS),
  });
  protected readonly sum = liveSum(this.form, () => this.rows());

  private rows(): FigureRow[] {
    const c = this.form.controls;
    const bowl =
      c.vesselGrams.number > 0
        ? { grams: c.vesselGrams.number, material: c.vessel.value, celsius: c.liquidCelsius.number }
        : null;
    const seeding = {
      ...{ liquidGrams: c.liquidGrams.number, liquidCelsius: c.liquidCelsius.number },
      ...{ seedCelsius: c.seedCelsius.number, bowl },
    };
    const seed = seedGramsFor(seeding, c.targetCelsius.number);
    return [
      { label: 'solid in temper, chopped', value: weighedText(seed) },
      { label: 'in the bowl then', value: weighedText(seed + c.liquidGrams.number), isSum: true },
      { label: 'it comes to', value: temperature(seededCelsius(seeding, seed)) },
    ];
  }
}
