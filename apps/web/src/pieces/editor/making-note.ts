import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { centreGramsOf } from '@alnage/core/coating';
import { InputError } from '@alnage/core/input';
import { bindRecipe, type KeptRecipe, type LarderBook } from '@alnage/core/larder';
import { makingOf, recipeFigures } from '@alnage/core/recipes';
import { Store } from '@ngrx/store';
import { duration, pieceMass } from '../../shared/formats/formats';
import { liveControls } from '../../shared/forms/control-state';
import { workshopFeature } from '../../state/workshop.state';
import { pieceDraftOf, type PieceFormGroup } from './piece-form';
import { stageForm } from './stage-form';

/** Half a gram and a twentieth: what a scoop is off by. */
const SAME_SHARE = 0.05;

/** Whether the first stage of the route is what the recipe takes, and the centre what the recipe portions. */
@Component({
  selector: 'al-making-note',
  imports: [MatButtonModule],
  template: `
    @if (told(); as note) {
      <div class="note care">
        <p>{{ note.text }}</p>
        <button matButton="outlined" type="button" (click)="take()">
          Take {{ note.making }} from the recipe
        </button>
      </div>
    }
    @if (portion(); as text) {
      <p class="note care">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    .note {
      display: grid;
      gap: 6px;
      justify-items: start;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MakingNote {
  readonly form = input.required<PieceFormGroup>();

  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly declared = this.store.selectSignal(workshopFeature.selectDeclared);
  private readonly controls = liveControls(this.form);
  private readonly recipe = computed(() => {
    const id = this.controls()?.recipe.value;
    return this.workshop()?.recipes.find((each) => each.id === id) ?? null;
  });
  protected readonly told = computed(() => {
    const [recipe, controls] = [this.recipe(), this.controls()];
    if (!recipe || !controls) return null;
    const { workMinutes, restMinutes } = makingOf(recipe);
    const first = controls.route.controls[0];
    const making = `${duration(workMinutes)} of work and ${duration(restMinutes)} of rest`;
    if (workMinutes === 0) return null;
    if (!first || first.controls.coat.value !== null)
      return { text: 'No stage of the route makes the centre before it is coated.', making };
    const { fixedMinutes, minMinutes, name } = first.controls;
    if (fixedMinutes.value === workMinutes && minMinutes.value === restMinutes) return null;
    const has = `${duration(fixedMinutes.number)} and ${duration(minMinutes.number)}`;
    return { text: `${name.value} has ${has} in the route; the recipe’s steps come to ${making}.`, making };
  });
  /** What the recipe portions, where that is not what the piece weighs. */
  protected readonly portion = computed(() => {
    const recipe = this.recipe();
    if (!recipe || !this.controls()) return '';
    const { book } = this.declared();
    const grams = portionGramsIn(book.recipes.find(({ id }) => id === recipe.id) ?? recipe, book);
    const centre = centreGramsOf(pieceDraftOf(this.form()).form);
    if (grams === null || Math.abs(grams / centre - 1) <= SAME_SHARE) return '';
    return `The recipe portions ${pieceMass(grams)}, the centre of this piece weighs ${pieceMass(centre)}.`;
  });

  /** Makes the first stage what the recipe takes; where there is none, one to begin with. */
  protected take(): void {
    const recipe = this.recipe();
    if (!recipe) return;
    const { workMinutes, restMinutes } = makingOf(recipe);
    const { route } = this.form().controls;
    const first = route.controls[0];
    if (first && first.controls.coat.value === null) {
      const { fixedMinutes, minMinutes, maxMinutes } = first.controls;
      fixedMinutes.setValue(workMinutes);
      minMinutes.setValue(restMinutes);
      if (maxMinutes.number < restMinutes) maxMinutes.setValue(restMinutes);
    } else {
      const zone = first?.controls.zone.value ?? this.workshop()?.zones[0]?.id ?? '';
      const rest = {
        zone,
        piecesPerTray: 60,
        minMinutes: restMinutes,
        maxMinutes: restMinutes + DAY_MINUTES,
      };
      const own = { id: 'make', name: 'Make', skill: 'cook', fixedMinutes: workMinutes, secondsPerPiece: 0 };
      route.insert(0, stageForm({ ...own, maxRunMinutes: null, coat: null, rest }));
    }
    route.markAsDirty();
  }
}

const DAY_MINUTES = 1440;

/** What a recipe portions; null for one that cannot be computed, which its own place tells. */
function portionGramsIn(recipe: KeptRecipe, book: LarderBook): number | null {
  try {
    return recipeFigures(bindRecipe(recipe, book)).portionGrams;
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}
