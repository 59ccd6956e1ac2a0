import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { FigureTable } from '../../shared/figures/figure-table';
import { listed } from '../../shared/formats/formats';
import { workshopFeature } from '../../state/workshop.state';
import type { PieceFigures } from '../piece-figures';
import { PiecesPageStore } from '../pieces.store';
import { boxRows, priceRows, unpricedCoatings } from '../price-figures';

/** What the piece costs, part by part, what is left of its price, and of the boxes that it is in. */
@Component({
  selector: 'al-price-piece',
  imports: [FigureTable],
  templateUrl: './price-piece.html',
  styleUrl: './tables.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PricePiece {
  readonly figures = input.required<PieceFigures>();

  private readonly page = inject(PiecesPageStore);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly rows = computed(() => {
    const workshop = this.workshop();
    return workshop ? priceRows(this.figures(), workshop) : [];
  });
  protected readonly boxes = computed(() => {
    const workshop = this.workshop();
    return workshop ? boxRows(this.figures().piece, this.page.all(), workshop) : [];
  });
  protected readonly unpriced = computed(() => {
    const workshop = this.workshop();
    return workshop ? listed(unpricedCoatings(this.figures(), workshop)) : '';
  });
}
