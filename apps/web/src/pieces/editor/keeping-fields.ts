import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { lifeOf } from '@alnage/core/keeping';
import { postRuleOf } from '@alnage/core/ordering';
import { Store } from '@ngrx/store';
import { count, temperature, temperatureStep } from '../../shared/formats/formats';
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
      <al-quantity
        label="These hours are meant at"
        quantity="temperature"
        [control]="form().controls.atCelsius"
        at="/keeping/atCelsius"
      />
      <al-quantity
        [label]="'Ages, ' + tenKelvin + ' warmer'"
        unit="times as fast"
        [control]="form().controls.q10"
        at="/keeping/q10"
      />
      <al-quantity
        label="Customers keep it at"
        quantity="temperature"
        [control]="form().controls.keptCelsius"
        at="/keeping/keptCelsius"
      />
    </div>
    <p class="soft">{{ usualLife() }}</p>
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
  protected readonly tenKelvin = temperatureStep(10);

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

  /** What counts where nothing is said of how it ages. */
  protected readonly usualLife = computed(() => {
    if (!this.controls()) return '';
    const { family, keeping, route } = pieceDraftOf(this.form());
    const { holdMinutes, eatWithinMinutes } = keeping;
    const zones = this.workshop()?.zones ?? [];
    const { rule, keptCelsius } = lifeOf(
      { family, keeping: { holdMinutes, eatWithinMinutes }, route },
      (zone) => zones.find(({ id }) => id === zone)?.celsius ?? null,
    );
    return `Left empty: at ${temperature(rule.atCelsius)}, where its trays lie last; ${count(rule.q10)} times as fast; kept at ${temperature(keptCelsius)}. Warmer hours count for more, colder ones never for less.`;
  });

  private usualText(): string {
    const { mostCelsius } = postRuleOf(pieceDraftOf(this.form()), this.workshop()?.coatings ?? []);
    return mostCelsius === null ? 'never' : `up to ${temperature(mostCelsius)}`;
  }
}
