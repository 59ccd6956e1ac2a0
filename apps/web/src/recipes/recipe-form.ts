import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import type { RecipeDraft } from '@alnage/contract';
import {
  AMOUNT,
  GRAMS_PER_ML,
  LOSS_SHARE,
  PORTION_OF_RECIPE_GRAMS,
  SCOOP_ML,
  STEP_CELSIUS,
  STEP_MINUTES,
  YIELD_GRAMS,
  type AmountUnit,
  type Measures,
  type RecipePortion,
  type RecipeStep,
  type RecipeYield,
} from '@alnage/core';
import { choicesOf } from '../shared/forms/choice-field';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl, textControl } from '../shared/forms/text-field';

export const MEASURE_CHOICES = choicesOf<Measures>({
  metric: 'metric: a cup is 250 ml',
  us: 'US: a cup is 236.6 ml',
  australian: 'Australian: a tablespoon is 20 ml',
});
export const YIELD_CHOICES = choicesOf<RecipeYield['kind']>({
  computed: 'what goes in, less what stays in the pot',
  measured: 'weighed once',
});
export const PORTION_CHOICES = choicesOf<RecipePortion['kind']>({
  weight: 'by weight',
  scoop: 'by the scoop',
});

export type RecipeForm = ReturnType<typeof recipeForm>;
type Line = RecipeDraft['ingredients'][number];

const plain = <T>(value: T) => new FormControl<T>(value, { nonNullable: true });

/** What a line is of, as one choice: `supply:cream-35`. */
export const lineKey = ({ of, id }: Pick<Line, 'of' | 'id'>): string => `${of}:${id}`;

export function ingredientForm(of = '', amount: number | null = null, unit: AmountUnit = 'g') {
  return new FormGroup({
    of: new FormControl(of, { nonNullable: true, validators: [Validators.required] }),
    amount: new NumberControl(amount, AMOUNT),
    unit: plain<AmountUnit>(unit),
  });
}

export function stepForm(step: RecipeStep = { text: '', workMinutes: 5, restMinutes: 0, celsius: null }) {
  return new FormGroup({
    text: nameControl(step.text, 400),
    workMinutes: new NumberControl(step.workMinutes, STEP_MINUTES),
    restMinutes: new NumberControl(step.restMinutes, STEP_MINUTES),
    celsius: new NumberControl(step.celsius, STEP_CELSIUS, { isOptional: true }),
  });
}

const FIRST: RecipeDraft = {
  name: '',
  measures: 'metric',
  ingredients: [],
  steps: [],
  yield: { kind: 'computed', lossShare: 0.03 },
  portion: { kind: 'weight', grams: 10 },
  note: '',
};

export function recipeForm(start: RecipeDraft = FIRST) {
  const { portion } = start;
  const lines = start.ingredients.map((line) => ingredientForm(lineKey(line), line.amount, line.unit));
  return new FormGroup({
    name: nameControl(start.name),
    measures: plain<Measures>(start.measures),
    ingredients: new FormArray(lines.length > 0 ? lines : [ingredientForm()]),
    steps: new FormArray(start.steps.map((step) => stepForm(step))),
    yieldBy: plain(start.yield.kind),
    yieldGrams: new NumberControl(start.yield.kind === 'measured' ? start.yield.grams : 1000, YIELD_GRAMS),
    lossShare: new NumberControl(start.yield.kind === 'computed' ? start.yield.lossShare : 0, LOSS_SHARE),
    portionBy: plain(portion.kind),
    portionGrams: new NumberControl(portion.kind === 'weight' ? portion.grams : 10, PORTION_OF_RECIPE_GRAMS),
    scoopMl: new NumberControl(portion.kind === 'scoop' ? portion.millilitres : 12, SCOOP_ML),
    scoopGramsPerMl: new NumberControl(portion.kind === 'scoop' ? portion.gramsPerMl : 1.1, GRAMS_PER_ML),
    note: textControl(start.note, 400),
  });
}

export function recipeDraftOf({ controls: c }: RecipeForm): RecipeDraft {
  return {
    name: c.name.value.trim(),
    measures: c.measures.value,
    ingredients: c.ingredients.controls.map(({ controls }) => {
      const [of, ...id] = controls.of.value.split(':');
      return {
        of: of as Line['of'],
        id: id.join(':'),
        amount: controls.amount.number,
        unit: controls.unit.value,
      };
    }),
    steps: c.steps.controls.map(({ controls }) => ({
      text: controls.text.value.trim(),
      workMinutes: controls.workMinutes.number,
      restMinutes: controls.restMinutes.number,
      celsius: controls.celsius.value,
    })),
    yield:
      c.yieldBy.value === 'measured'
        ? { kind: 'measured', grams: c.yieldGrams.number }
        : { kind: 'computed', lossShare: c.lossShare.number },
    portion:
      c.portionBy.value === 'weight'
        ? { kind: 'weight', grams: c.portionGrams.number }
        : { kind: 'scoop', millilitres: c.scoopMl.number, gramsPerMl: c.scoopGramsPerMl.number },
    note: c.note.value.trim(),
  };
}
