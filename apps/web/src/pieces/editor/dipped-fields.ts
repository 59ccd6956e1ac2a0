import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  SHAPE_DIMENSIONS,
  suggestedFootGrams,
  WAYS,
  type ShapeKind,
  type WayRule,
} from '@alnage/core/coating';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { liveControls } from '../../shared/forms/control-state';
import { QuantityField } from '../../shared/forms/quantity-field';
import { length } from '../../shared/formats/formats';
import { WAY_WORDS } from '../../shared/piece-words';
import { ColdNote } from './cold-note';
import { CENTRE_WORDS, SHAPE_WORDS } from './new-piece';
import { shapeOf, type Dimension, type PieceFormGroup } from './piece-form';

type Controls = PieceFormGroup['controls'];

const DIMENSION_WORDS: Readonly<Record<Dimension, string>> = {
  diameterMm: 'Across',
  lengthMm: 'Length',
  widthMm: 'Width',
  heightMm: 'Height',
  curvature: 'Curved, times its outline',
};

/** A dipped piece: the size of its centre, measured or by weight, and how it goes under. */
@Component({
  selector: 'al-dipped-fields',
  imports: [ChoiceField, ColdNote, MatButtonModule, QuantityField],
  templateUrl: './dipped-fields.html',
  styleUrls: ['../../shared/forms/fields.scss', './part-fields.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DippedFields {
  readonly form = input.required<PieceFormGroup>();
  /** By which a foot is suggested. */
  readonly wayRules = input.required<readonly WayRule[]>();

  protected readonly controls = liveControls(this.form);
  protected readonly shapes = choicesOf(SHAPE_WORDS, Object.keys(SHAPE_DIMENSIONS) as ShapeKind[]);
  protected readonly centres = choicesOf(CENTRE_WORDS);
  protected readonly ways = choicesOf(WAY_WORDS, [...WAYS]);
  protected readonly sizings = choicesOf({ weight: 'follows from its weight', dimensions: 'is measured' });
  protected readonly covers = choicesOf({ share: 'share of its surface', line: 'height of the dip line' });
  protected readonly coats = [
    { id: '1', name: 'one' },
    { id: '2', name: 'two' },
  ] as const;
  protected readonly dimensionWords = DIMENSION_WORDS;

  protected dimensions({ shape }: Controls): readonly Dimension[] {
    return SHAPE_DIMENSIONS[shape.value] as readonly Dimension[];
  }

  /** The size that follows from the mass, in words. */
  protected sizeText(controls: Controls): string {
    const shape = shapeOf(controls) as unknown as Record<string, number>;
    return this.dimensions(controls)
      .filter((name) => name !== 'curvature' && !Number.isNaN(shape[name]))
      .map((name) => `${DIMENSION_WORDS[name].toLowerCase()} ${length(shape[name]!)}`)
      .join(', ');
  }

  /** The foot that its way leaves on a base of this size. */
  protected takeFoot(controls: Controls): void {
    const foot = suggestedFootGrams(shapeOf(controls), controls.way.value, this.wayRules());
    if (!Number.isNaN(foot)) controls.footGrams.setValue(Math.round(foot * 100) / 100);
  }
}
