import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { formOfSize } from '@alnage/core/coating';
import { FIRST_CERTAINTY, HELD_GRAMS } from '@alnage/core/melting';
import { Store } from '@ngrx/store';
import { FigureTable } from '../../shared/figures/figure-table';
import { ChoiceField } from '../../shared/forms/choice-field';
import { EntryField } from '../../shared/forms/entry-field';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { counted, percent } from '../../shared/formats/formats';
import { workshopFeature } from '../../state/workshop.state';
import { heldFigures, meltFigures, type MeltFigures } from '../melt-figures';
import { pieceFigures, type PieceFigures } from '../piece-figures';
import { PiecesPageStore } from '../pieces.store';

const FIRST_PIECES = '120';
const CERTAINTIES = [0.8, 0.9, 0.95, 0.99] as const;

/** For so many good pieces: what to melt, in which bowls, with rejects, spare, tails, seed and reserve; and backwards. */
@Component({
  selector: 'al-melt-for-pieces',
  imports: [ChoiceField, EntryField, FigureTable, NgTemplateOutlet, QuantityField],
  templateUrl: './melt-for-pieces.html',
  styleUrl: './melt-for-pieces.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeltForPieces {
  readonly figures = input.required<PieceFigures>();

  protected readonly page = inject(PiecesPageStore);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly counted = counted;
  protected readonly pieces = signal(FIRST_PIECES);
  private readonly asked = signal<number | null>(null);
  private readonly bowlId = signal<string | null>(null);
  protected readonly bowls = computed(() => this.workshop()?.bowls ?? []);
  protected readonly certainty = computed(
    () => this.asked() ?? this.workshop()?.rules.certainty ?? FIRST_CERTAINTY,
  );
  protected readonly chosenCertainty = computed(() => String(this.certainty()));
  protected readonly certainties = computed(() =>
    [...new Set([...CERTAINTIES, this.certainty()])]
      .sort((a, b) => a - b)
      .map((each) => ({ id: String(each), name: percent(each) })),
  );
  /** The bowl asked for, or none: whichever bowls leave least. */
  protected readonly bowl = computed(() => this.bowls().find(({ id }) => id === this.bowlId()) ?? null);
  protected readonly bowlChoices = computed(() => [
    { id: '', name: 'whichever leaves least over' },
    ...this.bowls(),
  ]);
  protected readonly size = computed(() =>
    this.figures().piece.sizes.find(({ id }) => id === this.page.shownSize()),
  );

  protected readonly held = new NumberControl(3200, HELD_GRAMS);
  private readonly heldGrams = toSignal(this.held.valueChanges, { initialValue: this.held.value });

  /** The figures of the size asked for. */
  private readonly ofSize = computed(() => {
    const figures = this.figures();
    const size = this.size();
    if (!size) return figures;
    return pieceFigures(
      { ...figures.piece, form: formOfSize(figures.piece.form, size) },
      this.page.context(),
    );
  });

  protected readonly answers = computed((): MeltFigures[] => {
    const workshop = this.workshop();
    const bowl = this.bowl();
    const bowls = bowl ? [bowl] : this.bowls();
    if (!workshop || bowls.length === 0) return [];
    const goodPieces = this.pieces().trim() === '' ? Number.NaN : Number(this.pieces());
    return meltFigures(this.ofSize(), workshop, { goodPieces, certainty: this.certainty(), bowls });
  });

  protected readonly backwards = computed((): MeltFigures[] => {
    const workshop = this.workshop();
    const bowl = this.bowl() ?? this.bowls()[0];
    const grams = this.heldGrams() ?? NaN;
    if (!workshop || !bowl || this.held.invalid || Number.isNaN(grams)) return [];
    return heldFigures(this.ofSize(), workshop, { grams, certainty: this.certainty(), bowl });
  });

  protected ask(certainty: number): void {
    this.asked.set(certainty);
  }

  protected chooseBowl(id: string): void {
    this.bowlId.set(id === '' ? null : id);
  }
}
