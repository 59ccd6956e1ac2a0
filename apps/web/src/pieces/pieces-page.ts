import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { pieceAllergens } from '@alnage/core';
import { Store } from '@ngrx/store';
import { duration, gramsToTenth, listed } from '../shared/formats/formats';
import { Keys } from '../shared/keys';
import { Margin } from '../shared/margin/margin';
import { workshopFeature } from '../state/workshop.state';
import { MeltForPieces } from './parts/melt-for-pieces';
import { PieceSection } from './parts/piece-section';
import { WAY_WORDS } from './piece-figures';
import { PiecesPageStore } from './pieces.store';

/** Pieces: what each one carries and holds, and the route it goes. */
@Component({
  imports: [Margin, MeltForPieces, PieceSection],
  providers: [PiecesPageStore],
  templateUrl: './pieces-page.html',
  styleUrl: './pieces-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PiecesPage {
  protected readonly page = inject(PiecesPageStore);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly grams = gramsToTenth;

  /** What the chosen piece is, for the margin. */
  protected readonly facts = computed(() => {
    const figures = this.page.chosen();
    if (!figures) return [];
    const { form, keeping, centreName, finish } = figures.piece;
    const centre =
      form.kind === 'dipped' ? `${gramsToTenth(form.centreGrams)} g, ${form.centreCelsius} °C` : '';
    const dipped =
      form.kind === 'dipped'
        ? [
            {
              label: 'Covered',
              value: `${Math.round(form.covered * 100)}%`,
              more: form.covered < 1 ? 'the top is left bare' : '',
            },
            {
              label: 'Way of dipping',
              value: WAY_WORDS[form.way],
              more: `${form.dwellSeconds} s under, bowl ${form.bowlCelsius} °C`,
            },
          ]
        : [
            {
              label: 'Way of dipping',
              value: 'in a mould',
              more: `wall ${form.wallMm} mm, cap ${form.capGrams} g`,
            },
          ];
    return [
      { label: 'Centre', value: centreName, more: centre },
      { label: 'Coating', value: figures.coatingNames, more: finish },
      ...dipped,
      {
        label: 'Holds',
        value: `${duration(keeping.holdMinutes)} to pickup`,
        more: `target ${duration(keeping.targetMinutes)}`,
      },
      {
        label: 'Eat within',
        value: `${duration(keeping.eatWithinMinutes)} of the dip`,
        more: keeping.advice,
      },
    ];
  });

  protected readonly allergens = computed(() => {
    const piece = this.page.chosen()?.piece;
    return piece ? listed(pieceAllergens(piece, this.workshop()?.coatings ?? [])) : '';
  });

  constructor() {
    inject(Keys).bind(
      { key: 'ArrowDown', does: 'Next piece', run: () => this.page.step(1) },
      { key: 'ArrowUp', does: 'Piece before', run: () => this.page.step(-1) },
    );
  }
}
