import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import { SUPPLY_LINES_MOST, type SupplyLine } from '@alnage/contract';
import { AMOUNT, type AmountUnit } from '@alnage/core/recipes';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../../state/workshop.state';
import { ChoiceField } from '../forms/choice-field';
import { NumberControl } from '../forms/number-control';
import { QuantityField } from '../forms/quantity-field';
import { RowsField, RowTemplate } from '../forms/rows-field';
import { UNIT_CHOICES } from './larder-words';

export type SupplyLineForm = ReturnType<typeof supplyLineForm>;

export function supplyLineForm(supply = '', amount: number | null = 1, unit: AmountUnit = 'piece') {
  return new FormGroup({
    supply: new FormControl(supply, { nonNullable: true, validators: [Validators.required] }),
    amount: new NumberControl(amount, AMOUNT),
    unit: new FormControl<AmountUnit>(unit, { nonNullable: true }),
  });
}

/** The rows of what a thing takes out of the larder. */
export function supplyLinesForm(lines: readonly SupplyLine[]): FormArray<SupplyLineForm> {
  return new FormArray(lines.map(({ supply, amount, unit }) => supplyLineForm(supply, amount, unit)));
}

export function supplyLinesOf(form: FormArray<SupplyLineForm>): SupplyLine[] {
  return form.controls.map(({ controls }) => ({
    supply: controls.supply.value,
    amount: controls.amount.number,
    unit: controls.unit.value,
  }));
}

/** What one of something takes out of the larder, row by row. */
@Component({
  selector: 'al-supply-lines',
  imports: [ChoiceField, QuantityField, RowsField, RowTemplate],
  template: `
    <al-rows [legend]="legend()" thing="supply" [most]="most" (added)="lines().push(supplyLineForm())">
      <ng-template [alRow]="lines()" let-line let-index="index">
        <al-quantity
          class="narrow"
          label="One takes"
          [control]="line.controls.amount"
          [at]="at() + '/supplies/' + index + '/amount'"
        />
        <al-choice
          class="narrow"
          label="Unit"
          [control]="line.controls.unit"
          [choices]="units"
          [at]="at() + '/supplies/' + index + '/unit'"
        />
        <al-choice
          label="Of the larder"
          wanted="Choose a supply."
          [control]="line.controls.supply"
          [choices]="supplies()"
          [at]="at() + '/supplies/' + index + '/supply'"
        />
      </ng-template>
    </al-rows>
  `,
  styleUrl: '../forms/fields.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SupplyLines {
  readonly legend = input.required<string>();
  /** Where the rows stand in what is saved. */
  readonly at = input('');
  readonly lines = input.required<FormArray<SupplyLineForm>>();

  protected readonly most = SUPPLY_LINES_MOST;
  protected readonly units = UNIT_CHOICES;
  protected readonly supplyLineForm = supplyLineForm;
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly supplies = computed(() => this.workshop()?.supplies ?? []);
}
