import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { RECIPE_LINES_MOST, RECIPE_STEPS_MOST, type RecipeDraft, type RecipeView } from '@alnage/contract';
import { InputError } from '@alnage/core/input';
import { bindRecipe } from '@alnage/core/larder';
import { recipeFigures } from '@alnage/core/recipes';
import { Store } from '@ngrx/store';
import { aSmallVolume, listed } from '../../shared/formats/formats';
import { ChoiceField } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { scoopChoices } from '../../shared/scoops';
import { TextField } from '../../shared/forms/text-field';
import { askEffects } from '../../shared/larder/ask-effects';
import { EffectsNote } from '../../shared/larder/effects-note';
import { kitchenBook } from '../../shared/larder/kitchen-book';
import { UNIT_CHOICES } from '../../shared/larder/larder-words';
import { Api } from '../../state/api';
import { workshopFeature } from '../../state/workshop.state';
import { NewIngredient } from './new-ingredient';
import { comesToText, densityOf, densityText, lineTexts, refusalText } from '../recipe-figures';
import {
  ingredientForm,
  MEASURE_CHOICES,
  PORTION_CHOICES,
  recipeDraftOf,
  recipeForm,
  stepForm,
  takeScoop,
  YIELD_CHOICES,
  type RecipeForm,
} from '../recipe-form';

/** Less than this off is the same scoop, in g a ml. */
const SAME_DENSITY = 0.03;

/** A recipe: what goes in, how it is made, what comes out, how it is shared out. */
@Component({
  selector: 'al-recipe-editor',
  imports: [
    ReactiveFormsModule,
    MatButtonModule,
    ChoiceField,
    EffectsNote,
    NewIngredient,
    QuantityField,
    RecordEditor,
    RowsField,
    RowTemplate,
    TextField,
  ],
  templateUrl: './recipe-editor.html',
  styleUrls: ['../../shared/forms/fields.scss', './recipe-editor.scss'],
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecipeEditor {
  readonly id = input.required<string | null>();
  readonly done = output<string | null>();
  readonly left = output();

  protected readonly aSmallVolume = aSmallVolume;
  protected readonly linesMost = RECIPE_LINES_MOST;
  protected readonly stepsMost = RECIPE_STEPS_MOST;
  protected readonly measures = MEASURE_CHOICES;
  protected readonly yields = YIELD_CHOICES;
  protected readonly portions = PORTION_CHOICES;
  protected readonly scoops = computed(scoopChoices);
  protected readonly takeScoop = takeScoop;
  protected readonly units = UNIT_CHOICES;
  protected readonly ingredientForm = ingredientForm;
  protected readonly stepForm = stepForm;
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly declared = this.store.selectSignal(workshopFeature.selectDeclared);
  protected readonly record = new RecordForm<RecipeView, RecipeForm, RecipeDraft>(
    {
      path: 'recipes',
      thing: 'recipe',
      records: () => this.workshop()?.recipes ?? [],
      form: recipeForm,
      draftOf: recipeDraftOf,
      done: (id) => this.done.emit(id),
      leave: () => this.left.emit(),
    },
    this.id,
  );

  /** Everything that may go in: supplies, coatings that are not blended, and the other recipes. */
  protected readonly choices = computed(() => {
    const workshop = this.workshop();
    const recipes = (workshop?.recipes ?? []).filter(({ id }) => id !== this.id());
    return [
      ...(workshop?.supplies ?? [])
        .filter(({ kind }) => kind !== 'packing')
        .map(({ id, name }) => ({ id: `supply:${id}`, name })),
      ...(workshop?.coatings ?? []).map(({ id, name }) => ({
        id: `coating:${id}`,
        name: `${name}, coating`,
      })),
      ...recipes.map(({ id, name }) => ({ id: `recipe:${id}`, name: `${name}, recipe` })),
    ];
  });
  private readonly drafted = computed(() => {
    const draft = this.record.draft();
    const id = this.id() ?? '';
    return draft && { ...draft, id, cameOut: this.workshop()?.cameOut[id] ?? null };
  });
  /** Grams of each line, or why they are not known. */
  protected readonly lines = computed(() => {
    const draft = this.drafted();
    return draft ? lineTexts(draft, this.declared().book) : [];
  });
  /** What it comes to as it is typed. */
  protected readonly follows = computed(() => {
    const draft = this.drafted();
    if (!draft || draft.ingredients.some(({ id, amount }) => id === '' || Number.isNaN(amount))) return null;
    try {
      const bound = bindRecipe(draft, kitchenBook(this.declared().book, this.workshop()?.coatings ?? []));
      const figures = recipeFigures(bound);
      const text = comesToText(bound, figures);
      const { allergens } = figures;
      return { text, contains: listed(allergens) || 'no listed allergen', isRefused: false };
    } catch (error) {
      if (error instanceof InputError) return { text: refusalText(error), contains: '', isRefused: true };
      throw error;
    }
  });
  /** What a scoop of it weighs by what it is made of, where the recipe says something else. */
  protected readonly ownDensity = computed(() => {
    const draft = this.drafted();
    if (draft?.portion.kind !== 'scoop') return null;
    const gramsPerMl = densityOf(draft, kitchenBook(this.declared().book, this.workshop()?.coatings ?? []));
    if (gramsPerMl === null || Math.abs(gramsPerMl - draft.portion.gramsPerMl) < SAME_DENSITY) return null;
    return { gramsPerMl, text: densityText(gramsPerMl) };
  });
  private readonly asked = computed(() => {
    const [id, draft] = [this.id(), this.record.draft()];
    return id !== null && draft && this.follows()?.isRefused === false ? { id, draft } : null;
  });
  /** A line for what was added to the larder just now: the first that says nothing yet, or one more. */
  protected takeNew({ controls: { ingredients } }: RecipeForm, supply: string): void {
    const empty = ingredients.controls.find(({ controls }) => controls.of.value === '');
    const line = empty ?? ingredientForm();
    line.controls.of.setValue(`supply:${supply}`);
    line.controls.of.markAsDirty();
    if (!empty) ingredients.push(line);
  }

  protected readonly effects = askEffects(this.asked, (id, draft) => this.api.recipeEffects(id, draft));
}
