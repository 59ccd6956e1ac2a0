import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Store } from '@ngrx/store';
import { workshopFeature } from '../../state/workshop.state';
import { meltFigures } from '../melt-figures';
import type { PieceFigures } from '../piece-figures';

const FIRST_PIECES = '120';
const CERTAINTIES = [0.8, 0.9, 0.95, 0.99] as const;

/** For so many good pieces: what to melt, with rejects, spare, tails, seed and reserve. */
@Component({
  selector: 'al-melt-for-pieces',
  imports: [MatFormFieldModule, MatInputModule],
  templateUrl: './melt-for-pieces.html',
  styleUrl: './melt-for-pieces.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeltForPieces {
  readonly figures = input.required<PieceFigures>();

  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly certainties = CERTAINTIES;
  protected readonly pieces = signal(FIRST_PIECES);
  protected readonly certainty = signal(0.95);
  private readonly bowlId = signal<string | null>(null);
  protected readonly bowls = computed(() => this.workshop()?.bowls ?? []);
  protected readonly bowl = computed(
    () => this.bowls().find(({ id }) => id === this.bowlId()) ?? this.bowls()[0],
  );

  protected readonly answers = computed(() => {
    const bowl = this.bowl();
    if (!bowl) return [];
    const goodPieces = this.pieces().trim() === '' ? Number.NaN : Number(this.pieces());
    const question = { goodPieces, certainty: this.certainty(), bowl };
    return meltFigures(this.figures().coat, this.workshop()?.coatings ?? [], question);
  });

  protected chooseBowl(id: string): void {
    this.bowlId.set(id);
  }
}
