import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { suggestedFootGrams, WAYS, type WayRule } from '@alnage/core/coating';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { liveControls } from '../../shared/forms/control-state';
import { QuantityField } from '../../shared/forms/quantity-field';
import { WAY_WORDS } from '../../shared/piece-words';
import { ColdNote } from './cold-note';
import { CENTRE_WORDS } from './new-piece';
import { shapeOf, type PieceFormGroup } from './piece-form';
import { ShapeFields } from './shape-fields';

type Controls = PieceFormGroup['controls'];

/** A dipped piece: the size of its centre, measured or by weight, and how it goes under. */
@Component({
  selector: 'al-dipped-fields',
  imports: [ChoiceField, ColdNote, MatButtonModule, QuantityField, ShapeFields],
  templateUrl: './dipped-fields.html',
  styleUrls: ['../../shared/forms/fields.scss', './part-fields.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DippedFields {
  readonly form = input.required<PieceFormGroup>();
  /** By which a foot is suggested. */
  readonly wayRules = input.required<readonly WayRule[]>();

  protected readonly controls = liveControls(this.form);
  protected readonly centres = choicesOf(CENTRE_WORDS);
  protected readonly ways = choicesOf(WAY_WORDS, [...WAYS]);
  protected readonly covers = choicesOf({ share: 'share of its surface', line: 'height of the dip line' });
  protected readonly coats = [
    { id: '1', name: 'one' },
    { id: '2', name: 'two' },
  ] as const;

  /** The foot that its way leaves on a base of this size. */
  protected takeFoot(controls: Controls): void {
    const foot = suggestedFootGrams(shapeOf(controls), controls.way.value, this.wayRules());
    if (!Number.isNaN(foot)) controls.footGrams.setValue(Math.round(foot * 100) / 100);
  }
}
