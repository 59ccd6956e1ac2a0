import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  untracked,
} from '@angular/core';
import { aSmallVolume } from '../../shared/formats/formats';
import { FormControl, FormGroup } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { volumeMm3 } from '@alnage/core/coating';
import {
  GRAMS_PER_ML,
  HAVE_GRAMS,
  PAN_GRAMS_PER_ML,
  panGrams,
  POT_GRAMS,
  RECIPE_PIECES,
  SCALE_FACTOR,
  type Recipe,
  type ScaleWish,
} from '@alnage/core/recipes';
import { Store } from '@ngrx/store';
import { map, startWith, switchMap } from 'rxjs';
import { FigureTable } from '../../shared/figures/figure-table';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { workshopFeature } from '../../state/workshop.state';
import { scaledRecipe } from '../recipe-figures';

type By = ScaleWish['kind'] | 'mould' | 'pan';
const BY_CHOICES = choicesOf<By>({
  pieces: 'so many pieces',
  times: 'so many times',
  have: 'all of what is there of',
  mould: 'all cavities of the moulds',
  pan: 'a pan or frame',
  yield: 'so many grams to share out',
});

const TIMES = [
  { times: 0.5, name: '×½' },
  { times: 2, name: '×2' },
  { times: 3, name: '×3' },
] as const;

const NO_MOULD = { kind: 'refused', text: 'There is no mould yet. Add one in the Workshop.' } as const;
const PAN_MM = { min: 1, max: 2000 };

function wishForm(recipe: Recipe, { gramsPerMl, mould }: { gramsPerMl: number | null; mould: string }) {
  return new FormGroup({
    by: new FormControl<By>('pieces', { nonNullable: true }),
    pieces: new NumberControl(100, RECIPE_PIECES),
    times: new NumberControl(2, SCALE_FACTOR),
    ingredient: new FormControl(recipe.ingredients[0]!.ingredient, { nonNullable: true }),
    haveGrams: new NumberControl(500, HAVE_GRAMS),
    yieldGrams: new NumberControl(1000, HAVE_GRAMS),
    mould: new FormControl(mould, { nonNullable: true }),
    moulds: new NumberControl(1, RECIPE_PIECES),
    panLengthMm: new NumberControl(300, PAN_MM),
    panWidthMm: new NumberControl(200, PAN_MM),
    panHeightMm: new NumberControl(15, PAN_MM),
    panGramsPerMl: new NumberControl(gramsPerMl ?? PAN_GRAMS_PER_ML, GRAMS_PER_ML),
    potGrams: new NumberControl(3000, POT_GRAMS, { isOptional: true }),
  });
}

/** A recipe for so many pieces, for what is there, for what a pan holds; in pots, by scale and by spoon. */
@Component({
  selector: 'al-scale-recipe',
  imports: [ChoiceField, FigureTable, MatButtonModule, QuantityField],
  template: `
    @let own = form();
    <div class="row">
      <al-choice class="choice" label="Scaled to" [control]="own.controls.by" [choices]="bys" />
      @switch (own.controls.by.value) {
        @case ('pieces') {
          <al-quantity label="Pieces" [control]="own.controls.pieces" />
        }
        @case ('times') {
          <al-quantity label="Times" [control]="own.controls.times" />
          <div class="times" role="group" aria-label="Times">
            @for (each of times; track each.times) {
              <button matButton="outlined" type="button" (click)="own.controls.times.setValue(each.times)">
                {{ each.name }}
              </button>
            }
          </div>
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
        @case ('mould') {
          <al-choice
            class="choice"
            label="Mould"
            wanted="Choose a mould."
            [control]="own.controls.mould"
            [choices]="moulds()"
          />
          <al-quantity label="How many of them" [control]="own.controls.moulds" />
        }
        @case ('pan') {
          <al-quantity label="Long" quantity="length" [control]="own.controls.panLengthMm" />
          <al-quantity label="Wide" quantity="length" [control]="own.controls.panWidthMm" />
          <al-quantity label="Filled to" quantity="length" [control]="own.controls.panHeightMm" />
          <al-quantity
            [label]="'A ' + aSmallVolume() + ' of it'"
            quantity="density"
            [control]="own.controls.panGramsPerMl"
          />
        }
        @case ('yield') {
          <al-quantity label="So much" quantity="mass" [control]="own.controls.yieldGrams" />
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
                <th scope="col" class="written">As written</th>
                <th scope="col" class="number">In all</th>
                @if (told.pots > 1) {
                  <th scope="col" class="number">Each pot</th>
                }
                <th scope="col" class="spoon">
                  {{ told.pots > 1 ? 'Each, by spoon and cup' : 'By spoon and cup' }}
                </th>
              </tr>
            </thead>
            <tbody>
              @for (line of told.lines; track $index) {
                <tr>
                  <th scope="row">{{ line.name }}</th>
                  <td class="written">{{ line.written }}</td>
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
    .written {
      color: var(--soft-ink);
      white-space: nowrap;
    }
    .times {
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .number {
      white-space: nowrap;
    }
    .both {
      display: grid;
      grid-template-columns: minmax(0, 1.7fr) minmax(190px, 1fr);
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
  /** Of a recipe that is kept: pieces that are made of it tell how heavy it is. */
  readonly recipeId = input<string | null>(null);

  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly aSmallVolume = aSmallVolume;
  protected readonly bys = BY_CHOICES;
  protected readonly times = TIMES;
  /** Another recipe begins anew; the same one changed by somebody keeps what was typed. */
  protected readonly form = linkedSignal({
    source: () => this.recipe().name,
    computation: () =>
      untracked(() =>
        wishForm(this.recipe(), {
          gramsPerMl: this.ownGramsPerMl(),
          mould: this.moulds()[0]?.id ?? '',
        }),
      ),
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
  /** How heavy a millilitre of it is in the pieces that are made of it; null where none tells. */
  private readonly ownGramsPerMl = computed(() => {
    const own = this.pieces().find(({ recipe }) => recipe !== null && recipe === this.recipeId());
    if (own?.form.kind !== 'dipped') return null;
    const gramsPerMl = own.form.centreGrams / (volumeMm3(own.form.shape) / 1000);
    return gramsPerMl >= GRAMS_PER_ML.min && gramsPerMl <= GRAMS_PER_ML.max
      ? Math.round(gramsPerMl * 100) / 100
      : null;
  });
  protected readonly ingredients = computed(() =>
    this.recipe().ingredients.map(({ ingredient, name }) => ({ id: ingredient, name })),
  );
  protected readonly moulds = computed(() => this.workshop()?.moulds ?? []);
  protected readonly scaled = computed(() => {
    const now = this.typed();
    if (!now) return null;
    if (now.form.controls.by.value === 'mould' && this.moulds().length === 0) return NO_MOULD;
    return scaledRecipe(this.recipe(), () => this.wish(now.form), now.form.controls.potGrams.value);
  });

  /** What the form wishes. @throws InputError for a pan that is none */
  private wish({ controls: c }: ReturnType<typeof wishForm>): ScaleWish {
    switch (c.by.value) {
      case 'pieces':
        return { kind: 'pieces', pieces: c.pieces.number };
      case 'times':
        return { kind: 'times', times: c.times.number };
      case 'have':
        return { kind: 'have', ingredient: c.ingredient.value, grams: c.haveGrams.number };
      case 'yield':
        return { kind: 'yield', grams: c.yieldGrams.number };
      case 'mould': {
        const cavities = this.moulds().find(({ id }) => id === c.mould.value)?.cavities ?? NaN;
        return { kind: 'pieces', pieces: cavities * c.moulds.number };
      }
      case 'pan': {
        const pan = {
          lengthMm: c.panLengthMm.number,
          widthMm: c.panWidthMm.number,
          heightMm: c.panHeightMm.number,
        };
        return { kind: 'yield', grams: panGrams(pan, c.panGramsPerMl.number) };
      }
    }
  }
}
