import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { InputError } from '@alnage/core/input';
import {
  HUMIDITY_PERCENT,
  TABLE_CELSIUS,
  YIELD_GRAMS,
  doughAdvice,
  type DoughAdvice,
  type DoughFeel,
  type DoughSchool,
} from '@alnage/core/recipes';
import { FigureTable } from '../../shared/figures/figure-table';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { FEELS } from '../../shared/larder/feel-words';
import { weighedText } from '../../shared/larder/larder-words';
import { refusalText } from '../recipe-figures';

const SCHOOLS = choicesOf<DoughSchool>({
  sugar: 'icing sugar: sweeter',
  crumb: 'crumb: coarser',
});
const CAUSES: Readonly<Record<DoughAdvice['causes'][number]['cause'], string>> = {
  humid: 'for the wet day',
  'warm-table': 'for the warm table',
  'natural-butter': 'for nut butter whose oil runs',
  sticks: 'as it sticks all the same',
};

/** How much stiffer a dough should be for the day and the table that it will stand on. */
@Component({
  selector: 'al-dough-sum',
  imports: [ReactiveFormsModule, MatCheckboxModule, ChoiceField, FigureTable, QuantityField],
  template: `
    @let c = form.controls;
    <section class="card" aria-label="A dough for the day">
      <h2>A dough for the day</h2>
      <div class="row">
        <al-quantity label="Dough" quantity="mass" [control]="c.grams" />
        <al-quantity label="Humidity" unit="%" [control]="c.humidity" />
        <al-quantity label="The table it will stand on" quantity="temperature" [control]="c.table" />
        <al-choice class="wide" label="Stiffened with" [control]="c.school" [choices]="schools" />
        <mat-checkbox [formControl]="c.isNatural">natural nut butter</mat-checkbox>
      </div>
      <div class="row">
        <al-choice class="wide" label="A ball of it" [control]="c.feel" [choices]="feels" />
      </div>
      @let told = sum();
      @if (told.refusal) {
        <p class="note care" role="alert">{{ told.refusal }}</p>
      } @else if (told.soften) {
        <p class="note" role="status">
          It is too dry: nothing dry goes in, whatever the day. Knead in {{ told.soften }} of soft butter, nut
          butter or honey, let it rest a quarter of an hour covered, and feel again.
        </p>
      } @else if (told.rows.length === 0) {
        <p class="note">Nothing to add: it is dry and cool enough.</p>
      } @else {
        <al-figure-table label="To add to the dough" [rows]="told.rows" />
        @if (told.isCapped) {
          <p class="note care">
            More than this would make it a different sweet. Chill it longer, work in smaller lots, or wait for
            a drier day.
          </p>
        }
      }
      <p class="soft">A suggestion, by the shop’s own figures: add half, knead, feel, then the rest.</p>
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DoughSum {
  protected readonly schools = SCHOOLS;
  protected readonly feels = FEELS;
  protected readonly form = new FormGroup({
    grams: new NumberControl(1800, YIELD_GRAMS),
    humidity: new NumberControl(65, HUMIDITY_PERCENT),
    table: new NumberControl(22, TABLE_CELSIUS),
    school: new FormControl<DoughSchool>('sugar', { nonNullable: true }),
    feel: new FormControl<DoughFeel>('holds', { nonNullable: true }),
    isNatural: new FormControl(false, { nonNullable: true }),
  });
  private readonly typed = toSignal(this.form.valueChanges, { initialValue: null, equal: () => false });
  protected readonly sum = computed(() => {
    this.typed();
    const c = this.form.controls;
    try {
      const advice = doughAdvice({
        humidityPercent: c.humidity.number,
        tableCelsius: c.table.number,
        isNaturalButter: c.isNatural.value,
        school: c.school.value,
        feel: c.feel.value,
      });
      const grams = c.grams.number;
      const rows = advice.causes.map(({ cause, share }) => ({
        label: CAUSES[cause],
        value: weighedText(share * grams),
      }));
      const all = { label: 'to add', value: weighedText(advice.addShare * grams), isSum: true };
      const soften = advice.softenShare > 0 ? weighedText(advice.softenShare * grams) : '';
      return { rows: rows.length > 0 ? [...rows, all] : [], isCapped: advice.isCapped, soften, refusal: '' };
    } catch (error) {
      if (error instanceof InputError)
        return { rows: [], isCapped: false, soften: '', refusal: refusalText(error) };
      throw error;
    }
  });
}
