import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { scoopedGrams } from '@alnage/core/coating';
import { coolEnough } from '@alnage/core/temper';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/forms/choice-field';
import { windowsIn } from '../../shared/coating-windows';
import { QuantityField } from '../../shared/forms/quantity-field';
import { millilitresOfScoop, scoopChoices } from '../../shared/scoops';
import { workshopFeature } from '../../state/workshop.state';
import type { PieceFormGroup } from './piece-form';

/** What is not dipped: a shell that is filled and closed, or a portion of bits bound by coating. */
@Component({
  selector: 'al-cast-fields',
  imports: [ChoiceField, MatButtonModule, QuantityField],
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
        <al-choice
          class="choice"
          label="By a scoop"
          [value]="''"
          [choices]="scoops()"
          (chosen)="takeScoop($event)"
        />
      </div>
      <div class="row">
        <button matButton="outlined" type="button" (click)="coolEnough()">With soft inclusions</button>
        <p class="soft follow">
          Marshmallow, soft caramel and the like melt in a warm mix: the bench then holds the bowl where it is
          cool enough.
        </p>
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
  /** Usual scoops, by which a portion is taken. */
  protected readonly scoops = computed(() => [{ id: '', name: 'choose a scoop' }, ...scoopChoices()]);
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

  /** What a level scoop of the mix weighs. */
  protected takeScoop(chosen: string): void {
    const millilitres = millilitresOfScoop(chosen);
    const { coatingShare, portionGrams } = this.form().controls;
    if (millilitres === null || !coatingShare.valid) return;
    portionGrams.setValue(Math.round(scoopedGrams(millilitres, coatingShare.number) * 10) / 10);
  }

  /** Has the bench hold the coating where soft inclusions keep their form. */
  protected coolEnough(): void {
    const { controls } = this.form();
    const workshop = this.workshop();
    const coating = workshop?.coatings.find(({ id }) => id === controls.coating.value);
    if (!workshop || !coating) return;
    const { low, high } = coolEnough(windowsIn(workshop, coating));
    controls.hasDipRange.setValue(true);
    controls.dipLowCelsius.setValue(low);
    controls.dipHighCelsius.setValue(high);
  }
}
