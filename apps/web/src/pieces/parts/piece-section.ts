import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { percent, pieceMass, thickness } from '../../shared/formats/formats';
import type { Described, PieceFigures } from '../piece-figures';
import { sectionOf } from './section-geometry';

/** The drawing's box, and how much of it the piece may fill, in its own units. */
const BOX = { width: 380, height: 340, middle: 166 } as const;
const FILL = { width: 210, height: 220 } as const;

/** A piece cut through, to scale, with its coat, dip line and foot dimensioned from the computed values. */
@Component({
  selector: 'al-piece-section',
  templateUrl: './piece-section.html',
  styleUrl: './piece-section.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PieceSection {
  readonly figures = input.required<PieceFigures<Described>>();
  protected readonly box = BOX;

  protected readonly drawing = computed(() => {
    const { piece, coat, kind } = this.figures();
    const { filmMm, crustMm } = coat.estimate;
    const section = sectionOf(piece.form, filmMm + crustMm);
    const scale = Math.min(
      FILL.width / (section.widthMm + 2 * section.coatMm),
      FILL.height / (section.heightMm + 2 * section.coatMm),
    );
    const halfWidth = (section.widthMm / 2) * scale;
    const halfHeight = (section.heightMm / 2) * scale;
    const coatPx = section.coatMm * scale;
    const covered = piece.form.kind === 'dipped' ? piece.form.covered : 1;
    return {
      ...section,
      kind,
      scale,
      halfWidth,
      halfHeight,
      coatPx,
      coatY: section.dipY === null ? 0 : Math.max(0, section.dipY * scale + 52) - 10,
      dip: section.dipY === null ? null : section.dipY * scale,
      isBerry: piece.form.kind === 'dipped' && piece.form.centre === 'wet',
      centreKind: piece.form.kind === 'dipped' ? piece.form.centre : 'dry',
      coatText: section.coatMm > 0 ? thickness(section.coatMm) : '',
      coveredText: `${percent(covered)} covered`,
      footPath: footPath(section.footMm * scale, halfHeight + coatPx),
      footText: section.footMm > 0 ? pieceMass(coat.estimate.footGrams) : '',
      title: `${piece.name} cut through: ${section.widthText}, coat ${thickness(section.coatMm)}`,
    };
  });
}

/** A shallow spread under the piece. */
function footPath(half: number, bottom: number): string {
  return half > 0
    ? `M${-half},${bottom - 5}L${-half - 9},${bottom + 3}H${half + 9}L${half},${bottom - 5}Z`
    : '';
}
