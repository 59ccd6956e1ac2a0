import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormControl, FormGroup } from '@angular/forms';
import { COATING_SHARE, PORTION_GRAMS, thinnedYieldPa } from '@alnage/core/coating';
import { FAT_PERCENT, MIX_GRAMS, bowlMix, clusterMix } from '@alnage/core/recipes';
import { Store } from '@ngrx/store';
import { count, percent } from '../../shared/formats/formats';
import { FigureTable, type FigureRow } from '../../shared/figures/figure-table';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { weighedText } from '../../shared/larder/larder-words';
import { workshopFeature } from '../../state/workshop.state';
import { liveSum } from '../live-sum';

/** A bowl blended, thinned and seeded; and clusters by what is bound in them. */
@Component({
  selector: 'al-mix-sums',
  imports: [ChoiceField, FigureTable, QuantityField],
  template: `
    @let b = bowl.controls;
    <section class="card" aria-label="A bowl">
      <h2>A bowl: blend, thin, seed</h2>
      <div class="row">
        <al-quantity label="A bowl of" quantity="mass" [control]="b.grams" />
        <al-choice class="choice" label="Coating" [control]="b.coating" [choices]="coatings()" />
        <al-quantity label="Fat stirred in" unit="%" [control]="b.fatPercent" />
      </div>
      @let told = bowlSum();
      @if (told.refusal) {
        <p class="note care" role="alert">{{ told.refusal }}</p>
      } @else {
        <al-figure-table label="To weigh for the bowl" [rows]="told.rows" />
      }
    </section>
    @let c = cluster.controls;
    <section class="card" aria-label="Clusters">
      <h2>Clusters</h2>
      <div class="row">
        <al-quantity label="Nuts, crumb or fruit" quantity="mass" [control]="c.inclusions" />
        <al-quantity label="Coating, of all" quantity="share" [control]="c.coatingShare" />
        <al-quantity label="One weighs" quantity="mass" [control]="c.portion" />
      </div>
      @let made = clusterSum();
      @if (made.refusal) {
        <p class="note care" role="alert">{{ made.refusal }}</p>
      } @else {
        <al-figure-table label="Clusters, to weigh" [rows]="made.rows" />
      }
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    :host {
      display: grid;
      gap: 16px;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MixSums {
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly coatings = computed(() => this.workshop()?.coatings ?? []);
  protected readonly bowl = new FormGroup({
    grams: new NumberControl(3000, MIX_GRAMS),
    coating: new FormControl(this.coatings()[0]?.id ?? '', { nonNullable: true }),
    fatPercent: new NumberControl(0, FAT_PERCENT),
  });
  protected readonly cluster = new FormGroup({
    inclusions: new NumberControl(500, MIX_GRAMS),
    coatingShare: new NumberControl(0.6, COATING_SHARE),
    portion: new NumberControl(30, PORTION_GRAMS),
  });
  protected readonly bowlSum = liveSum(this.bowl, () => this.bowlRows());
  protected readonly clusterSum = liveSum(this.cluster, () => this.clusterRows());

  private bowlRows(): FigureRow[] {
    const { grams, coating, fatPercent } = this.bowl.controls;
    const chosen = this.coatings().find(({ id }) => id === coating.value);
    if (!chosen) return [];
    const seedShare = chosen.own.isTempered ? (this.workshop()?.rules.seedShare ?? 0) : 0;
    const mix = bowlMix(grams.number, {
      ...{ coating: chosen.id, parts: chosen.own.parts, fatPercent: fatPercent.number, seedShare },
    });
    const name = (id: string): string =>
      this.coatings()
        .find((each) => each.id === id)
        ?.name.toLowerCase() ?? id;
    const all = this.coatings().map((each) => ({ ...each.own, id: each.id }));
    const yieldPa = thinnedYieldPa({ ...chosen.own, id: chosen.id }, fatPercent.number, all);
    return [
      ...mix.parts.map(({ coating: id, grams: own }) => ({ label: name(id), value: weighedText(own) })),
      ...(mix.fatGrams > 0
        ? [{ label: 'fat, melted and stirred in', value: weighedText(mix.fatGrams) }]
        : []),
      { label: 'in all', value: weighedText(grams.number), isSum: true },
      ...(seedShare > 0
        ? [
            {
              label: `of the coating kept solid as seed, ${percent(seedShare)}`,
              value: weighedText(mix.seedGrams),
            },
            { label: 'as much again in reserve', value: weighedText(mix.reserveGrams) },
          ]
        : []),
      ...(yieldPa === null ? [] : [{ label: 'yield value then', value: `${yieldPa.toFixed(1)} Pa` }]),
    ];
  }

  private clusterRows(): FigureRow[] {
    const { inclusions, coatingShare, portion } = this.cluster.controls;
    const mix = clusterMix(inclusions.number, {
      coatingShare: coatingShare.number,
      portionGrams: portion.number,
    });
    return [
      { label: 'coating, cool enough not to melt what goes in', value: weighedText(mix.coatingGrams) },
      { label: 'in all', value: weighedText(mix.totalGrams), isSum: true },
      { label: `clusters of ${weighedText(portion.number)}`, value: count(mix.pieces) },
      ...(mix.restGrams >= 0.5 ? [{ label: 'left over', value: weighedText(mix.restGrams) }] : []),
    ];
  }
}
