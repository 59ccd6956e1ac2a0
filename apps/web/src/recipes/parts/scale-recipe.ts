import { ChangeDetectionStrategy, Component, computed, input, linkedSignal } from '@angular/core';
import { FormControl, FormGroup } from '@angular/forms';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { HAVE_GRAMS, POT_GRAMS, RECIPE_PIECES, type Recipe, type ScaleWish } from '@alnage/core';
import { map, startWith, switchMap } from 'rxjs';
import { FigureTable } from '../../shared/figures/figure-table';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { scaledRecipe } from '../recipe-figures';

type By = ScaleWish['kind'];
const BY_CHOICES = choicesOf<By>({
  pieces: 'so many pieces',
  have: 'all of what is there of',
  yield: 'a pan, a frame or moulds that hold',
});

function wishForm(recipe: Recipe) {
  return new FormGroup({
    by: new FormControl<By>('pieces', { nonNullable: true }),
    pieces: new NumberControl(100, RECIPE_PIECES),
    ingredient: new FormControl(recipe.ingredients[0]!.ingredient, { nonNullable: true }),
    haveGrams: new NumberControl(500, HAVE_GRAMS),
    yieldGrams: new NumberControl(1000, HAVE_GRAMS),
    potGrams: new NumberControl(3000, POT_GRAMS, { isOptional: true }),
  });
}

/** A recipe for so many pieces, for what is there, for what a pan holds; in pots, by scale and by spoon. */
@Component({
  selector: 'al-scale-recipe',
  imports: [ChoiceField, FigureTable, QuantityField],
  template: `
    @let own = form();
    <div class="row">
      <al-choice class="choice" label="Scaled to" [control]="own.controls.by" [choices]="bys" />
      @switch (own.controls.by.value) {
        @case ('pieces') {
          <al-quantity label="Pieces" [control]="own.controls.pieces" />
        }
        @case ('have') {
          <al-choice
            class="choice"
            label="Ingredient"
            [control]="own.controls.ingredient"
            [choices]="ingredients()"
          />
          <al-quantity label="There is" quantity="mass" [control]="own.controls.haveGrams" />
        }
        @case ('yield') {
          <al-quantity label="Holds" quantity="mass" [control]="own.controls.yieldGrams" />
        }
      }
      <al-quantity label="A pot holds" quantity="mass" [control]="own.controls.potGrams" />
    </div>
    @if (scaled(); as told) {
      @if (told.kind === 'refused') {
        <p class="note care" role="alert">{{ told.text }}</p>
      } @else {
        <div class="both">
          <table class="ruled" aria-label="Scaled">
            <thead>
              <tr>
                <th scope="col">What</th>
                <th scope="col" class="number">In all</th>
                @if (told.pots > 1) {
                  <th scope="col" class="number">Each pot</th>
                }
                <th scope="col" class="spoon">By spoon and cup</th>
              </tr>
            </thead>
            <tbody>
              @for (line of told.lines; track $index) {
                <tr>
                  <th scope="row">{{ line.name }}</th>
                  <td class="figure number">{{ line.grams }}</td>
                  @if (told.pots > 1) {
                    <td class="figure number">{{ line.perPot }}</td>
                  }
                  <td class="spoon">{{ line.measured }}</td>
                </tr>
              }
            </tbody>
          </table>
          <al-figure-table label="What it comes to" [rows]="told.rows" />
        </div>
      }
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .spoon {
      padding-left: 20px;
    }
    .both {
      display: grid;
      grid-template-columns: minmax(0, 1.6fr) minmax(200px, 1fr);
      gap: 24px;
      align-items: start;
    }
    @media (max-width: 900px) {
      .both {
        grid-template-columns: 1fr;
      }
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScaleRecipe {
  readonly recipe = input.required<Recipe>();

  protected readonly bys = BY_CHOICES;
  /** Another recipe begins anew; the same one changed by somebody keeps what was typed. */
  protected readonly form = linkedSignal({
    source: () => this.recipe().name,
    computation: () => wishForm(this.recipe()),
  });
  private readonly typed = toSignal(
    toObservable(this.form).pipe(
      switchMap((form) =>
        form.valueChanges.pipe(
          startWith(null),
          map(() => ({ form })),
        ),
      ),
    ),
    { equal: () => false },
  );
  protected readonly ingredients = computed(() =>
    this.recipe().ingredients.map(({ ingredient, name }) => ({ id: ingredient, name })),
  );
  protected readonly scaled = computed(() => {
    const now = this.typed();
    if (!now) return null;
    const { by, pieces, ingredient, haveGrams, yieldGrams, potGrams } = now.form.controls;
    const wishes: Readonly<Record<By, ScaleWish>> = {
      pieces: { kind: 'pieces', pieces: pieces.number },
      have: { kind: 'have', ingredient: ingredient.value, grams: haveGrams.number },
      yield: { kind: 'yield', grams: yieldGrams.number },
    };
    return scaledRecipe(this.recipe(), wishes[by.value], potGrams.value);
  });
}
