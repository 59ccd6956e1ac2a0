import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormControl, FormGroup } from '@angular/forms';
import { CAP_GRAMS, WALL_MM } from '@alnage/core/coating';
import {
  CAVITY_SIZE_MM,
  CAVITY_WATER_GRAMS,
  cavityOf,
  cavityOfWater,
  EMPTYING_SECONDS,
  MOULD_CELSIUS,
  SHELLS_AT_ONCE,
  shellsOf,
  wallMmAfter,
  type Cavity,
  type CavityForm,
} from '@alnage/core/melting';
import { Store } from '@ngrx/store';
import { FigureTable, type FigureRow } from '../../shared/figures/figure-table';
import { area, count, pieceMass, thickness, volume } from '../../shared/formats/formats';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { weighedText } from '../../shared/larder/larder-words';
import { workshopFeature } from '../../state/workshop.state';
import { liveSum } from '../live-sum';

const FORM_CHOICES = choicesOf<CavityForm>({
  box: 'a box',
  cylinder: 'a cylinder',
  dome: 'half a ball',
});
const KNOWN_CHOICES = choicesOf<'size' | 'water'>({
  size: 'by its size',
  water: 'by its water',
});
const WALL_CHOICES = choicesOf<'wall' | 'wait'>({
  wait: 'by the wait',
  wall: 'as weighed',
});

/** Shells in a mould: what to melt to fill it, what comes back, what is left for the filling. */
@Component({
  selector: 'al-mould-sum',
  imports: [ChoiceField, FigureTable, QuantityField],
  template: `
    @let c = form.controls;
    <section class="card" aria-label="Shells in a mould">
      <h2>Shells in a mould</h2>
      <div class="row">
        <al-quantity label="Cavities, all at once" [control]="c.cavities" />
        <al-choice class="choice" label="A cavity is" [control]="c.form" [choices]="forms" />
        <al-choice class="choice" label="known" [control]="c.known" [choices]="knowns" />
        @if (c.known.value === 'water') {
          <al-quantity label="Water in one" quantity="mass" [control]="c.waterGrams" />
        } @else {
          <al-quantity label="Long" quantity="length" [control]="c.lengthMm" />
          <al-quantity label="Wide" quantity="length" [control]="c.widthMm" />
          <al-quantity label="Deep" quantity="length" [control]="c.depthMm" />
        }
      </div>
      <div class="row">
        <al-choice class="choice" label="The wall" [control]="c.wallBy" [choices]="walls" />
        @if (c.wallBy.value === 'wall') {
          <al-quantity label="Wall" quantity="length" [control]="c.wallMm" />
        } @else {
          <al-choice class="choice" label="Coating" [control]="c.coating" [choices]="coatings()" />
          <al-quantity label="Emptied after" unit="s" [control]="c.seconds" />
          <al-quantity label="Moulds at" quantity="temperature" [control]="c.mouldCelsius" />
        }
        <al-quantity label="A cap takes" quantity="mass" [control]="c.capGrams" />
      </div>
      @let told = sum();
      @if (told.refusal) {
        <p class="note care" role="alert">{{ told.refusal }}</p>
      } @else {
        <al-figure-table label="Shells" [rows]="told.rows" />
        <p class="soft">
          A wall by its wait is an estimate: weigh ten shells once. Fill at room warmth, below the rim: a warm
          filling melts the shell, a cold one cracks it as it warms.
        </p>
      }
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MouldSum {
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly coatings = computed(() => this.workshop()?.coatings ?? []);
  protected readonly forms = FORM_CHOICES;
  protected readonly knowns = KNOWN_CHOICES;
  protected readonly walls = WALL_CHOICES;
  protected readonly form = new FormGroup({
    cavities: new NumberControl(24, SHELLS_AT_ONCE),
    form: new FormControl<CavityForm>('box', { nonNullable: true }),
    known: new FormControl<'size' | 'water'>('size', { nonNullable: true }),
    waterGrams: new NumberControl(13.5, CAVITY_WATER_GRAMS),
    lengthMm: new NumberControl(30, CAVITY_SIZE_MM),
    widthMm: new NumberControl(30, CAVITY_SIZE_MM),
    depthMm: new NumberControl(15, CAVITY_SIZE_MM),
    wallBy: new FormControl<'wall' | 'wait'>('wait', { nonNullable: true }),
    wallMm: new NumberControl(2, WALL_MM),
    coating: new FormControl(this.coatings()[0]?.id ?? '', { nonNullable: true }),
    seconds: new NumberControl(60, EMPTYING_SECONDS),
    mouldCelsius: new NumberControl(20, MOULD_CELSIUS),
    capGrams: new NumberControl(1.5, CAP_GRAMS),
  });
  protected readonly sum = liveSum(this.form, () => this.rows());

  private rows(): FigureRow[] {
    const c = this.form.controls;
    const cavity = this.cavity();
    const wallMm = c.wallBy.value === 'wall' ? c.wallMm.number : this.waitedMm();
    if (wallMm === null) return [];
    const { shellGrams, fillToPourGrams, pouredBackGrams, inShellsGrams, fillingMl } = shellsOf(
      cavity,
      wallMm,
      c.cavities.number,
    );
    const capsGrams = c.cavities.number * c.capGrams.number;
    return [
      { label: 'a cavity', value: `${volume(cavity.volumeMl)}, ${area(cavity.areaMm2)} inside` },
      { label: `a shell, ${thickness(wallMm)} thick`, value: pieceMass(shellGrams) },
      { label: 'to melt, so that all are full at once', value: weighedText(fillToPourGrams) },
      { label: 'poured back', value: `−${weighedText(pouredBackGrams)}` },
      {
        label: `in ${count(c.cavities.number)} shells`,
        value: weighedText(inShellsGrams),
        isSum: true,
      },
      { label: 'caps, a melt of their own', value: weighedText(capsGrams) },
      { label: 'filling in one, to the rim', value: volume(fillingMl) },
    ];
  }

  private cavity(): Cavity {
    const c = this.form.controls;
    const form = c.form.value;
    return c.known.value === 'water'
      ? cavityOfWater(c.waterGrams.number, form)
      : cavityOf({
          ...{ form, lengthMm: c.lengthMm.number, widthMm: c.widthMm.number },
          depthMm: c.depthMm.number,
        });
  }

  /** The wall by the wait, of the chosen coating in the middle of its window; null where there is none. */
  private waitedMm(): number | null {
    const c = this.form.controls;
    const coating = this.coatings().find(({ id }) => id === c.coating.value);
    if (!coating) return null;
    const { yieldPa, windowLowCelsius, windowHighCelsius } = coating;
    return wallMmAfter({
      ...{ yieldPa, windowLowCelsius, bowlCelsius: (windowLowCelsius + windowHighCelsius) / 2 },
      ...{ mouldCelsius: c.mouldCelsius.number, seconds: c.seconds.number },
    });
  }
}
