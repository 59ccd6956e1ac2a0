import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MADE_PARTS_MOST } from '@alnage/contract';
import { STICKS, stuckGrams } from '@alnage/core/coating';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/forms/choice-field';
import { liveControls } from '../../shared/forms/control-state';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RowsField, RowTemplate } from '../../shared/forms/rows-field';
import { listed, pieceMass } from '../../shared/formats/formats';
import { workshopFeature } from '../../state/workshop.state';
import { madePartForm } from './made-parts-form';
import type { PieceFormGroup } from './piece-form';

const STICK_WORDS: Readonly<Record<keyof typeof STICKS, string>> = {
  powder: 'powder',
  crumbs: 'sugar or crumbs',
  nuts: 'chopped nuts or nibs',
};

/** What else of a piece is made here: its filling, its finish, each by its own recipe in its own stage. */
@Component({
  selector: 'al-made-parts',
  imports: [ChoiceField, QuantityField, RowsField, RowTemplate],
  template: `
    <al-rows
      legend="Made here beside its centre: a filling, a finish"
      thing="recipe"
      [most]="most"
      (added)="add()"
    >
      <ng-template [alRow]="form().controls.madeParts" let-part let-index="index">
        <al-choice
          label="By the recipe"
          wanted="Choose a recipe."
          [control]="part.controls.recipe"
          [choices]="recipes()"
          [at]="'/madeParts/' + index + '/recipe'"
        />
        <al-quantity
          label="Of it, a piece"
          quantity="mass"
          [control]="part.controls.grams"
          [at]="'/madeParts/' + index + '/grams'"
        />
        <al-choice
          label="Made in"
          wanted="Choose a stage of its route."
          [control]="part.controls.stage"
          [choices]="stages()"
          [at]="'/madeParts/' + index + '/stage'"
        />
      </ng-template>
    </al-rows>
    @if (sticks(); as text) {
      <p class="soft">{{ text }}</p>
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MadeParts {
  readonly form = input.required<PieceFormGroup>();
  /** The whole surface of the piece in mm², while it is one that can be drawn; null else. */
  readonly surfaceMm2 = input<number | null>(null);

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly controls = liveControls(this.form);
  protected readonly most = MADE_PARTS_MOST;
  protected readonly recipes = computed(() => this.workshop()?.recipes ?? []);
  protected readonly stages = computed(() =>
    (this.controls()?.route.controls ?? []).map(({ controls: { id, name } }) => ({
      ...{ id: id.value, name: name.value },
    })),
  );
  /** What sticks to it, once somebody asks for a part at all. */
  protected readonly sticks = computed(() => {
    const [surface, controls] = [this.surfaceMm2(), this.controls()];
    if (surface === null || !controls || controls.madeParts.length === 0) return '';
    const kinds = Object.keys(STICKS) as (keyof typeof STICKS)[];
    const texts = kinds.map((kind) => `${pieceMass(stuckGrams(surface, kind))} of ${STICK_WORDS[kind]}`);
    return `Rolled all over, about ${listed(texts)} stick to one. Weigh ten before and after to know.`;
  });

  protected add(): void {
    const { madeParts, route } = this.form().controls;
    const stage = route.controls[0]?.controls.id.value ?? '';
    madeParts.push(madePartForm({ recipe: '', grams: null, stage }));
  }
}
