import { FormArray, FormControl, FormGroup, Validators } from '@angular/forms';
import type { RecipeDraft } from '@alnage/contract';
import {
  AMOUNT,
  BOILED_CELSIUS,
  COUNTED_PIECES,
  GRAMS_PER_ML,
  LOSS_SHARE,
  PORTION_OF_RECIPE_GRAMS,
  RECIPE_AMOUNT,
  SCOOP_ML,
  STEP_CELSIUS,
  STEP_MINUTES,
  YIELD_GRAMS,
  type AmountUnit,
  type RecipePortion,
  type RecipeStep,
  type RecipeYield,
} from '@alnage/core/recipes';
import type { Measures } from '@alnage/core/units';
import { choicesOf } from '../shared/forms/choice-field';
import { NumberControl } from '../shared/forms/number-control';
import { nameControl, textControl } from '../shared/forms/text-field';
import { millilitresOfScoop } from '../shared/scoops';

export const MEASURE_CHOICES = choicesOf<Measures>({
  metric: 'metric: a cup is 250 ml',
  us: 'US: a cup is 236.6 ml',
  australian: 'Australian: a tablespoon is 20 ml',
});
export const YIELD_CHOICES = choicesOf<RecipeYield['kind']>({
  computed: 'all but what is lost',
  boiled: 'what boiling leaves',
  measured: 'weighed once',
});
export const PORTION_CHOICES = choicesOf<RecipePortion['kind']>({
  weight: 'by weight',
  scoop: 'by the scoop',
  count: 'by count',
});

/** Takes the volume of a usual scoop. */
export function takeScoop({ controls }: RecipeForm, chosen: string): void {
  const millilitres = millilitresOfScoop(chosen);
  if (millilitres !== null) controls.scoopMl.setValue(millilitres);
}

export type RecipeForm = ReturnType<typeof recipeForm>;
type Line = RecipeDraft['ingredients'][number];

const plain = <T>(value: T) => new FormControl<T>(value, { nonNullable: true });

/** What a line is of, as one choice: `supply:cream-35`. */
export const lineKey = ({ of, id }: Pick<Line, 'of' | 'id'>): string => `${of}:${id}`;

export function ingredientForm(
  of = '',
  { amount, unit, upTo }: { amount: number | null; unit: AmountUnit; upTo?: number } = NO_AMOUNT,
) {
  return new FormGroup({
    of: new FormControl(of, { nonNullable: true, validators: [Validators.required] }),
    amount: new NumberControl(amount, RECIPE_AMOUNT),
    unit: plain<AmountUnit>(unit),
    /** To taste, or until it holds: so much at most. */
    upTo: new NumberControl(upTo ?? null, AMOUNT, { isOptional: true }),
  });
}

const NO_AMOUNT = { amount: null, unit: 'g' } as const;

export function stepForm(step: RecipeStep = { text: '', workMinutes: 5, restMinutes: 0, celsius: null }) {
  return new FormGroup({
    text: nameControl(step.text, 400),
    workMinutes: new NumberControl(step.workMinutes, STEP_MINUTES),
    restMinutes: new NumberControl(step.restMinutes, STEP_MINUTES),
    celsius: new NumberControl(step.celsius, STEP_CELSIUS, { isOptional: true }),
  });
}

/** What most that is boiled is boiled to. Shop default. */
const SOFT_BALL_CELSIUS = 118;

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
  const lines = start.ingredients.map((line) => ingredientForm(lineKey(line), line));
  return new FormGroup({
    name: nameControl(start.name),
    measures: plain<Measures>(start.measures),
    ingredients: new FormArray(lines.length > 0 ? lines : [ingredientForm()]),
    steps: new FormArray(start.steps.map((step) => stepForm(step))),
    yieldBy: plain(start.yield.kind),
    yieldGrams: new NumberControl(start.yield.kind === 'measured' ? start.yield.grams : 1000, YIELD_GRAMS),
    lossShare: new NumberControl(start.yield.kind === 'measured' ? 0 : start.yield.lossShare, LOSS_SHARE),
    boiledCelsius: new NumberControl(
      start.yield.kind === 'boiled' ? start.yield.toCelsius : SOFT_BALL_CELSIUS,
      BOILED_CELSIUS,
    ),
    portionBy: plain(portion.kind),
    portionGrams: new NumberControl(portion.kind === 'weight' ? portion.grams : 10, PORTION_OF_RECIPE_GRAMS),
    scoopMl: new NumberControl(portion.kind === 'scoop' ? portion.millilitres : 12, SCOOP_ML),
    scoopGramsPerMl: new NumberControl(portion.kind === 'scoop' ? portion.gramsPerMl : 1.1, GRAMS_PER_ML),
    countLow: new NumberControl(portion.kind === 'count' ? portion.low : 24, COUNTED_PIECES),
    countHigh: new NumberControl(highOf(portion), COUNTED_PIECES, { isOptional: true }),
    note: textControl(start.note, 400),
  });
}

/** Where a count ends, when it is not just one number. */
function highOf(portion: RecipePortion): number | null {
  return portion.kind === 'count' && portion.high > portion.low ? portion.high : null;
}

function yieldOf(c: RecipeForm['controls']): RecipeYield {
  switch (c.yieldBy.value) {
    case 'measured':
      return { kind: 'measured', grams: c.yieldGrams.number };
    case 'computed':
      return { kind: 'computed', lossShare: c.lossShare.number };
    case 'boiled':
      return { kind: 'boiled', toCelsius: c.boiledCelsius.number, lossShare: c.lossShare.number };
  }
}

function portionOf(c: RecipeForm['controls']): RecipePortion {
  switch (c.portionBy.value) {
    case 'weight':
      return { kind: 'weight', grams: c.portionGrams.number };
    case 'scoop':
      return { kind: 'scoop', millilitres: c.scoopMl.number, gramsPerMl: c.scoopGramsPerMl.number };
    case 'count':
      return { kind: 'count', low: c.countLow.number, high: c.countHigh.value ?? c.countLow.number };
  }
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
        ...(controls.upTo.value !== null && { upTo: controls.upTo.value }),
      };
    }),
    steps: c.steps.controls.map(({ controls }) => ({
      text: controls.text.value.trim(),
      workMinutes: controls.workMinutes.number,
      restMinutes: controls.restMinutes.number,
      celsius: controls.celsius.value,
    })),
    yield: yieldOf(c),
    portion: portionOf(c),
    note: c.note.value.trim(),
  };
}
