import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { coatingOf } from '@alnage/core/coating';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/forms/choice-field';
import { workshopFeature } from '../../state/workshop.state';
import { coatingRows, wayRows, type CompareContext } from '../compare-figures';
import type { PieceFigures } from '../piece-figures';
import { PiecesPageStore } from '../pieces.store';
import { CompareTable } from './compare-table';

/** The same piece by other ways, in a mould, in another coating, or in a thinner one. */
@Component({
  selector: 'al-compare-piece',
  imports: [ChoiceField, CompareTable],
  templateUrl: './compare-piece.html',
  styleUrl: './tables.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ComparePiece {
  readonly figures = input.required<PieceFigures>();

  private readonly page = inject(PiecesPageStore);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly otherId = signal<string | null>(null);
  protected readonly others = computed(() =>
    (this.workshop()?.coatings ?? []).filter(({ id }) => id !== coatingOf(this.figures().piece.form)),
  );
  protected readonly other = computed(
    () => this.others().find(({ id }) => id === this.otherId()) ?? this.others()[0] ?? null,
  );
  private readonly context = computed((): CompareContext | null => {
    const workshop = this.workshop();
    if (!workshop) return null;
    const { rules, currency } = workshop;
    return { ...this.page.context(), rules, currency };
  });
  protected readonly ways = computed(() => {
    const context = this.context();
    return context ? wayRows(this.figures().piece, context) : [];
  });
  protected readonly coatings = computed(() => {
    const context = this.context();
    return context ? coatingRows(this.figures().piece, this.other()?.id ?? '', context) : [];
  });
}
