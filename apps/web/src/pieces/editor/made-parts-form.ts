import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import { PART_GRAMS, type MadePart } from '@alnage/core/larder';
import { NumberControl } from '../../shared/forms/number-control';

type MadePartForm = ReturnType<typeof madePartForm>;

/** One recipe more: by which, how much of it, made in which stage. */
export function madePartForm({
  recipe,
  grams,
  stage,
}: {
  recipe: string;
  grams: number | null;
  stage: string;
}) {
  const chosen = (value: string) =>
    new FormControl(value, { nonNullable: true, validators: [Validators.required] });
  return new FormGroup({
    recipe: chosen(recipe),
    grams: new NumberControl(grams, PART_GRAMS),
    stage: chosen(stage),
  });
}

export function madePartsForm(parts: readonly MadePart[]): FormArray<MadePartForm> {
  return new FormArray(parts.map(madePartForm));
}

export function madePartsOf(form: FormArray<MadePartForm>): MadePart[] {
  return form.controls.map(({ controls: { recipe, grams, stage } }) => ({
    ...{ recipe: recipe.value, grams: grams.number, stage: stage.value },
  }));
}
